import { RegionProvider } from "@/parts/region";
import { SessionCard } from "@/screens/session/card";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Session card" };

export default async function CardPage({ params }: { params: Promise<{ id: string }> }) {
  const scope = await requireScope("coach");
  return (
    <RegionProvider region={scope.region}>
      <SessionCard view={await answer(scope, "sessions.show", { sessionId: (await params).id })} />
    </RegionProvider>
  );
}
