"use client";
import { KnownStrengths } from "@/parts/known-strengths";
import { AddStrength } from "@/parts/strength-form";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";

/** What somebody lifts now, lift by lift: each is kept as soon as it is added, and first loads go by it. */
export function LiftsSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="What do you lift now?">
      <AddStrength view={view} />
      <KnownStrengths view={view} />
      <Button kind="main" onClick={onClose}>
        That is all
      </Button>
    </Sheet>
  );
}
