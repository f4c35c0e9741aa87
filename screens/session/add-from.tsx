"use client";
import { Sheet } from "@/ui/sheet";
import { StartFrom } from "./start-from";

/** Sessions of before, templates and our own of each structure, to be added to what stands. */
export function AddFromSession({ onClose }: { onClose: () => void }) {
  return (
    <Sheet open onOpenChange={onClose} title="Add to this session">
      <StartFrom onTaken={onClose} />
    </Sheet>
  );
}
