"use client";
import { useEffect, useId, useMemo, useState } from "react";
import { effectiveEventIds, formatClock, type Operation, runInPieces, type ShorterKind } from "@/core";
import { fitWords, priceWords } from "@/parts/fit-words";
import {
  type FitFound,
  fitAheadSteps,
  type SessionInProgress,
  secondsAhead,
  shortenedBy,
  type TimedChange,
} from "@/views";
import { FloorSheet } from "./floor-sheet";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";

const STEP_MINUTES = 5;
const MOST_MINUTES = 240;

interface Props {
  readonly onOpenChange: (open: boolean) => void;
  readonly floor: Floor;
  /** The round that was just done, where it is not kept yet: it is not ahead any more. */
  readonly justDone: string | null;
  /** Seconds of the rest that is running. */
  readonly restLeft: number;
}

/** "Only 35 minutes": what is left against the time there is, and what each way of fitting it saves and costs. */
export default function TimeSheet(props: Props) {
  return (
    <FloorSheet title="Shorten session" open onOpenChange={props.onOpenChange}>
      <Ways {...props} />
    </FloorSheet>
  );
}

function Ways({ onOpenChange, floor, justDone, restLeft }: Props) {
  const { view, blockRounds, performed, shown } = floor;
  const state = useMemo(
    (): SessionInProgress | null =>
      view && {
        content: view.shown,
        client: view.client ?? null,
        blockRounds: blockRounds.filter(({ key }) => key !== justDone),
        performed,
      },
    [view, blockRounds, performed, justDone],
  );
  // The rest that is running when the sheet opens; it does not count on below the thumb.
  const [resting] = useState(Math.max(0, restLeft));
  const planned = useMemo(() => (state ? secondsAhead(state) + resting : 0), [state, resting]);
  const [minutes, setMinutes] = useState(() =>
    Math.max(STEP_MINUTES, STEP_MINUTES * Math.floor(planned / 60 / STEP_MINUTES)),
  );
  const found = useFit(state, minutes * 60 - resting);
  const words = useMemo(() => (shown ? fitWords(shown.document, shown.catalogue) : null), [shown]);
  const label = useId();
  if (!state || !words) return null;
  const over = planned - minutes * 60;
  const earlier = lastShortened(floor);
  const take = async (operation: Operation) => {
    const body = shortenedBy(state, operation, minutes);
    if (!body || !floor.mayCommit()) return;
    await floor.log(body);
    onOpenChange(false);
  };
  const takeBack = async (eventId: string) => {
    if (!floor.mayCommit()) return;
    await floor.log({ kind: "undone", eventId });
    onOpenChange(false);
  };
  return (
    <>
      <div role="group" aria-labelledby={label} className="flex items-center gap-3">
        <span id={label} className="mr-auto text-lg left-hand:order-last left-hand:mr-0">
          Time left
        </span>
        <Step
          label="5 minutes less"
          sign="−"
          onClick={() => setMinutes(Math.max(STEP_MINUTES, minutes - STEP_MINUTES))}
        />
        <strong role="status" className="min-w-[6.5rem] whitespace-nowrap text-center text-2xl">
          {minutes} min
        </strong>
        <Step
          label="5 minutes more"
          sign="+"
          onClick={() => setMinutes(Math.min(MOST_MINUTES, minutes + STEP_MINUTES))}
        />
      </div>
      <p className="text-lg">
        <strong>{formatClock(planned)}</strong> is ahead as planned
        {over > 0 ? `, ${formatClock(over)} too much.` : ": it fits."}
      </p>
      {earlier ? (
        <SmallButton onClick={() => takeBack(earlier.id)}>Undo what was cut for {earlier.minutes} min</SmallButton>
      ) : null}
      {over <= 0 ? null : found === null ? (
        <p role="status" className="text-lg text-[var(--floor-quiet)]">
          Working out what each way saves…
        </p>
      ) : (
        <>
          {found.plan ? (
            <Way
              title={found.plan.isEnough ? "All of these" : "As far as it goes"}
              steps={words.steps(found.plan.steps.map(({ change }) => change))}
              saved={planned - resting - found.plan.seconds}
              note={priceWords(found.plan.price, "shorter")}
              onTake={() => take(found.plan!.operation)}
            />
          ) : null}
          {enoughFirst(found.ways).map(({ change, savedSeconds, price, isEnough, operation }) => (
            <Way
              key={words.shorter(change)}
              title={words.shorter(change)}
              saved={savedSeconds}
              note={`${priceWords(price, "shorter")}${isEnough ? "; it is enough" : ""}`}
              onTake={() => take(operation)}
            />
          ))}
          {found.ways.length === 0 ? <p className="text-lg">What is ahead cannot be made shorter.</p> : null}
        </>
      )}
    </>
  );
}

/** What one tap alone settles comes first; the cheapest minute first among the others. */
const enoughFirst = (ways: readonly TimedChange<ShorterKind>[]) =>
  [...ways.filter(({ isEnough }) => isEnough), ...ways.filter(({ isEnough }) => !isEnough)].slice(0, 6);

/** The ways into a time, worked out between two frames; null until they are there. */
function useFit(state: SessionInProgress | null, capSeconds: number): FitFound | null {
  const [found, setFound] = useState<FitFound | null>(null);
  useEffect(() => {
    setFound(null);
    if (!state) return;
    let isWanted = true;
    // What nobody waits for any more stops at its next pause.
    const pause = () => new Promise<void>((go) => void (isWanted && setTimeout(go)));
    const steps = fitAheadSteps(state, Math.max(0, capSeconds));
    void runInPieces(steps, () => performance.now(), pause).then((answer) => isWanted && setFound(answer));
    return () => {
      isWanted = false;
    };
  }, [state, capSeconds]);
  return found;
}

/** The last time that the session was made to fit, where that still stands. */
function lastShortened({ events }: Floor): { readonly id: string; readonly minutes: number } | null {
  const stands = effectiveEventIds(events);
  for (const { id, body } of events.toReversed())
    if (body.kind === "shortened" && stands.has(id)) return { id, minutes: body.minutes };
  return null;
}

function Step({ label, sign, onClick }: { label: string; sign: string; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onClick}
      className="size-14 rounded-lg border border-[var(--floor-line)] text-xl font-bold"
    >
      {sign}
    </button>
  );
}

function Way({
  title,
  steps = [],
  saved,
  note,
  onTake,
}: {
  title: string;
  steps?: readonly string[];
  saved: number;
  note: string;
  onTake: () => void;
}) {
  return (
    <section
      aria-label={title}
      className="flex items-center gap-3 border-t border-[var(--floor-line)] pt-3 left-hand:flex-row-reverse"
    >
      <div className="min-w-0 flex-1">
        <p className="text-lg font-semibold">{title}</p>
        {steps.length > 0 ? (
          <ul className="list-disc pl-5">
            {steps.map((one, index) => (
              <li key={index}>{one}</li>
            ))}
          </ul>
        ) : null}
        <p className="text-[var(--floor-quiet)]">{note}</p>
      </div>
      <button
        type="button"
        aria-label={`${title}: saves ${formatClock(saved)}`}
        onClick={onTake}
        className="min-h-[56px] min-w-[5.5rem] rounded-lg bg-[var(--floor-done)] px-3 text-lg font-bold text-[var(--floor-on)]"
      >
        <span className="block text-lg font-normal">Save</span>
        {formatClock(saved)}
      </button>
    </section>
  );
}
