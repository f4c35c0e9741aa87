"use client";
import { useMessages } from "@/device/messages";
import { Messages } from "@/parts/messages";
import { Sheet } from "@/ui/sheet";
import { useWholeDesk } from "./use-desk";

/** A message about the session: the client reads it before they begin. */
export function MessageSheet({ onClose }: { onClose: () => void }) {
  const { view } = useWholeDesk();
  const { id, name } = view.client;
  const words = useMessages({ clientId: id, sessionId: view.sessionId });
  return (
    <Sheet open onOpenChange={onClose} title={`Message to ${name.split(" ")[0]}`}>
      <Messages {...words} label="Read before the session begins" />
    </Sheet>
  );
}
