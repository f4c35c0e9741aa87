"use client";
import { useState } from "react";
import { useOnDemand } from "./on-demand";
import type { OpenedPopover } from "./popover-list";

const load = () => import("./popover-list").then((module) => module.PopoverList);

/** How every popover looks. */
export const POPOVER =
  "z-40 max-h-[60vh] w-80 max-w-[96vw] overflow-y-auto border-2 border-walnut bg-ground p-4 text-walnut";

/** A button with something to read or do beside it; a button and no more until it is first opened. */
export function PopoverButton({ button, ...rest }: Omit<OpenedPopover, "open" | "onOpenChange">) {
  const [open, setOpen] = useState(false);
  const List = useOnDemand(load, open, setOpen);
  if (!List)
    return (
      <button
        {...button}
        type="button"
        aria-haspopup="dialog"
        aria-expanded={false}
        data-state="closed"
        onClick={() => setOpen(true)}
      />
    );
  return <List button={{ ...button, type: "button" }} open={open} onOpenChange={setOpen} {...rest} />;
}
