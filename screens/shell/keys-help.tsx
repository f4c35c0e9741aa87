"use client";
import { usePathname } from "next/navigation";
import { useState } from "react";
import { fetched } from "@/ui/on-demand";
import { useKey } from "@/ui/use-key";

const KeysSheet = fetched(() => import("@/parts/keys-sheet").then((module) => module.KeysSheet));

/** "?" lists the keys of the screen, wherever no text is written. */
export function KeysHelp() {
  const path = usePathname();
  const [open, setOpen] = useState(false);
  useKey("?", () => setOpen(true));
  return open ? <KeysSheet path={path} open onOpenChange={setOpen} /> : null;
}
