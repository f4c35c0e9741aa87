"use client";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { onSessionChanged } from "@/device/live";

/** Draws the page anew whenever its session's log has grown: sets that are saved on the floor stand here within a second. */
export function LiveSession({ sessionId }: { sessionId: string }) {
  const router = useRouter();
  useEffect(() => onSessionChanged((changed) => changed === sessionId && router.refresh()), [sessionId, router]);
  return null;
}
