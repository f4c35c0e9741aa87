"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import type { ShownContent } from "@/contract";
import {
  checkInSentence,
  type DoneSet,
  decimal,
  entryAt,
  firstOf,
  formatClock,
  isBodyweight,
  isLoadSaid,
  lastOf,
  loadWordsIn,
  massFigure,
  nextSentence,
  occurrenceKey,
  printAmount,
  printSpan,
  ruleName,
  signedKg,
  suspectSentence,
  type WeightUnit,
} from "@/core";
import { LineChart } from "@/parts/line-chart";
import { useDates } from "@/parts/region";
import { Notice } from "@/ui/notice";
import { type Review, type ReviewedLift, type ReviewedSet, type ReviewView, reviewSession } from "@/views";
import { CorrectSet } from "./correct-set";
import { NextWeekSection } from "./next-week";

export function ReviewScreen({
  view,
  home,
  coach = false,
  setId = null,
}: {
  view: ReviewView;
  home: { href: string; name: string };
  /** Whether the person may put logged sets right. */
  coach?: boolean;
  /** A set to open with. */
  setId?: string | null;
}) {
  const { longDate } = useDates();
  const review = useMemo(() => reviewSession(view), [view]);
  const [place, setPlace] = useState(() => placeOf(review, setId));
  const lift = review?.lifts.find((one) => one.slot.id === place?.slotId);
  const chosen = lift && place ? { lift, round: place.round } : null;
  return (
    <main className="px-6 py-5">
      <header className="mb-5 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-xl font-bold">{view.title || "Untitled session"}</h1>
        <p className="text-quiet">
          <Link href={home.href} className="underline underline-offset-2">
            {home.name}
          </Link>{" "}
          · {longDate(view.context.date)}
        </p>
        {review ? <Figures review={review} /> : null}
        {coach ? (
          <Link href={`/review/weeks?for=${view.context.client.id}`} className="ml-auto underline underline-offset-2">
            The weeks
          </Link>
        ) : null}
      </header>
      {review?.summary.checkIn ? (
        <p className="mb-3 text-quiet">Came: {checkInSentence(review.summary.checkIn)}</p>
      ) : null}
      {review ? (
        <>
          <section aria-label="Planned and done" className="grid gap-6 lg:grid-cols-[1fr_19rem]">
            <PlannedAndDone
              review={review}
              chosen={chosen}
              onChoose={(one, round) => setPlace({ slotId: one.slot.id, round })}
            />
            <SetStory
              chosen={chosen}
              shown={review.shown}
              view={coach ? view : null}
              sessionId={view.context.sessionId}
            />
          </section>
          <section className="mt-7">
            <h2 className="mb-3 text-lg font-bold">Next time</h2>
            <ul className="grid grid-cols-[repeat(auto-fill,minmax(20rem,1fr))] gap-x-9 gap-y-7">
              {review.lifts.map((lift) => (
                <NextLift
                  key={lift.slot.id}
                  lift={lift}
                  date={view.context.date}
                  unit={view.context.gym.equipment.unit}
                />
              ))}
            </ul>
          </section>
          {view.planned && view.state === "done" ? <NextWeekSection view={view} planned={view.planned} /> : null}
          {review.performed.notes.length === 0 && !review.performed.ended?.note ? null : (
            <section className="mt-7">
              <h2 className="mb-1 text-lg font-bold">Notes</h2>
              {review.performed.notes.map((note, index) => (
                <p key={index}>{note.text}</p>
              ))}
              <p>{review.performed.ended?.note}</p>
            </section>
          )}
          {view.state === "done" ? null : (
            <Notice kind="warn">This session has not been ended on the floor yet.</Notice>
          )}
        </>
      ) : (
        <p className="py-12 text-center text-lg">Nothing has been logged in this session yet.</p>
      )}
    </main>
  );
}

function placeOf(review: Review | null, setId: string | null): { slotId: string; round: number } | null {
  for (const lift of review?.lifts ?? []) {
    const round = lift.sets.findIndex((one) => one?.done.some((set) => occurrenceKey(set) === setId));
    if (round >= 0) return { slotId: lift.slot.id, round };
  }
  return null;
}

function Figures({ review }: { review: Review }) {
  const { performed, summary } = review;
  return (
    <p className="ml-auto">
      <strong>
        {summary.sets} of {summary.plannedSets}
      </strong>{" "}
      <span className="text-quiet">sets</span>
      {performed.ended ? (
        <>
          {" "}
          · <strong>{summary.minutes}</strong> <span className="text-quiet">min</span>
        </>
      ) : null}
      {performed.ended?.sessionRpe == null ? null : (
        <>
          {" "}
          · <strong>{performed.ended.sessionRpe}</strong> <span className="text-quiet">session effort</span>
        </>
      )}
    </p>
  );
}

/** A column a planned set, a bar across for what was done; a set left out is a hole, a rep more is thicker. */
function PlannedAndDone({
  review,
  chosen,
  onChoose,
}: {
  review: Review;
  chosen: { lift: ReviewedLift; round: number } | null;
  onChoose: (lift: ReviewedLift, round: number) => void;
}) {
  const rounds = Math.max(1, ...review.lifts.map((lift) => lift.sets.length));
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse">
        <thead>
          <tr className="narrow text-left text-quiet">
            <th className="w-52 font-normal">lift</th>
            {Array.from({ length: rounds }, (_, i) => (
              <th key={i} className="font-normal">
                {i + 1}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {review.lifts.map((lift, index) => (
            <tr
              key={lift.slot.id}
              className={
                index > 0 && entryAt(review.lifts, index - 1).label[0] !== lift.label[0] ? "border-t border-rule" : ""
              }
            >
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                <span className="inline-block w-8 font-bold">{lift.label}</span>
                {lift.exercise.name}
              </th>
              {Array.from({ length: rounds }, (_, round) => {
                const one = lift.sets[round];
                if (!one) return <td key={round} />;
                const isChosen = chosen?.lift.slot.id === lift.slot.id && chosen.round === round;
                return (
                  <td key={round} className="py-1 pr-2">
                    <button
                      type="button"
                      onClick={() => onChoose(lift, round)}
                      aria-pressed={isChosen}
                      className={`block w-full min-w-[5.2rem] text-left ${isChosen ? "outline-2 outline-offset-1 outline-indigo" : ""}`}
                    >
                      <Crossing one={one} />
                      <span className="narrow block">
                        {one.done.length > 0 ? doneWords(lift, one) : notDoneWords(one)}
                        {one.done.at(-1)?.rir == null ? null : (
                          <span className="text-quiet"> rir {decimal(lastOf(one.done).rir!)}</span>
                        )}
                      </span>
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What was done: its parts, and its mini-sets one after the other. */
const notDoneWords = ({ leftOut }: ReviewedSet): string =>
  leftOut === null ? "not done" : ["left out", leftOut].filter(Boolean).join(", ");

const doneWords = (lift: ReviewedLift, { done }: ReviewedSet): string =>
  done.map((set) => setWords(lift, set)).join(", ");

function setWords({ exercise, slot }: ReviewedLift, { segments }: DoneSet): string {
  const words = segments.map((segment) => {
    const kg = signedKg(segment);
    const reps =
      segment.seconds !== null
        ? `${decimal(segment.seconds)} s`
        : segment.metres !== null
          ? `${decimal(segment.metres)} m`
          : segment.rightReps === null || segment.rightReps === segment.reps
            ? String(segment.reps)
            : `${segment.reps}/${segment.rightReps}`;
    if (isBodyweight(exercise) && kg === 0) return reps;
    return `${reps} × ${kg < 0 ? "−" : isBodyweight(exercise) ? "+" : ""}${segment.load?.amount ?? "?"}`;
  });
  const swapped = segments[0] !== undefined && segments[0].exerciseId !== slot.exerciseId;
  return `${swapped ? "swapped: " : ""}${words.join(" ↘ ")}`;
}

function Crossing({ one }: { one: ReviewedSet }) {
  const { share } = one;
  const width = 76;
  return (
    <svg width={width + 10} height={20} aria-hidden className="block">
      {[0, 1, 2, 3, 4, 5].map((i) => (
        <line key={i} x1={6 + i * 13} x2={6 + i * 13} y1={0} y2={20} stroke="var(--color-line)" strokeWidth={2.5} />
      ))}
      <rect
        x={1}
        y={4}
        width={width}
        height={12}
        fill="none"
        stroke="var(--color-indigo)"
        strokeDasharray={one.leftOut !== null ? "2 2" : undefined}
      />
      {share > 0 ? <rect x={1} y={4} width={Math.min(1, share) * width} height={12} fill="var(--color-woad)" /> : null}
      {share > 1.02 ? <ellipse cx={width + 2} cy={10} rx={5} ry={8} fill="var(--color-woad)" /> : null}
      {share > 0 && share < 0.98 ? (
        <text x={width - 6} y={14} fontSize={11} fontWeight={700} fill="var(--color-walnut)">
          ▲
        </text>
      ) : null}
    </svg>
  );
}

/** Touch a set and it tells what was asked, what was done, and the rest that was kept. */
function SetStory({
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
function NextLift({ lift, date, unit }: { lift: ReviewedLift; date: string; unit: WeightUnit }) {
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
        {next ? <span className="narrow text-quiet">{ruleName(next.rule)}</span> : null}
      </div>
      {next && top ? (
        <>
          <p className="text-lg font-bold">{prescriptionWords(lift, next.sets, unit)}</p>
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

/** "5, 5, 5 × 82.5 kg", or set by set where loads differ. */
function prescriptionWords(
  lift: ReviewedLift,
  sets: readonly { loadKg: number; reps: number }[],
  unit: WeightUnit,
): string {
  const words = (kg: number) => loadWordsIn(lift.exercise, kg, unit);
  const same = sets.every((set) => set.loadKg === firstOf(sets).loadKg);
  if (same) return `${sets.map((set) => set.reps).join(", ")} × ${words(firstOf(sets).loadKg)}`;
  return sets.map((set) => `${set.reps} × ${words(set.loadKg)}`).join(", ");
}
