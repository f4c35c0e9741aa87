import { redirect } from "next/navigation";
import { requireScope } from "../../ask";

/** From the floor to the review that belongs to whoever holds the phone. */
export default async function After({ params }: { params: Promise<{ id: string }> }) {
  const scope = await requireScope();
  redirect(`${scope.role === "coach" ? "/review" : "/me/review"}/${(await params).id}`);
}
