"use client";
import { useMemo } from "react";
import type { ShownContent } from "@/contract";
import {
  decimal,
  firstOf,
  formatClock,
  nextSentence,
  occurrenceKey,
  printAmount,
  printSpan,
  suspectSentence,
} from "@/core";
import { Notice } from "@/ui/notice";
import { computeSession, type ReviewedLift, type ReviewView } from "@/views";
import { CorrectSet } from "./correct-set";
import { doneWords, notDoneWords } from "./crossing";

/** Touch a set and it tells what was asked, what was done, and the rest that was kept. */
export function SetStory({
  chosen,
  shown,
  view,
  context,
}: {
  context: ReviewView["context"];
  chosen: { lift: ReviewedLift; round: number };
  shown: ShownContent;
  /** Given where sets may be corrected. */
  view: ReviewView | null;
}) {
  const { lift, round } = chosen;
  const one = lift.sets[round]!;
  const first = firstOf(one.set.segments);
  const load = shown.loads[first.id];
  const done = one.done.at(0) ?? null;
  const last = one.done.at(-1) ?? null;
  const suspect = lift.record.suspects.find(
    (other) => other.sessionId === context.sessionId && one.done.some((set) => occurrenceKey(set) === other.key),
  );
  return (
    <aside className="flex flex-col gap-2 border-l border-line pl-5">
      <h2 className="font-bold">
        {lift.exercise.name}, round {round + 1}
      </h2>
      <p>
        <span className="text-quiet">asked </span>
        <strong>
          {load?.aimReps ?? printAmount(first.amount, first.rom)} × {load?.words}
        </strong>
        {first.rir ? `, ${printSpan(first.rir)} in reserve` : ""}
      </p>
      <p>
        <span className="text-quiet">done </span>
        <strong>{done ? doneWords(lift, one) : notDoneWords(one)}</strong>
        {last?.rir != null
          ? `, ${decimal(last.rir)} in reserve`
          : last && !last.failed && first.rir
            ? ", reserve not reported"
            : last?.failed
              ? ", to failure"
              : ""}
      </p>
      {done?.restSeconds == null ? null : (
        <p>
          <span className="text-quiet">rest before it </span>
          {formatClock(done.restSeconds)}
        </p>
      )}
      <Expected context={context} shown={shown} segmentId={first.id} />
      {done && done.form !== "held" ? <p>Form {done.form}.</p> : null}
      {done && done.pain > 0 ? (
        <p>
          Pain {done.pain} of 10{done.painPlace ? `, ${done.painPlace}` : ""}.
        </p>
      ) : null}
      {done?.note ? <p>{done.note}</p> : null}
      {lift.next ? (
        <p>
          <span className="text-quiet">its rule next </span>
          {nextSentence(lift.next, shown.equipment.unit)}
        </p>
      ) : null}
      {suspect ? <Notice kind="warn">{suspectSentence(suspect, shown.equipment.unit)}</Notice> : null}
      {view ? one.done.map((set) => <CorrectSet key={JSON.stringify(set)} view={view} lift={lift} done={set} />) : null}
    </aside>
  );
}

/** What was to be expected of a set, with the rests that were asked, from the record of before. */
function Expected({
  context,
  shown,
  segmentId,
}: {
  context: ReviewView["context"];
  shown: ShownContent;
  segmentId: string;
}) {
  const { forecast } = useMemo(() => computeSession(shown.document, context), [shown.document, context]);
  const found = forecast.bySegment.get(segmentId);
  if (!found || found.expectedReps === null) return null;
  const { expectedReps, expectedRir } = found;
  return (
    <p>
      <span className="text-quiet">expected </span>
      {decimal(Math.max(0, Math.floor(expectedReps)))} reps
      {expectedRir !== null && expectedRir >= 0 ? `, ${decimal(expectedRir, 0)} in reserve` : ""}
    </p>
  );
}
