"use client";
import type { ShownContent } from "@/contract";
import {
  decimal,
  firstOf,
  formatClock,
  isBodyweight,
  isLoadSaid,
  massFigure,
  nextSentence,
  occurrenceKey,
  printAmount,
  printSpan,
  ruleName,
  suspectSentence,
  type WeightUnit,
} from "@/core";
import { LineChart } from "@/parts/line-chart";
import { Notice } from "@/ui/notice";
import { nextWords, type ReviewedLift, type ReviewView } from "@/views";
import { CorrectSet } from "./correct-set";
import { doneWords, notDoneWords } from "./crossing";

/** Touch a set and it tells what was asked, what was done, and the rest that was kept. */
export function SetStory({
  chosen,
  shown,
  view,
  sessionId,
}: {
  sessionId: string;
  chosen: { lift: ReviewedLift; round: number } | null;
  shown: ShownContent;
  /** Given where sets may be corrected. */
  view: ReviewView | null;
}) {
  if (!chosen)
    return (
      <aside className="border-l border-line pl-5 text-quiet">
        Choose a set to see what was asked and what was done.
      </aside>
    );
  const { lift, round } = chosen;
  const one = lift.sets[round]!;
  const first = firstOf(one.set.segments);
  const load = shown.loads[first.id];
  const done = one.done.at(0) ?? null;
  const last = one.done.at(-1) ?? null;
  const suspect = lift.record.suspects.find(
    (other) => other.sessionId === sessionId && one.done.some((set) => occurrenceKey(set) === other.key),
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
      {done && done.form !== "held" ? <p>Form {done.form}.</p> : null}
      {done && done.pain > 0 ? (
        <p>
          Pain {done.pain} of 10{done.painPlace ? `, ${done.painPlace}` : ""}.
        </p>
      ) : null}
      {done?.note ? <p>{done.note}</p> : null}
      {suspect ? <Notice kind="warn">{suspectSentence(suspect, shown.equipment.unit)}</Notice> : null}
      {view ? one.done.map((set) => <CorrectSet key={JSON.stringify(set)} view={view} lift={lift} done={set} />) : null}
    </aside>
  );
}

/** The lift's load over the weeks with today's mark, and what its rule now prescribes, with the reason. */
export function NextLift({ lift, date, unit }: { lift: ReviewedLift; date: string; unit: WeightUnit }) {
  const said = lift.record.exposures.filter((exposure) => isLoadSaid(lift.exercise, exposure));
  const points = said.map((exposure, index, all) => {
    const top = Math.max(...exposure.sets.map((set) => set.loadKg));
    return {
      date: exposure.date,
      value: Number(massFigure(top, unit, 2)),
      isNew: lift.trainedToday && index === all.length - 1 && exposure.date === date,
    };
  });
  const { next } = lift;
  const top = next ? next.sets.reduce((best, set) => (set.loadKg > best.loadKg ? set : best)) : null;
  return (
    <li className="border-t-2 border-walnut pt-2">
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="font-bold">
          <span className="mr-2">{lift.label}</span>
          {lift.exercise.name}
        </h3>
        {next ? <span className="text-quiet">{ruleName(next.rule)}</span> : null}
      </div>
      {next && top ? (
        <>
          <p className="text-lg font-bold">{nextWords(lift, next.sets, unit)}</p>
          <p>{nextSentence(next, unit)}</p>
        </>
      ) : (
        <p className="text-quiet">
          {lift.exposures.length === 0
            ? "Not trained yet, so there is nothing to go by."
            : said.length === 0
              ? "No load was said yet: choose a set above and put it right, or find one in the next ramp."
              : "Held for time: no load rule."}
        </p>
      )}
      <div className="mt-2">
        <LineChart
          title="Heaviest set"
          unit={isBodyweight(lift.exercise) ? `${unit} added` : unit}
          points={points}
          height={92}
          width={320}
        />
      </div>
    </li>
  );
}
