"use client";
import { useEffect, useState } from "react";
import type { StudioExercises } from "@/contract";
import { useOnDemand } from "@/ui/on-demand";
import type { PaletteItem } from "./palette-dialog";
import { PALETTE_HINT } from "./palette-words";

const load = () => import("./palette-dialog").then((module) => module.PaletteDialog);

/** Ctrl/⌘ K reaches everything by typing; what it takes is fetched at the first time. */
export function Palette({ items, exercises }: { items: readonly PaletteItem[]; exercises: StudioExercises }) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const Dialog = useOnDemand(load, open, setOpen);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== "k" || !(event.metaKey || event.ctrlKey)) return;
      event.preventDefault();
      setOpen((was) => !was);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  if (Dialog) return <Dialog {...{ items, exercises, open, setOpen, typed, setTyped }} />;
  if (!open) return null;
  // Whoever types on at once types here already.
  return (
    <div className="fixed inset-0 z-40 bg-bark/45">
      <input
        // biome-ignore lint/a11y/noAutofocus: it was asked for by its key
        autoFocus
        aria-label={PALETTE_HINT}
        placeholder={PALETTE_HINT}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => event.key === "Escape" && setOpen(false)}
        className="fixed top-[14vh] left-1/2 w-[min(34rem,92vw)] -translate-x-1/2 border-2 border-indigo bg-surface px-4 py-3 text-base outline-none"
      />
    </div>
  );
}
