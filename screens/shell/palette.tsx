"use client";
import { useEffect, useState } from "react";
import type { StudioExercises } from "@/contract";
import { useOnDemand } from "@/ui/on-demand";
import type { PaletteItem } from "./palette-dialog";

const load = () => import("./palette-dialog").then((module) => module.PaletteDialog);

/** Ctrl/⌘ K reaches everything by typing; what it takes is fetched at the first time. */
export function Palette({ items, exercises }: { items: readonly PaletteItem[]; exercises: StudioExercises }) {
  const [open, setOpen] = useState(false);
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
  return Dialog ? <Dialog items={items} exercises={exercises} open={open} setOpen={setOpen} /> : null;
}
