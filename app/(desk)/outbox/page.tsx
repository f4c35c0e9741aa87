import { Outbox } from "@/screens/outbox/outbox";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Outbox" };

interface Asked {
  readonly letter?: string;
  readonly for?: string;
}

export default async function OutboxPage({ searchParams }: { searchParams: Promise<Asked> }) {
  const scope = await requireScope("coach");
  const { letter, for: clientId = null } = await searchParams;
  const [first, { clients }] = await Promise.all([
    answer(scope, "outbox.list", { after: null, clientId }),
    answer(scope, "clients.names", {}),
  ]);
  const copyId = letter ?? first.letters[0]?.copyId ?? null;
  const opened = copyId === null ? null : await answer(scope, "outbox.letter", { copyId });
  return (
    <Outbox
      key={`${clientId} ${copyId}`}
      {...{ clients, clientId, first }}
      opened={opened && copyId ? { copyId, ...opened } : null}
    />
  );
}
