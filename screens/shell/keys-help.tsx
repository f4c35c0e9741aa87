"use client";
import { usePathname } from "next/navigation";
import { useEffect, useState } from "react";
import { fetched } from "@/ui/on-demand";

const KeysSheet = fetched(() => import("@/parts/keys-sheet").then((module) => module.KeysSheet));

const IN_A_FIELD = "input, textarea, select, [contenteditable=true], [role=dialog]";

/** "?" lists the keys of the screen, wherever no text is written. */
export function KeysHelp() {
  const path = usePathname();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "?" || event.defaultPrevented || event.ctrlKey || event.metaKey) return;
      if (event.target instanceof Element && event.target.closest(IN_A_FIELD)) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  return open ? <KeysSheet path={path} open onOpenChange={setOpen} /> : null;
}
