"use client";
import { useLayoutEffect } from "react";
import { type Partner, usePartner } from "./use-partner";

/** Tells the desk of the session that is trained together with it; fetched only where there is one. Before the frame is drawn. */
export function PartnerOf({ onFound }: { onFound: (partner: Partner | null) => void }) {
  const partner = usePartner();
  useLayoutEffect(() => onFound(partner), [partner, onFound]);
  useLayoutEffect(() => () => onFound(null), [onFound]);
  return null;
}
