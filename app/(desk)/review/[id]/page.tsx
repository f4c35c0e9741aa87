import { LiveSession } from "@/screens/review/live-session";
import { ReviewScreen } from "@/screens/review/review";
import { answer, requireScope } from "../../../ask";

export const metadata = { title: "Review" };

export default async function ReviewPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ set?: string }>;
}) {
  const scope = await requireScope("coach");
  const { id: sessionId } = await params;
  const view = await answer(scope, "review.show", { sessionId });
  const { id, name } = view.context.client;
  return (
    <>
      <LiveSession sessionId={sessionId} />
      <ReviewScreen
        view={view}
        home={{ href: `/clients/${id}`, name }}
        coach
        setId={(await searchParams).set ?? null}
      />
    </>
  );
}
