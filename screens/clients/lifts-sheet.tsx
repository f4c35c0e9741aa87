"use client";
import { useStrengths } from "@/device/strengths";
import { KnownStrengths } from "@/parts/known-strengths";
import { AddStrength } from "@/parts/strength-form";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";

/** What somebody lifts now, lift by lift: each is kept as soon as it is added, and first loads go by it. */
export function LiftsSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  const strengths = useStrengths(view.id);
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="What do you lift now?">
      <AddStrength view={view} actions={strengths} />
      <KnownStrengths view={view} actions={strengths} />
      <Button kind="main" onClick={onClose}>
        That is all
      </Button>
    </Sheet>
  );
}
