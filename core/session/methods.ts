/** Schools as named settings for a block: what they ask, when they are for, and what changes when a block takes one up. docs/handbook.md#methods. */

import type { CountingSchool } from "../settings";
import { diffBlock, diffSlotSets } from "./diff";
import type { Edit } from "./edits";
import { allBlocks, type Block, type SessionDocument, type Span, type Tempo, type WorkSet } from "./grammar";
import type { Operation } from "./operation";

export type MethodId =
  | "heavyStraightSets"
  | "hypertrophyRanges"
  | "density"
  | "againstTheClock"
  | "limitedKit"
  | "fallingReps";

export interface Method {
  readonly id: MethodId;
  readonly name: string;
  readonly reps: Span;
  readonly rir: Span;
  readonly restSeconds: Span;
  /** Lower, pause, lift, pause in seconds; null leaves the tempo as it is. */
  readonly tempo: readonly [number, number, number, number] | null;
  readonly structure: string;
  readonly progression: "loadFirst" | "doubleProgression";
  readonly counting: CountingSchool;
  readonly when: string;
  readonly evidence: string;
  readonly cautions: readonly string[];
}

export const METHODS: readonly Method[] = [
  {
    id: "heavyStraightSets",
    name: "Heavy straight sets",
    reps: { low: 3, high: 6 },
    rir: { low: 1, high: 3 },
    restSeconds: { low: 120, high: 300 },
    tempo: null,
    structure: "straight sets, one lift at a time",
    progression: "loadFirst",
    counting: "direct",
    when: "Strength in a lift that is well known, with time to rest.",
    evidence: "Heavier loads build more one-rep strength than lighter ones at like volume; size is about the same.",
    cautions: ["First sets are never taken to failure.", "Ramp before it; spotter or pins in presses and squats."],
  },
  {
    id: "hypertrophyRanges",
    name: "Hypertrophy ranges",
    reps: { low: 8, high: 12 },
    rir: { low: 0, high: 3 },
    restSeconds: { low: 60, high: 120 },
    tempo: null,
    structure: "straight sets or opposing supersets",
    progression: "doubleProgression",
    counting: "graded",
    when: "Muscle, for most people most of the year.",
    evidence:
      "From about five to thirty reps a set near failure builds size about equally; this range costs least time and joints.",
    cautions: ["Failure belongs to last sets and to lifts that are safe to fail."],
  },
  {
    id: "density",
    name: "Density",
    reps: { low: 12, high: 30 },
    rir: { low: 0, high: 2 },
    restSeconds: { low: 30, high: 60 },
    tempo: [2, 0, 1, 0],
    structure: "supersets, drops, holds, timed sets",
    progression: "doubleProgression",
    counting: "graded",
    when: "Much work in little time, with lighter loads; for a few weeks at a time.",
    evidence: "Short rests cost reps and load; per set they build somewhat less, per minute rather more.",
    cautions: [
      "Twice a week at most, not for novices.",
      "Lighter loads than the rests suggest: the forecast says how much.",
    ],
  },
  {
    id: "againstTheClock",
    name: "Against the clock",
    reps: { low: 8, high: 12 },
    rir: { low: 1, high: 3 },
    restSeconds: { low: 45, high: 75 },
    tempo: null,
    structure: "opposing supersets, the session under a cap",
    progression: "doubleProgression",
    counting: "graded",
    when: "Half an hour, and the work of an hour wanted.",
    evidence: "Opposing pairs keep nearly all reps in about half the time.",
    cautions: ["Pairs that share grip or lower back do not save anything."],
  },
  {
    id: "limitedKit",
    name: "Limited kit",
    reps: { low: 8, high: 20 },
    rir: { low: 0, high: 2 },
    restSeconds: { low: 60, high: 90 },
    tempo: [3, 1, 1, 0],
    structure: "bodyweight ladders, tempo, rep goals",
    progression: "doubleProgression",
    counting: "full",
    when: "At home, travelling, or where the weights end early.",
    evidence: "Light loads taken near failure build size; strength in heavy lifts less.",
    cautions: ["Only moves that are safe to fail alone."],
  },
  {
    id: "fallingReps",
    name: "Falling-rep phases",
    reps: { low: 2, high: 6 },
    rir: { low: 1, high: 2 },
    restSeconds: { low: 150, high: 300 },
    tempo: null,
    structure: "sixes, then fours, then doubles over phases of weeks",
    progression: "loadFirst",
    counting: "direct",
    when: "Toward a heavy day on a date.",
    evidence: "Practice at the loads of the day prepares for it; the volume before it keeps the size.",
    cautions: ["One test lift measures the block.", "Deload before the day."],
  },
];

interface MethodChange {
  readonly what: "reps" | "effort" | "rest" | "tempo";
  readonly from: string;
  readonly to: string;
}

/**
 * A block under a method: reps, effort, rest and, where the method has one, tempo of its plain sets. Drops, holds, timed sets, rep
 * goals and written loads stay as they are. The changes are said; nothing of them is an error where nothing differs.
 */
export function applyMethod(
  document: SessionDocument,
  blockId: string,
  method: Method,
): { readonly operation: Operation; readonly changes: readonly MethodChange[] } {
  const block = allBlocks(document).find((one) => one.id === blockId);
  if (!block) return { operation: { ok: false, message: "That block is not in the session any more." }, changes: [] };
  const changes = new Map<string, MethodChange>();
  const note = (what: MethodChange["what"], from: string, to: string) => {
    if (from !== to && !changes.has(`${what} ${from}`)) changes.set(`${what} ${from}`, { what, from, to });
  };
  const list: Edit[] = [];
  for (const slot of block.slots) {
    const sets = slot.sets.map((set) => set && changedSet(set, method, note));
    list.push(...diffSlotSets(slot, sets));
  }
  const rest = restOf(block);
  const seconds = Math.round((method.restSeconds.low + method.restSeconds.high) / 2 / 5) * 5;
  if (rest === null || rest < method.restSeconds.low || rest > method.restSeconds.high) {
    note("rest", rest === null ? "unsaid" : `${rest} s`, `${seconds} s`);
    list.push(...diffBlock(block, { restAfterRound: { kind: "each", rest: { kind: "seconds", seconds } } }));
  }
  list.push(...diffBlock(block, { methodId: method.id }));
  return { operation: { ok: true, edits: list }, changes: [...changes.values()] };
}

function restOf(block: Block): number | null {
  const rest = block.restAfterRound;
  if (rest?.kind !== "each") return null;
  return rest.rest.kind === "seconds" ? rest.rest.seconds : (rest.rest.low + rest.rest.high) / 2;
}

type Note = (what: MethodChange["what"], from: string, to: string) => void;

function changedSet(set: WorkSet, method: Method, note: Note): WorkSet {
  const [first, ...rest] = set.segments;
  if (!first || set.role !== "working" || set.stop.kind !== "segments" || first.amount.kind !== "reps") return set;
  const { reps } = first.amount;
  const inside = reps.low >= method.reps.low && reps.high <= method.reps.high;
  const effort = first.rir;
  const kept = effort && effort.low >= method.rir.low && effort.high <= method.rir.high;
  const rir = Math.round((method.rir.low + method.rir.high) / 2);
  const tempo = method.tempo && !first.tempo ? tempoOf(method.tempo) : first.tempo;
  if (inside && kept && tempo === first.tempo) return set;
  if (!inside) note("reps", spanWords(reps), spanWords(method.reps));
  if (!kept) note("effort", effort ? `${spanWords(effort)} in reserve` : "unsaid", `${rir} in reserve`);
  if (tempo !== first.tempo && method.tempo) note("tempo", "unsaid", method.tempo.join("-"));
  return {
    ...set,
    segments: [
      {
        ...first,
        amount: inside ? first.amount : { kind: "reps", reps: method.reps },
        rir: kept ? effort : { low: rir, high: rir },
        tempo,
      },
      ...rest,
    ],
  };
}

const spanWords = ({ low, high }: Span): string => (low === high ? `${low}` : `${low}–${high}`);

function tempoOf([lower, bottom, lift, top]: readonly [number, number, number, number]): Tempo {
  const phase = (seconds: number) => ({ kind: "seconds" as const, seconds: { low: seconds, high: seconds } });
  return { lower: phase(lower), pauseBottom: phase(bottom), lift: phase(lift), pauseTop: phase(top) };
}
