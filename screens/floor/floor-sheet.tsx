"use client";
import * as Dialog from "radix-ui/dialog";

/** A sheet from the foot of the floor's screen. */
export function FloorSheet({
  title,
  open,
  onOpenChange,
  children,
}: {
  title: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: React.ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-bark/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="floor fixed inset-x-0 bottom-0 z-50 mx-auto flex max-h-dvh max-w-[30rem] flex-col gap-3 overflow-y-auto rounded-t-2xl border-t border-[var(--floor-line)] p-[18px]"
        >
          <Dialog.Title className="text-xl font-bold">{title}</Dialog.Title>
          {children}
          <Dialog.Close asChild>
            <button type="button" className="min-h-[56px] text-lg underline underline-offset-4">
              Back
            </button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
