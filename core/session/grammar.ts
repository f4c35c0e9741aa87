/**
 * The structure of a session: Session → Block → Slot → Set → Segment (one recursive idea carries every technique).
 *
 * A drop set is a set of several segments with no rest between them; a pyramid is a slot whose sets differ; a superset
 * is a block of two slots with a short transition. What a block is called is derived (`names.ts`) and never stored.
 * All ids are stable; references bind to ids, never to printed labels.
 */

import type { Laterality, SetupValue } from "../exercise";
import type { Weight } from "../units";
import type { ProgressionRule } from "./progression-rule";

/** The version of the stored shape. `contract/` upcasts older ones on read. */
export const DOCUMENT_VERSION = 4;

export interface SessionDocument {
  readonly version: typeof DOCUMENT_VERSION;
  readonly title: string;
  readonly capSeconds: number | null;
  /** The gym it is for; `null`: the client's own. */
  readonly gymId: string | null;
  /** The method in force, where a block names none of its own. */
  readonly methodId: string | null;
  readonly warmUp: WarmUp | null;
  readonly blocks: readonly Block[];
  readonly finisher: Block | null;
}

/** A gym as text names it. */
export interface NamedPlace {
  readonly id: string;
  readonly name: string;
}

/** A session of nothing. */
export const EMPTY_DOCUMENT: SessionDocument = {
  version: DOCUMENT_VERSION,
  title: "",
  capSeconds: null,
  gymId: null,
  methodId: null,
  warmUp: null,
  blocks: [],
  finisher: null,
};

export interface WarmUp {
  readonly pulseRaiser: { readonly seconds: number; readonly what: string } | null;
  readonly drills: readonly Drill[];
}

export interface Drill {
  readonly name: string;
  readonly sets: number;
  readonly amount:
    | { readonly kind: "reps"; readonly reps: number }
    | { readonly kind: "seconds"; readonly seconds: number };
}

export interface Block {
  readonly id: string;
  readonly rounds: Rounds;
  /** Rest after every round but the last. `null` is unsaid: a default is used and marked as assumed. */
  readonly restAfterRound: RoundRest | null;
  readonly intent: BlockIntent | null;
  /** The block's own method; `null`: the session's. */
  readonly methodId: string | null;
  readonly slots: readonly Slot[];
}

/** What cannot be derived from slots, transitions and muscles. */
export type BlockIntent = "pre-exhaust" | "circuit";

export type Rounds =
  | { readonly kind: "fixed"; readonly count: number }
  | { readonly kind: "range"; readonly low: number; readonly high: number; readonly stop: RoundStop }
  | { readonly kind: "withinTime"; readonly seconds: number };

/** When optional rounds end; a coach's word is the floor's to give. */
export type RoundStop =
  | { readonly kind: "coach" }
  | { readonly kind: "belowRir"; readonly rir: number }
  | { readonly kind: "repsDown"; readonly percent: number };

export type RestAmount =
  | { readonly kind: "seconds"; readonly seconds: number }
  | { readonly kind: "range"; readonly low: number; readonly high: number };

export type RoundRest =
  | { readonly kind: "each"; readonly rest: RestAmount }
  | { readonly kind: "list"; readonly rests: readonly RestAmount[] }
  /** As long as the partner works, and never less than `leastSeconds` where that is written. */
  | { readonly kind: "partnersWork"; readonly leastSeconds: number | null };

export interface Slot {
  readonly id: string;
  /** Whose record this slot continues; slots of different weeks or sessions with one lineage are one lift. */
  readonly lineage: string;
  /** An exercise of the catalogue, or a name that is not known yet (`placeholderId`). */
  readonly exerciseId: string;
  readonly laterality: Laterality;
  readonly setup: readonly SetupValue[];
  readonly cues: readonly string[];
  readonly ramp: Ramp;
  /** How it goes on from week to week; `null`: the rule that its scheme suggests. */
  readonly rule: ProgressionRule | null;
  /** One entry a round; `null` sits the round out. A block within a time repeats the last entry. */
  readonly sets: readonly (WorkSet | null)[];
  /** Rest before the next slot of the round: one figure, or one a round. `null` is unsaid. Unused on the last slot. */
  readonly restAfter: SlotRest | null;
}

type SlotRest =
  | { readonly kind: "each"; readonly rest: RestAmount }
  | { readonly kind: "list"; readonly rests: readonly RestAmount[] };

export type Ramp =
  | { readonly kind: "none" }
  | { readonly kind: "auto" }
  | { readonly kind: "steps"; readonly steps: readonly RampStep[] };

export interface RampStep {
  readonly load:
    | { readonly kind: "percent"; readonly percent: number }
    | { readonly kind: "fixed"; readonly weight: Weight };
  readonly reps: number;
}

export interface WorkSet {
  readonly id: string;
  readonly role: "working" | "warmUp";
  readonly stop: SetStop;
  readonly segments: readonly Segment[];
}

export type SetStop =
  | { readonly kind: "segments" }
  | { readonly kind: "totalTime"; readonly seconds: number }
  | {
      readonly kind: "repTotal";
      readonly total: number;
      readonly restSeconds: number | null;
      readonly shared: boolean;
    };

/** Which part of the range of motion is travelled; `long` is where the target muscle is stretched. */
export type RangeOfMotion = "full" | "long" | "middle" | "short";

export interface Segment {
  readonly id: string;
  /** `null`: the slot's exercise. */
  readonly exerciseId: string | null;
  /** `null`: the slot's set-up. */
  readonly setup: readonly SetupValue[] | null;
  readonly amount: Amount;
  readonly rom: RangeOfMotion;
  readonly load: LoadRule;
  readonly beside: readonly AddedResistance[];
  /** Reps in reserve asked for. `null` is unsaid. */
  readonly rir: Span | null;
  /** `null`: unsaid in the first segment; as the segment before in later ones. */
  readonly tempo: Tempo | null;
  readonly restBeforeSeconds: number;
}

/** A figure or a range of figures, low ≤ high. */
export interface Span {
  readonly low: number;
  readonly high: number;
}

export type Amount =
  | { readonly kind: "reps"; readonly reps: Span }
  | { readonly kind: "maxReps" }
  | { readonly kind: "toFailure" }
  | { readonly kind: "seconds"; readonly seconds: number }
  /** Carried, pushed or dragged so far. */
  | { readonly kind: "metres"; readonly metres: number }
  | { readonly kind: "hold"; readonly seconds: number; readonly position: HoldPosition };

/** Whether work is measured in seconds or metres: it has no reps, and no seconds a rep. */
export const isWithoutReps = ({ kind }: Amount): boolean => kind === "seconds" || kind === "hold" || kind === "metres";

type HoldPosition = "long" | "middle" | "short";

/** Seconds of one phase. `fast` is written X. `null` is unsaid (only the eccentric was written). */
export type Phase = { readonly kind: "seconds"; readonly seconds: Span } | { readonly kind: "fast" } | null;

/** Always eccentric – pause at the bottom – concentric – pause at the top, also for moves that begin with the lift. */
export interface Tempo {
  readonly lower: Phase;
  readonly pauseBottom: Phase;
  readonly lift: Phase;
  readonly pauseTop: Phase;
}

export type LoadChange =
  | { readonly kind: "percent"; readonly percent: number }
  | { readonly kind: "weight"; readonly weight: Weight; readonly sign: 1 | -1 };

export type LoadRule =
  | { readonly kind: "unsaid" }
  /** What the lift's rule says next, so many percent more or less: a change for this session, from which nothing follows. */
  | { readonly kind: "ofNext"; readonly percent: number }
  | { readonly kind: "fixed"; readonly weight: Weight }
  /** Percent of the training max where one is set, else of e1RM. */
  | { readonly kind: "percentOfMax"; readonly percent: number }
  /** Percent of the slot's heaviest set. */
  | { readonly kind: "percentOfTop"; readonly percent: number }
  | { readonly kind: "repMax"; readonly reps: number }
  /** Through the client's curve, from the reps and the RIR asked. */
  | { readonly kind: "byEffort" }
  | { readonly kind: "bodyweight"; readonly added: Weight | null; readonly sign: 1 | -1 }
  | { readonly kind: "ofSlot"; readonly slotId: string; readonly share: number }
  /** Relative to the segment before, in the same set. */
  | { readonly kind: "fromSegment"; readonly change: LoadChange }
  /** Relative to the same slot's set in the round before. */
  | { readonly kind: "fromRound"; readonly change: LoadChange };

/** Resistance beside the load. */
export type AddedResistance =
  | { readonly kind: "band"; readonly name: string; readonly count: number }
  | { readonly kind: "chains"; readonly weight: Weight }
  | { readonly kind: "vest"; readonly weight: Weight }
  /** Anything else that is hung on: a belt, a sandbag, a held plate. */
  | { readonly kind: "other"; readonly name: string; readonly weight: Weight };

/** What one document may hold; beyond it is refused with a sentence. */
export const LIMITS = {
  blocks: 60,
  slots: 12,
  rounds: 40,
  segments: 12,
  reps: 1000,
  /** All rep goals of a session together. */
  goalReps: 6000,
  metres: 5000,
  seconds: 7200,
  nameLength: 200,
  /** Of a session's text. */
  lines: 1000,
  lineLength: 2000,
} as const;

/** How many rounds a document plans for: the upper end of a range. Rounds within a time depend on the clock: `null`. */
export function plannedRounds(rounds: Rounds): number | null {
  switch (rounds.kind) {
    case "fixed":
      return rounds.count;
    case "range":
      return rounds.high;
    case "withinTime":
      return null;
  }
}

export const restSecondsForTime = (rest: RestAmount): number => (rest.kind === "seconds" ? rest.seconds : rest.high);

export function allBlocks(document: SessionDocument): readonly Block[] {
  return document.finisher ? [...document.blocks, document.finisher] : document.blocks;
}

/** The sets of a lift that are work. */
export const allWorkingSets = (slot: Pick<Slot, "sets">): WorkSet[] =>
  slot.sets.filter((set): set is WorkSet => set?.role === "working");

/** The set of a slot in a round (0-based); a block within a time repeats the last set it lists. */
export function setInRound(slot: Slot, round: number): WorkSet | null {
  return slot.sets[Math.min(round, slot.sets.length - 1)] ?? null;
}

/** Printed labels, by slot id: A1, A2, B1 … ; after Z come AA, AB. */
export function slotLabels(document: SessionDocument): Map<string, string> {
  const labels = new Map<string, string>();
  allBlocks(document).forEach((block, blockIndex) => {
    block.slots.forEach((slot, slotIndex) => {
      labels.set(slot.id, `${blockLetter(blockIndex)}${slotIndex + 1}`);
    });
  });
  return labels;
}

export function blockLetter(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : blockLetter(Math.floor(index / 26) - 1) + letter;
}

/** A partner's sets count toward a shared goal only; their own log is their own session's. */
export type SetOwner = "client" | "partner";
