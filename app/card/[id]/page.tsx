import { headers } from "next/headers";
import { RegionProvider } from "@/parts/region";
import { SessionCard } from "@/screens/session/card";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Session card" };

export default async function CardPage({ params }: { params: Promise<{ id: string }> }) {
  const scope = await requireScope("coach");
  const view = await answer(scope, "sessions.show", { sessionId: (await params).id });
  return (
    <RegionProvider region={scope.region}>
      <SessionCard view={view} link={`${await originOf()}/floor?s=${view.sessionId}`} />
    </RegionProvider>
  );
}

/** Where this server is reached: as it is set up, else as this page was asked for. */
async function originOf(): Promise<string> {
  if (process.env.YARVEX_URL) return process.env.YARVEX_URL;
  const asked = await headers();
  return `${asked.get("x-forwarded-proto") ?? "http"}://${asked.get("host") ?? "127.0.0.1"}`;
}
