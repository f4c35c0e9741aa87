import { Outbox } from "@/screens/outbox/outbox";
import { answer, requirePlanner } from "../../ask";

export const metadata = { title: "Outbox" };

interface Asked {
  readonly email?: string;
  readonly for?: string;
}

export default async function OutboxPage({ searchParams }: { searchParams: Promise<Asked> }) {
  const scope = await requirePlanner();
  const { email: copyId = null, for: clientId = null } = await searchParams;
  const page = await answer(scope, "outbox.show", { clientId, copyId });
  return <Outbox key={`${clientId} ${page.opened?.copyId}`} {...page} clientId={clientId} />;
}
