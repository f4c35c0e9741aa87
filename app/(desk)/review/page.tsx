import { redirect } from "next/navigation";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import { answer, requireScope } from "../../ask";

/** The rail's link: the session that was done last. */
export default async function Latest() {
  const scope = await requireScope("coach");
  const { sessionId } = await answer(scope, "sessions.latest", {});
  if (sessionId) redirect(`/review/${sessionId}`);
  return (
    <main>
      <PageHeader title="Review" />
      <div className="px-4 py-16 text-center">
        <p className="text-lg font-semibold">Nothing has been trained yet.</p>
        <PageLink href="/clients" className="text-indigo underline underline-offset-2">
          Choose a client
        </PageLink>
      </div>
    </main>
  );
}
