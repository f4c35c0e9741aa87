"use client";
import { Sheet } from "@/ui/sheet";
import { StartFrom } from "./start-from";
import type { Desk } from "./use-desk";

/** Sessions of before, templates and our own of each structure, to be added to what stands. */
export function AddFromSession({ desk, onClose }: { desk: Desk; onClose: () => void }) {
  return (
    <Sheet open onOpenChange={onClose} title="Add to this session">
      <StartFrom desk={desk} onTaken={onClose} />
    </Sheet>
  );
}
