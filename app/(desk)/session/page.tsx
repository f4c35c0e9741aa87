import Link from "next/link";
import { redirect } from "next/navigation";
import { answer, requireScope } from "../../ask";

/** The rail's link: the session that waits next. */
export default async function Latest() {
  const scope = await requireScope("coach");
  const { line } = await answer(scope, "sessions.latest", { state: "draft" });
  if (line) redirect(`/session/${line.id}`);
  return (
    <main className="px-6 py-16 text-center">
      <p className="text-lg font-semibold">No session is waiting.</p>
      <Link href="/clients" className="text-indigo underline underline-offset-2">
        Choose a client
      </Link>
    </main>
  );
}
