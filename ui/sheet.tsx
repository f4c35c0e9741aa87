"use client";
import { X } from "lucide-react";
import * as Dialog from "radix-ui/dialog";
import type { ReactNode } from "react";

/** A sheet over the page, from the right; Escape and the veil close it. */
export function Sheet({
  open,
  onOpenChange,
  title,
  children,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-bark/45" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-50 flex w-[min(30rem,100vw)] flex-col border-l-4 border-indigo bg-ground"
        >
          <div className="flex min-h-12 items-center justify-between border-b border-line px-6 py-2">
            <Dialog.Title className="text-xl font-bold">{title}</Dialog.Title>
            <Dialog.Close
              aria-label="Close"
              className="flex size-8 items-center justify-center rounded-[3px] hover:bg-inset"
            >
              <X size={18} aria-hidden />
            </Dialog.Close>
          </div>
          {/* It may scroll with nothing in it that takes the focus: the keyboard reaches it itself. */}
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region must be reachable by keyboard */}
          <div tabIndex={0} className="min-h-0 flex-1 overflow-y-auto px-6 py-5 focus-visible:-outline-offset-2">
            {children}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
