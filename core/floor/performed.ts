/**
 * What was performed, laid out like a plan: the same blocks, slots, sets and segments with the reps, loads, efforts and rests
 * that were logged, so that time, hard sets, volume and hard techniques are counted by the very functions that count a plan.
 */
import { exerciseOrThrow, isTrainable } from "../exercise";
import { entryAt, groupBy, lastOf } from "../lists";
import { effectiveKg } from "../load";
import {
  allBlocks,
  type Block,
  EMPTY_DOCUMENT,
  type Segment,
  type SessionDocument,
  type Slot,
  transitionAfter,
  type WorkSet,
} from "../session";
import {
  type BlockTimeline,
  changeBetween,
  type RestReason,
  repSeconds,
  restAfter,
  type Side,
  type Timeline,
  type TimelineSpan,
  tempoInForce,
} from "../time";
import { round, toKg } from "../units";
import { type DoneSet, occurrenceKey, type PerformedSegment, type PerformedSession } from "./events";
import type { ShownSession } from "./shown";

/** The documents that a session was shown in, by hash. */
export type ShownByHash = ReadonlyMap<string, ShownSession>;

/** A performed set in its place in the document that was on the screen. */
export interface PlacedSet {
  readonly done: DoneSet;
  readonly shown: ShownSession;
  readonly block: Block;
  readonly slot: Slot;
  /** The planned set that it answers. */
  readonly planned: WorkSet | null;
}

/** The client's sets in the order in which they were done, each placed in the document it names. */
export function placeSets(performed: PerformedSession, shownByHash: ShownByHash): PlacedSet[] {
  return [...performed.sets.values()].flatMap((done): PlacedSet[] => {
    const shown = shownByHash.get(done.shownHash);
    if (!shown || done.whose !== "client") return [];
    for (const block of allBlocks(shown.document)) {
      const slot = block.slots.find((one) => one.id === done.slotId);
      if (!slot) continue;
      const planned = slot.sets.find((set) => set !== null && set.id === done.plannedSetId) ?? null;
      return [{ done, shown, block, slot, planned }];
    }
    return [];
  });
}

/** The load of a performed segment as a prescribed figure: negative for assistance, 0 for the body alone. */
export const signedKg = (segment: Pick<PerformedSegment, "load" | "sign">): number =>
  segment.load ? round(segment.sign * toKg(segment.load), 3) : 0;

export interface PerformedPlan {
  readonly document: SessionDocument;
  readonly timeline: Timeline;
  /** Effective kg of each performed segment, by its id in the document. */
  readonly effectiveKg: ReadonlyMap<string, number | null>;
}

/** Lays out placed sets of one session; the document's title, warm-up and ramps are left out, since nobody logged them. */
export function layOutPerformed(placed: readonly PlacedSet[]): PerformedPlan {
  const effective = new Map<string, number | null>();
  const asSets = placed.map((one) => ({ ...one, set: asWorkSet(one, effective) }));
  const blocks: BlockTimeline[] = [];
  const byBlock = groupBy(asSets, ({ block }) => block.id);
  for (const sets of byBlock.values()) blocks.push(performedBlock(sets));
  const { settings } = placed[0]?.shown ?? { settings: null };
  let clock = 0;
  const laid = blocks.map((timeline, index) => {
    if (index > 0) clock += settings!.betweenBlocksSeconds;
    const startSeconds = clock;
    clock += timeline.seconds;
    return { startSeconds, timeline };
  });
  const document: SessionDocument = { ...EMPTY_DOCUMENT, blocks: blocks.map(({ block }) => block) };
  return { document, timeline: { blocks: laid, between: [], seconds: clock }, effectiveKg: effective };
}

interface LaidSet extends PlacedSet {
  readonly set: WorkSet;
}

/** A logged set as a set of the grammar: figures done, the load as lifted, the effort as reported, else as asked. */
function asWorkSet({ done, shown, slot, planned }: PlacedSet, effective: Map<string, number | null>): WorkSet {
  const key = occurrenceKey(done);
  const segments = done.segments.map((part, index): Segment => {
    const asked = planned?.segments.find(({ id }) => id === part.segmentId) ?? planned?.segments[index] ?? null;
    const isLast = index === done.segments.length - 1;
    const id = `${key}/${index}`;
    const exercise = exerciseOrThrow(
      shown.catalogue,
      isTrainable(shown.catalogue, part.exerciseId) ? part.exerciseId : slot.exerciseId,
    );
    effective.set(
      id,
      effectiveKg(
        exercise,
        signedKg(part),
        {
          bodyMassKg: shown.bodyMassKg,
          gym: shown.equipment,
          setup: asked?.setup ?? slot.setup,
          beside: asked?.beside ?? [],
          laterality: slot.laterality,
        },
        shown.settings,
      ),
    );
    const reported = done.failed ? 0 : done.rir;
    return {
      id,
      exerciseId: part.exerciseId === slot.exerciseId ? null : part.exerciseId,
      setup: asked?.setup ?? null,
      amount: amountDone(part, asked),
      rom: asked?.rom ?? "full",
      load: { kind: "unsaid" },
      beside: asked?.beside ?? [],
      rir: isLast && reported !== null ? { low: reported, high: reported } : (asked?.rir ?? null),
      tempo: planned && asked ? tempoInForce(planned.segments, planned.segments.indexOf(asked)) : null,
      restBeforeSeconds: asked?.restBeforeSeconds ?? 0,
    };
  });
  return { id: key, role: planned?.role ?? "working", stop: { kind: "segments" }, segments };
}

function amountDone(part: PerformedSegment, asked: Segment | null): Segment["amount"] {
  if (part.seconds !== null) {
    const position = asked?.amount.kind === "hold" ? asked.amount.position : null;
    return position ? { kind: "hold", seconds: part.seconds, position } : { kind: "seconds", seconds: part.seconds };
  }
  if (part.metres !== null) return { kind: "metres", metres: part.metres };
  return { kind: "reps", reps: { low: part.reps, high: part.reps } };
}

function performedBlock(sets: readonly LaidSet[]): BlockTimeline {
  const { block: from, shown } = lastOf(sets);
  const { settings } = shown;
  const spans: TimelineSpan[] = [];
  let clock = 0;
  const rest = (seconds: number, reason: RestReason, placeId: string, round: number) => {
    if (seconds <= 0) return;
    spans.push({ kind: "rest", startSeconds: clock, seconds, reason, placeId, round, assumed: false });
    clock += seconds;
  };
  let before: LaidSet | null = null;
  let roundStart = 0;
  for (const one of sets) {
    const { done, slot } = one;
    if (before && before.done.round === done.round && before.done.ordinal === done.ordinal)
      rest(transitionAfter(before.slot, done.round, settings).seconds, "transition", before.slot.id, done.round);
    else if (before?.done.round === done.round && before.slot.id === slot.id)
      rest(miniSetRest(before, settings.assumed.miniSetRestSeconds), "mini-set", slot.id, done.round);
    else if (before) {
      const planned = restAfter(from, { round: before.done.round, seconds: clock - roundStart }, settings).seconds;
      rest(done.restSeconds ?? planned, "round", from.id, before.done.round);
      roundStart = clock;
    }
    for (const [side, work] of sidesOf(one)) {
      if (side === "right") rest(settings.sideChangeSeconds, "side change", slot.id, done.round);
      one.set.segments.forEach((segment, index) => {
        const part = entryAt(done.segments, index);
        if (index > 0) {
          const exercise = exerciseOrThrow(shown.catalogue, part.exerciseId);
          const change = changeBetween(
            exercise,
            withChange(segment, one, index),
            entryAt(one.set.segments, index - 1),
            settings,
          );
          rest(change.seconds, change.reason, slot.id, done.round);
        }
        const reps = work(part);
        const perRep = repSeconds(segment.tempo, settings) * (segment.rom === "full" ? 1 : 0.5);
        const seconds =
          part.seconds ?? (part.metres !== null ? part.metres / settings.assumed.carryMetresPerSecond : reps * perRep);
        spans.push({
          kind: "work",
          startSeconds: clock,
          seconds,
          blockId: from.id,
          slotId: slot.id,
          setId: one.set.id,
          segmentId: segment.id,
          segment,
          set: one.set,
          exerciseId: part.exerciseId,
          round: done.round,
          segmentIndex: index,
          side,
          reps,
          working: one.set.role === "working",
          counts: 1,
          repsAssumed: false,
          tempoAssumed: false,
        });
        clock += seconds;
      });
    }
    before = one;
  }
  const slots = [...groupBy(sets, ({ slot }) => slot.id).values()].map((own): Slot => {
    const { slot } = lastOf(own);
    return { ...slot, ramp: { kind: "none" }, sets: own.map(({ set }) => set) };
  });
  const block: Block = { ...from, rounds: { kind: "fixed", count: sets.length }, slots };
  return { block, spans, seconds: clock, run: { block, rounds: [], problem: null }, conflicts: [] };
}

/** A planned cut still takes its change of plates, though the load it led to is written as a figure. */
function withChange(segment: Segment, { planned, done }: LaidSet, index: number): Segment {
  const asked = planned?.segments.find(({ id }) => id === entryAt(done.segments, index).segmentId);
  return asked ? { ...segment, load: asked.load } : segment;
}

function miniSetRest({ planned, done }: LaidSet, assumedSeconds: number): number {
  const written = planned?.stop.kind === "repTotal" ? planned.stop.restSeconds : null;
  return done.restSeconds ?? written ?? assumedSeconds;
}

/** Which sides a set was done on, and the reps of each. */
function sidesOf({ slot, done }: LaidSet): [Side, (part: PerformedSegment) => number][] {
  const apart = done.segments.some((part) => part.rightReps !== null);
  const both = (part: PerformedSegment) => part.reps + (part.rightReps ?? 0);
  if (slot.laterality === "alternating") return [["alternating", both]];
  if (slot.laterality === "both" && !apart) return [["both", both]];
  return [
    ["left", (part) => part.reps],
    ["right", (part) => part.rightReps ?? (part.seconds === null && part.metres === null ? part.reps : 0)],
  ];
}
