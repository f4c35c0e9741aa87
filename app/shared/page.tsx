import { RegionProvider } from "@/parts/region";
import { NoSharedSession, SharedSessionPage } from "@/screens/shared/shared-session";
import { readLinkedSession } from "@/server/usecases/session-links";

export const metadata = { title: "Your session", robots: { index: false }, referrer: "no-referrer" as const };

export default async function SharedPage({ searchParams }: { searchParams: Promise<{ t?: string }> }) {
  const secret = (await searchParams).t ?? "";
  const session = secret === "" ? null : await readLinkedSession(secret);
  if (!session) return <NoSharedSession />;
  return (
    <RegionProvider region={session.region}>
      <SharedSessionPage session={session} />
    </RegionProvider>
  );
}
