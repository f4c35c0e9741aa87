/** Accepts what a session's rules ask of its next week, as it is or lift by lift otherwise: that session becomes a draft of its own. */
import { acceptedEdits, type NextChoice, type NextWeek, type WeeksView } from "../views";
import { callApi, type Reply } from "./api";
import { newId } from "./ids";

export async function acceptNextWeek(
  weeks: WeeksView,
  next: NextWeek,
  choices: ReadonlyMap<string, NextChoice> = new Map(),
): Promise<Reply<{ readonly sessionId: string }>> {
  const { plan } = weeks;
  if (!plan) return { kind: "notFound" };
  const edits = acceptedEdits(weeks, next, choices, newId);
  const { id: planId, revision } = plan;
  if (edits.length > 0) {
    const kept = await callApi("plans.edit", { planId, revision, edits });
    if (kept.kind !== "ok") return kept;
  }
  return callApi("plans.openSession", { planId, dayId: next.dayId, week: next.week });
}
