"use client";
import * as Popover from "radix-ui/popover";
import type { ComponentProps, ReactNode } from "react";

export interface OpenedPopover {
  readonly button: ComponentProps<"button">;
  readonly label: string;
  readonly side?: "top" | "bottom";
  readonly className: string;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** Asked for when it is open, with what closes it. */
  readonly children: (close: () => void) => ReactNode;
}

/** A popover with its button, once it is wanted. */
export function PopoverList({ button, label, side, className, open, onOpenChange, children }: OpenedPopover) {
  return (
    <Popover.Root open={open} onOpenChange={onOpenChange}>
      <Popover.Trigger {...button} />
      <Popover.Portal>
        <Popover.Content aria-label={label} side={side} align="end" sideOffset={8} className={className}>
          {children(() => onOpenChange(false))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
