"use client";
import { useMemo, useState } from "react";
import { checkInSentence, decimal, entryAt, lastOf, occurrenceKey } from "@/core";
import { useMessages } from "@/device/messages";
import { Messages } from "@/parts/messages";
import { useDates } from "@/parts/region";
import { buttonClass } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import { leftOpenWords, type Review, type ReviewedLift, type ReviewView, reviewSession } from "@/views";
import { Crossing, doneWords, notDoneWords } from "./crossing";
import { NextTime } from "./next-time";
import { NextWeekSection } from "./next-week";
import { SetStory } from "./set-story";

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
  const { client, sessionId } = view.context;
  const words = useMessages({ clientId: client.id, sessionId, known: view.messages });
  const review = useMemo(() => reviewSession(view), [view]);
  const [place, setPlace] = useState(() => placeOf(review, setId));
  const lift = review?.lifts.find((one) => one.slot.id === place?.slotId);
  const chosen = lift && place ? { lift, round: place.round } : null;
  return (
    <main>
      <PageHeader
        title={view.title || "Untitled session"}
        about={
          <>
            <PageLink href={home.href} className="underline underline-offset-2">
              {home.name}
            </PageLink>{" "}
            · {longDate(view.context.date)}
          </>
        }
        actions={
          coach ? (
            <PageLink href={`/review/weeks?for=${view.context.client.id}`} className={buttonClass("plain")}>
              The weeks
            </PageLink>
          ) : null
        }
      >
        {review ? <Figures review={review} /> : null}
      </PageHeader>
      <div className="px-4 py-4">
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
              {chosen ? (
                <SetStory chosen={chosen} shown={review.shown} view={coach ? view : null} context={view.context} />
              ) : null}
            </section>
            {view.planned && view.state === "done" ? (
              <NextWeekSection view={view} planned={view.planned} lifts={review.lifts} />
            ) : (
              <NextTime lifts={review.lifts} date={view.context.date} unit={view.context.gym.equipment.unit} />
            )}
            {review.changes.length === 0 ? null : (
              <section className="mt-7">
                <h2 className="mb-1 text-lg font-bold">Changed on the floor</h2>
                <ul>
                  {review.changes.map((change) => (
                    <li key={change}>{change}</li>
                  ))}
                </ul>
              </section>
            )}
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
        <section className="mt-7 max-w-2xl">
          <h2 className="mb-2 text-lg font-bold">Messages</h2>
          <Messages {...words} label={coach ? `To ${client.name.split(" ")[0]}` : "To your coach"} />
        </section>
      </div>
    </main>
  );
}

function placeOf(review: Review | null, setId: string | null): { slotId: string; round: number } | null {
  for (const lift of review?.lifts ?? []) {
    const round = lift.sets.findIndex((one) => one?.done.some((set) => occurrenceKey(set) === setId));
    if (round >= 0) return { slotId: lift.slot.id, round };
  }
  return tellingPlace(review);
}

/** What is looked at first: the first set that fell short or was missed, else the last that was done. */
function tellingPlace(review: Review | null): { slotId: string; round: number } | null {
  const all = (review?.lifts ?? []).flatMap(({ slot, sets }) =>
    sets.flatMap((one, round) => (one ? [{ one, place: { slotId: slot.id, round } }] : [])),
  );
  const short = all.find(({ one }) => one.share < 0.98);
  return (short ?? all.findLast(({ one }) => one.done.length > 0) ?? all[0])?.place ?? null;
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
          · <strong>{summary.minutes}</strong> <span className="text-quiet">min{leftOpenWords(summary)}</span>
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
          <tr className="text-left text-quiet">
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
                      className={`block w-full min-w-[7.5rem] text-left ${isChosen ? "outline-2 outline-offset-1 outline-indigo" : ""}`}
                    >
                      <Crossing one={one} />
                      <span className="block">
                        {one.done.length > 0 ? doneWords(lift, one) : notDoneWords(one)}
                        {one.done.at(-1)?.rir == null ? null : (
                          <span className="block text-quiet">{decimal(lastOf(one.done).rir!)} in reserve</span>
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
