import { Outbox } from "@/screens/outbox/outbox";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Outbox" };

export default async function OutboxPage({ searchParams }: { searchParams: Promise<{ letter?: string }> }) {
  const scope = await requireScope("coach");
  const first = await answer(scope, "outbox.list", { after: null });
  const copyId = (await searchParams).letter ?? first.letters[0]?.copyId ?? null;
  const opened = copyId === null ? null : await answer(scope, "outbox.letter", { copyId });
  return <Outbox key={copyId} first={first} opened={opened && copyId ? { copyId, ...opened } : null} />;
}
