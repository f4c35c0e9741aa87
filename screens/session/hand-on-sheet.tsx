"use client";
import { useRouter } from "next/navigation";
import { HandOn } from "@/parts/hand-on";
import { Sheet } from "@/ui/sheet";
import { useWholeDesk } from "./use-desk";

/** How this session reaches its client, who has no account. */
export function HandOnSheet({ onClose }: { onClose: () => void }) {
  const { view } = useWholeDesk();
  const router = useRouter();
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`Hand it on to ${view.client.name}`}>
      <HandOn
        clientId={view.client.id}
        clientName={view.client.name}
        sessionId={view.sessionId}
        linkUntilMs={view.recipient.linkUntilMs}
        onChanged={() => router.refresh()}
      />
    </Sheet>
  );
}
