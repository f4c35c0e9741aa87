"use client";
import { useMemo } from "react";
import {
  blockRoundsOf,
  coachOrder,
  exerciseOfMove,
  exerciseOrThrow,
  firstOf,
  formatClock,
  goalCounts,
  isPaused,
  type Lane,
  type LaneNeed,
  laneNeed,
  type PerformedSession,
  type PerformedSet,
  partnersNeeds,
  partnersTurn,
  type StationClash,
  stationClash,
  workContextOf,
} from "@/core";
import { clashWords, coachWords, roundWords } from "@/views";
import { SessionScreen } from "./floor-session";
import { MOST_LANES } from "./lane-count";
import { LaneStrip, MINUTES_AHEAD, minutesAt } from "./lane-strip";
import { useFloor } from "./use-floor";
import { useWakeLock } from "./use-now";
import { type Run, useRun } from "./use-run";

interface Props {
  readonly ids: readonly string[];
  /** The session that has the whole screen; null: all of them side by side. */
  readonly open: string | null;
  readonly onOpen: (sessionId: string | null) => void;
}

/** Several clients at once: a lane for each, whom to go to next on top, and one of them on the whole screen when it is opened. */
export default function Lanes({ ids, open, onOpen }: Props) {
  const [a = null, b = null, c = null, d = null] = ids;
  const runs = [useRun(useFloor(a)), useRun(useFloor(b)), useRun(useFloor(c)), useRun(useFloor(d))].slice(
    0,
    ids.length,
  );
  useWakeLock();
  const lanes = runs.map(laneOf);
  const { needs, waitsFor, partners } = needsOf(runs, lanes);
  const names = namesOf(runs);
  const opened = runs.find(({ sessionId }) => sessionId === open);
  if (opened)
    return (
      <>
        <SessionScreen key={opened.sessionId} run={opened} onLeave={() => onOpen(null)} />
        <Switcher runs={runs} needs={needs} names={names} open={open} onOpen={onOpen} />
      </>
    );
  const words = coachWords(needs, coachOrder(needs), (index) => names[index] ?? "");
  return (
    <main data-committing={runs.some(({ floor }) => floor.isCommitting) || undefined} className="flex flex-1 flex-col">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
        <h1 className="text-xl font-bold">{words?.first ?? "Several clients"}</h1>
        <p className="text-lg text-[var(--floor-quiet)]">{words?.why}</p>
        <div aria-live="polite" className="w-full md:ml-auto md:w-auto">
          <Clash runs={runs} lanes={lanes} names={names} />
        </div>
      </header>
      <div aria-hidden className="mr-[10.4rem] ml-[14.15rem] hidden h-6 md:block">
        <div className="relative h-full text-base text-[var(--floor-quiet)]">
          {AXIS.map((minutes) => (
            <span
              key={minutes}
              className="absolute -translate-x-1/2 whitespace-nowrap"
              style={{ left: `${100 * minutesAt(minutes)}%` }}
            >
              {minutes === 0 ? "now" : `+${minutes} min`}
            </span>
          ))}
        </div>
      </div>
      <ul className="flex flex-col">
        {runs.map((run, index) => (
          <LaneRow
            key={run.sessionId}
            run={run}
            lane={lanes[index] ?? null}
            need={needs[index]!}
            name={names[index] ?? ""}
            partner={partners.get(index)?.performed ?? null}
            waitsFor={names[waitsFor.get(index) ?? -1] ?? null}
            onOpen={() => onOpen(run.sessionId)}
          />
        ))}
      </ul>
      <a href="/floor" className="mt-3 flex min-h-[56px] items-center self-start text-lg underline underline-offset-4">
        Other sessions
      </a>
    </main>
  );
}

const AXIS = Array.from({ length: MINUTES_AHEAD / 4 + 1 }, (_, index) => index * 4);

/** What each waits for; of partners who alternate, whoever is not on waits for the other, by index. */
function needsOf(runs: readonly Run[], lanes: readonly (Lane | null)[]) {
  const needs = lanes.map((lane, index): LaneNeed => {
    if (!lane) return { kind: "over", inSeconds: null };
    const need = laneNeed(lane);
    // How long warm-up sets take is up to whoever does them.
    return need.kind === "set" && isRamping(runs[index]!) ? { kind: "set", inSeconds: null } : need;
  });
  const waitsFor = new Map<number, number>();
  const partners = new Map<number, Lane>();
  runs.forEach(({ floor }, own) => {
    const other = runs.findIndex(({ sessionId }) => sessionId === floor.view?.partner?.sessionId);
    const [first, second] = [lanes[own], lanes[other]];
    if (!first || !second) return;
    partners.set(own, second);
    if (other <= own) return;
    [needs[own], needs[other]] = partnersNeeds([first, second]);
    const turn = partnersTurn([first, second]);
    if (turn !== null) waitsFor.set(turn === 0 ? other : own, turn === 0 ? own : other);
  });
  return { needs, waitsFor, partners };
}

/** Warm-up sets are in hand. */
const isRamping = ({ inHand, resting, rampOf }: Run): boolean =>
  inHand !== null && !resting && rampOf(inHand) === "open";

/** First names; whole ones where two are alike. */
function namesOf(runs: readonly Run[]): string[] {
  const whole = runs.map(({ floor }) => floor.view?.clientName ?? "");
  const first = whole.map((name) => name.split(" ")[0] ?? name);
  return whole.map((name, index) => (first.filter((one) => one === first[index]).length > 1 ? name : first[index]!));
}

/** A session as it stands now; what is done and not saved yet counts as done. */
function laneOf({ floor, now, resting, restLeft, done }: Run): Lane | null {
  const { shown, view, blockRounds, performed, pending } = floor;
  if (!shown || !view) return null;
  const began = pending?.movedOn ? pending.workStartedMs : performed.sets.size === 0 ? performed.startedAtMs : null;
  return {
    shown,
    blockRounds: done === performed ? blockRounds : blockRoundsOf(shown.document, workContextOf(shown), done),
    performed: done,
    // After the last round of a block nothing is rested for: what comes next may begin.
    restLeftSeconds: resting ? (restLeft ?? 0) : pending?.workStartedMs === null ? restLeft : null,
    workedSeconds: began === null ? null : (now - began) / 1000,
    rampReps: ({ id }) => view.shown.ramps[id]?.map(({ reps }) => reps) ?? [],
  };
}

interface RowProps {
  readonly run: Run;
  readonly lane: Lane | null;
  readonly need: LaneNeed;
  readonly name: string;
  /** What a partner has done; null: they train alone. */
  readonly partner: PerformedSession | null;
  /** The partner who is on; null: nobody. */
  readonly waitsFor: string | null;
  readonly onOpen: () => void;
}

const ROW =
  "grid grid-cols-[1fr_auto] gap-x-4 border-t border-[var(--floor-raised)] py-3 md:grid-cols-[13rem_1fr_9.25rem]";

/** One client: who, where and the clock; what is in hand or comes next; what lies ahead in time; and the tap that is due. */
function LaneRow({ run, lane, need, name, partner, waitsFor, onOpen }: RowProps) {
  const { floor, now, inHand, resting, ahead } = run;
  const { view, shown, loading } = floor;
  if (!view || !shown || !lane)
    return (
      <li className={ROW}>
        <p className="col-span-2 text-lg">
          {loading.kind === "held" || loading.kind === "failed" ? loading.message : "Opening the session…"}
        </p>
        {loading.kind === "held" ? <LaneButton onClick={onOpen}>Open</LaneButton> : null}
        {loading.kind === "failed" ? <LaneButton onClick={() => void floor.refresh()}>Try again</LaneButton> : null}
      </li>
    );
  const next = resting ? ahead : inHand;
  const [move] = next?.moves ?? [];
  const station = move ? exerciseOrThrow(shown.catalogue, exerciseOfMove(move)).stations[0] : undefined;
  const build = move ? view.shown.loads[firstOf(move.set.segments).id]?.build : "";
  const isResting = need.kind === "rest";
  return (
    <li aria-label={name} className={ROW}>
      <button type="button" onClick={onOpen} className="min-h-[56px] min-w-0 self-start text-left">
        <span className="block truncate text-2xl leading-tight font-bold">{name}</span>
        <span className="block truncate text-lg text-[var(--floor-quiet)]">
          {waitsFor === null ? (station ?? "floor") : `${waitsFor}’s turn`}
        </span>
        <LaneFigure run={run} need={need} />
      </button>
      <div className="col-span-2 row-start-2 flex min-w-0 flex-col md:col-span-1 md:col-start-2 md:row-start-1">
        <p className="text-lg leading-snug">
          {next && need.kind !== "over" ? (
            <>
              {isResting || isRamping(run) ? <span className="text-[var(--floor-quiet)]">then </span> : null}
              <strong>{roundWords(next, shown)}</strong>
              <span className="text-[var(--floor-quiet)]">
                {next.rounds > 1 ? ` · round ${next.round + 1} of ${next.rounds}` : ""}
              </span>
            </>
          ) : (
            <span className="text-[var(--floor-quiet)]">All sets are done.</span>
          )}
        </p>
        {next && need.kind !== "over"
          ? [...goalCounts(next, lane.performed, partner)].map(([slotId, { total, done, isShared }]) => (
              <p key={slotId} className="text-lg">
                {isShared ? "together " : ""}
                <strong>{done}</strong> of {total} reps
              </p>
            ))
          : null}
        {build && need.kind !== "over" ? <p className="text-lg text-[var(--floor-quiet)]">{build}</p> : null}
        <LaneStrip lane={lane} now={now} className="mt-auto hidden w-full md:block" />
      </div>
      <div className="col-start-2 row-start-1 flex w-[9.25rem] flex-col md:col-start-3">
        <LaneAction run={run} need={need} isWaiting={waitsFor !== null} onOpen={onOpen} />
      </div>
    </li>
  );
}

/** The clock of a rest, or what is lifted now. */
function LaneFigure({ run, need }: { run: Run; need: LaneNeed }) {
  const { inHand, floor } = run;
  const size = "block text-4xl leading-none font-bold tracking-tight whitespace-nowrap";
  if (need.kind === "over") return <span className={size}>Done</span>;
  if (need.kind === "paused") return <span className={`${size} text-[var(--floor-quiet)]`}>Paused</span>;
  if (need.kind === "rest") {
    const left = need.inSeconds ?? 0;
    return (
      <span role="timer" aria-label="Rest left" className={`${size} ${left <= 0 ? "text-[var(--floor-warn)]" : ""}`}>
        {left < 0 ? "+" : ""}
        {formatClock(Math.abs(left))}
      </span>
    );
  }
  if (need.kind === "set" && isRamping(run)) return <span className={`${size} text-[var(--floor-now)]`}>Warm-up</span>;
  const [move] = inHand?.moves ?? [];
  const segment = move && firstOf(move.set.segments);
  const shown = segment && floor.view?.shown.loads[segment.id];
  const amount = shown?.aimReps ?? (segment?.amount.kind === "reps" ? segment.amount.reps.high : null);
  const words = shown?.words.replace(/ (kg|lb)$/, "") ?? "";
  const figure = [amount, words].filter(Boolean).join(" × ") || "–";
  return (
    <span
      className={`block leading-none font-bold tracking-tight ${figure.length > 9 ? "text-2xl" : "text-4xl whitespace-nowrap"} ${need.kind === "set" ? "text-[var(--floor-now)]" : ""}`}
    >
      {figure}
    </span>
  );
}

/** The one tap that is due; whatever needs more than that is done on the whole screen. */
function LaneAction({
  run,
  need,
  isWaiting,
  onOpen,
}: {
  run: Run;
  need: LaneNeed;
  /** The partner is on. */
  isWaiting: boolean;
  onOpen: () => void;
}) {
  const { floor, inHand, isUnsaved, stops } = run;
  const { pending } = floor;
  const open = <LaneButton onClick={onOpen}>Open</LaneButton>;
  if (stops.length > 0)
    return (
      <LaneButton tone="warn" onClick={onOpen}>
        Hurts: open
      </LaneButton>
    );
  if (isUnsaved && pending)
    return (
      <LaneButton
        tone={need.kind !== "paused" && (need.inSeconds ?? 0) <= 0 ? "warn" : "done"}
        onClick={() => void run.keep(pending.sets)}
      >
        {saveWords(pending.sets)}
      </LaneButton>
    );
  if (!inHand || floor.performed.ended) return open;
  if (need.kind === "start")
    return (
      <LaneButton tone="now" onClick={() => void run.begin()}>
        Start
      </LaneButton>
    );
  if (need.kind === "paused")
    return (
      <LaneButton tone="now" onClick={() => floor.mayCommit() && void floor.log({ kind: "paused", resumed: true })}>
        Go on
      </LaneButton>
    );
  // Warm-up sets and a load that is looked for are led through on the whole screen.
  if (isRamping(run) || run.resting || isWaiting) return open;
  return (
    <LaneButton tone="now" onClick={() => run.finishRound(inHand, new Map())}>
      {inHand.moves.length > 1 ? "Round done" : "Set done"}
    </LaneButton>
  );
}

/** "Save 8 reps"; of more than one set, or what is no reps, without the figure. */
function saveWords(sets: readonly PerformedSet[]): string {
  const segments = sets.flatMap((set) => set.segments);
  const [only] = segments;
  if (sets.length > 1) return "Save round";
  return segments.length === 1 && only && only.reps > 0 ? `Save ${only.reps} reps` : "Save set";
}

const TONES = {
  now: "bg-[var(--floor-now)] text-[var(--floor-on)]",
  done: "bg-[var(--floor-done)] text-[var(--floor-on)]",
  warn: "bg-[var(--floor-warn)] text-[var(--floor-on)]",
  plain: "border border-[var(--floor-line)]",
} as const;

function LaneButton({
  children,
  tone = "plain",
  onClick,
}: {
  children: React.ReactNode;
  tone?: keyof typeof TONES;
  onClick: () => void;
}) {
  return (
    <button
      type="button"
      onClick={onClick}
      className={`min-h-[64px] w-full rounded-xl px-2 text-xl font-bold ${TONES[tone]}`}
    >
      {children}
    </button>
  );
}

/** A station that two want in the coming minutes, said in time; one tap changes the order of whoever waits least by it. */
function Clash({
  runs,
  lanes,
  names,
}: {
  runs: readonly Run[];
  lanes: readonly (Lane | null)[];
  names: readonly string[];
}) {
  const clash = useClash(lanes, runs[0]?.now ?? 0);
  if (!clash) return null;
  const { what, how } = clashWords(clash, (index) => names[index] ?? "");
  const { swap } = clash;
  const run = swap ? runs[swap.lane] : null;
  const box =
    "w-full rounded-lg border border-[var(--floor-warn)] px-3.5 py-1.5 text-left leading-snug text-[var(--floor-warn)]";
  if (!swap || !run)
    return (
      <p className={box}>
        <strong className="block">{what}</strong> {how}
      </p>
    );
  return (
    <button
      type="button"
      onClick={() => {
        if (run.floor.mayCommit()) void run.floor.log({ kind: "orderChanged", blockIds: swap.blockIds });
      }}
      className={`${box} min-h-[56px]`}
    >
      <strong className="block">{what}</strong>
      <span className="underline underline-offset-4">{how}</span>
    </button>
  );
}

/** How often stations are looked at, with nothing done meanwhile. */
const LOOK_MS = 5_000;

function useClash(lanes: readonly (Lane | null)[], now: number): StationClash | null {
  const looked = Math.floor(now / LOOK_MS);
  const done = lanes.map((lane) => lane?.performed);
  // The clock draws the lanes four times a second; who wants what is looked at when something was done, and every few seconds.
  // biome-ignore lint/correctness/useExhaustiveDependencies: `lanes` is another list each time; what it says changes with these.
  return useMemo(() => {
    // Nobody knows when a session that is paused comes to its stations.
    const there = lanes.flatMap((lane, index) => (lane && !isPaused(lane.performed) ? [{ lane, index }] : []));
    const clash = stationClash(there.map(({ lane }) => lane));
    if (!clash) return null;
    const at = (index: number) => there[index]!.index;
    const swap = clash.swap && { ...clash.swap, lane: at(clash.swap.lane) };
    return { ...clash, holder: at(clash.holder), later: at(clash.later), swap };
  }, [looked, ...done.concat(Array(MOST_LANES - done.length).fill(undefined))]);
}

/** The others while one has the whole screen: their clocks, and a tap of the thumb to each. */
function Switcher({
  runs,
  needs,
  names,
  open,
  onOpen,
}: {
  runs: readonly Run[];
  needs: readonly LaneNeed[];
  names: readonly string[];
  open: string | null;
  onOpen: (sessionId: string) => void;
}) {
  return (
    <nav
      aria-label="Other clients"
      className="sticky bottom-0 z-10 -mx-[18px] mt-1 flex h-[var(--floor-bar)] gap-1.5 border-t border-[var(--floor-raised)] bg-[var(--floor-ground)] px-[18px] py-1"
    >
      {runs.map(({ sessionId }, index) =>
        sessionId === null || sessionId === open ? null : (
          <button
            key={sessionId}
            type="button"
            onClick={() => onOpen(sessionId)}
            className="min-h-[56px] min-w-0 flex-1 rounded-lg border border-[var(--floor-line)] px-1 leading-tight"
          >
            <span className="block truncate">{names[index]}</span>
            <strong className={(needs[index]!.inSeconds ?? 1) <= 0 ? "text-[var(--floor-warn)]" : ""}>
              {shortNeed(needs[index]!)}
            </strong>
          </button>
        ),
      )}
    </nav>
  );
}

function shortNeed({ kind, inSeconds }: LaneNeed): string {
  if (kind === "over") return "done";
  if (kind === "start") return "not begun";
  if (kind === "paused") return "paused";
  if (kind === "set" || inSeconds === null) return "at work";
  return `${inSeconds < 0 ? "+" : ""}${formatClock(Math.abs(inSeconds))}`;
}
