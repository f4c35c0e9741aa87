import { Desk } from "@/screens/session/desk";
import { answer, requirePlanner } from "../../../ask";

export const metadata = { title: "Session" };

export default async function SessionPage({ params }: { params: Promise<{ id: string }> }) {
  const scope = await requirePlanner();
  return <Desk view={await answer(scope, "sessions.show", { sessionId: (await params).id })} />;
}
