/**
 * Cautions on a session, each a rule with an id, a severity and its words. Handbook section 14: general information, not medical
 * advice. A `block` passes only with the coach's recorded reason.
 */
import { type Catalogue, directRegions, type Exercise, exerciseOrThrow } from "../exercise/exercise";
import { type ClientLimit, limitsExercise, limitWords, type Trainee } from "../exercise/fitness";
import { type Muscle, REGIONS } from "../exercise/regions";
import type { GymEquipment } from "../load/equipment";
import { missingStations } from "../load/inventory";
import { allBlocks, type Block, type Segment, type SessionDocument, type Slot, type WorkSet } from "../session/grammar";
import { nameBlock } from "../session/names";
import type { Settings } from "../settings";
import { runBlock } from "../time/run";
import { daysBetween } from "../units";
import type { Jump, Severity } from "../volume/jumps";
import type { ReadinessQuestionId } from "./readiness";

export interface Place {
  readonly slotId: string | null;
  /** 0-based. */
  readonly round: number | null;
}

/** What a caution is about beside its place: the limit, the muscle, the station; else the lift's exercise. */
interface Subject {
  readonly subject?: string;
}

export interface CautionFound extends Place {
  readonly ruleId: string;
  readonly subject: string;
  readonly severity: Severity;
  readonly words: string;
}

/** The same caution about the same thing at the same place, by which a recorded reason is found again. */
export const cautionKey = ({ ruleId, slotId, subject }: Pick<CautionFound, "ruleId" | "slotId" | "subject">): string =>
  [ruleId, slotId, subject].filter((part) => part !== null && part !== "").join(" ");

export interface HardTechnique {
  readonly date: string;
  readonly muscles: readonly Muscle[];
}

export interface CautionContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly gym: GymEquipment;
  readonly date: string;
  readonly trainee: Trainee;
  /** Since the first logged session; a novice's first weeks are spared hard techniques. */
  readonly weeksTrained: number;
  /** Whole weeks without training before this one. */
  readonly weeksAway: number;
  readonly answeredYes: readonly ReadinessQuestionId[];
  /** Load as a share of e1RM where known. */
  readonly intensity: (segmentId: string) => number | null;
  /** Hard techniques of the week before and after this session's day. */
  readonly hardTechniques: readonly HardTechnique[];
  readonly jumps: readonly Jump[];
  readonly isDeload: boolean;
}

interface Seen {
  readonly block: Block;
  readonly slot: Slot;
  readonly exercise: Exercise;
  readonly set: WorkSet;
  readonly segment: Segment;
  readonly round: number;
  readonly index: number;
}

type Say = (place: Place & Subject, words: string, severity?: Severity) => void;

export interface CautionRule {
  readonly id: string;
  readonly severity: Severity;
  readonly about: string;
  readonly check: (session: CheckedSession, context: CautionContext, say: Say) => void;
}

interface CheckedSession {
  readonly document: SessionDocument;
  readonly seen: readonly Seen[];
}

const isFailure = ({ amount, rir }: Segment): boolean =>
  amount.kind === "toFailure" || (amount.kind === "reps" && rir !== null && rir.high === 0);
const isNear = (segment: Segment): boolean =>
  isFailure(segment) || (segment.rir !== null && (segment.rir.low + segment.rir.high) / 2 <= 1);
const at = ({ slot, round }: Seen): Place => ({ slotId: slot.id, round });
const topReps = (segment: Segment): number | null => (segment.amount.kind === "reps" ? segment.amount.reps.high : null);

/** Heavy: four fifths of the maximum or more, or six reps or fewer where the load is not known. */
function isHeavy(one: Seen, context: CautionContext): boolean {
  const share = context.intensity(one.segment.id);
  if (share !== null) return share >= 0.8;
  const reps = topReps(one.segment);
  return reps !== null && reps <= 6;
}

/** A block of techniques that tire out of proportion: giant sets, drops of two cuts or more. */
export function hardTechniquesOf(document: SessionDocument, catalogue: Catalogue, settings: Settings): Muscle[] {
  const muscles = new Set<Muscle>();
  let failures = 0;
  let working = 0;
  for (const block of allBlocks(document)) {
    const giant = isGiant(block, catalogue, settings);
    for (const slot of block.slots) {
      const drops = slot.sets.some((set) => (set?.segments.length ?? 0) >= 3);
      for (const set of slot.sets) {
        if (set?.role !== "working") continue;
        working++;
        if (set.segments.some(isFailure)) failures++;
      }
      if (giant || drops)
        for (const region of directRegions(exerciseOrThrow(catalogue, slot.exerciseId)))
          muscles.add(REGIONS[region].muscle);
    }
  }
  if (working >= 4 && failures > working / 2)
    for (const block of allBlocks(document))
      for (const slot of block.slots)
        for (const region of directRegions(exerciseOrThrow(catalogue, slot.exerciseId)))
          muscles.add(REGIONS[region].muscle);
  return [...muscles];
}

/** Four lifts or more, by the name that their transitions give the block. */
const isGiant = (block: Block, catalogue: Catalogue, settings: Settings): boolean =>
  block.slots.length >= 4 && nameBlock(block, catalogue, settings).name.includes("giant");

const HARD_A_WEEK = 2;
const HOURS_APART = 72;
const NOVICE_WEEKS = 8;
/** After so many weeks without training the first week back is light (handbook section 9). */
const LONG_AWAY_WEEKS = 3;
/** Lowering from here on is long. */
const LONG_LOWERING_SECONDS = 4;

const loweringSeconds = ({ tempo }: Segment): number =>
  tempo?.lower?.kind === "seconds" ? tempo.lower.seconds.low : 0;
const addsNothing = ({ load }: Segment): boolean =>
  load.kind === "unsaid" || (load.kind === "bodyweight" && (load.added === null || load.sign < 0));

const once = (say: Say): Say => {
  let said: Set<string> | null = null;
  return (place, words, severity) => {
    const key = `${place.slotId} ${words}`;
    said ??= new Set();
    if (said.has(key)) return;
    said.add(key);
    say(place, words, severity);
  };
};

export const CAUTION_RULES: readonly CautionRule[] = [
  {
    id: "press-needs-spotter",
    severity: "warn",
    about: "Barbell presses near failure need a spotter, safety pins or arms, and a way out.",
    check: ({ seen }, { trainee }, say) => {
      for (const one of seen) {
        if (one.exercise.spotting !== "spotter" || !isNear(one.segment)) continue;
        const alone = trainee.alone && isFailure(one.segment);
        say(
          at(one),
          `${one.exercise.name} near failure: a spotter, or pins below the lowest point, and a way out.`,
          alone ? "block" : undefined,
        );
      }
    },
  },
  {
    id: "squat-needs-pins",
    severity: "note",
    about: "Squats near failure stand between pins.",
    check: ({ seen }, _context, say) => {
      for (const one of seen)
        if (one.exercise.spotting === "pins" && isNear(one.segment))
          say(
            at(one),
            `${one.exercise.name} near failure: pins just below the lowest point, collars by the gym's rule.`,
          );
    },
  },
  {
    id: "fixed-bar-failure",
    severity: "block",
    about: "A fixed-path bar that cannot be put back from the bottom is not taken to failure alone.",
    check: ({ seen }, _context, say) => {
      for (const one of seen)
        if (one.exercise.stations.includes("guided bar") && isFailure(one.segment))
          say(at(one), "A guided bar cannot be put back from the bottom: it is not taken to failure.");
    },
  },
  {
    id: "skilled-failure",
    severity: "block",
    about: "No failure on skilled or back-loaded lifts.",
    check: ({ seen }, _context, say) => {
      for (const one of seen) {
        const { exercise } = one;
        const skilled = exercise.learning >= 4 && exercise.joints === "multi";
        const back = (exercise.stress.lowerBack ?? 0) >= 3;
        if (isFailure(one.segment) && (skilled || back || (!exercise.failureSafeAlone && exercise.spotting === "none")))
          if (!exercise.stations.includes("guided bar"))
            say(at(one), `${exercise.name} is not taken to failure: form goes before strength does.`);
      }
    },
  },
  {
    id: "alone-failure",
    severity: "block",
    about: "Alone, only moves that are safe to fail.",
    check: ({ seen }, { trainee }, say) => {
      if (!trainee.alone) return;
      for (const one of seen)
        if (isFailure(one.segment) && one.exercise.spotting === "pins")
          say(at(one), `${one.exercise.name} to failure with nobody there: stop a rep early.`);
    },
  },
  {
    id: "novice-failure",
    severity: "warn",
    about: "Beginners keep reps in reserve, and drop no loads under a bar in their first weeks.",
    check: ({ seen }, { trainee, weeksTrained }, say) => {
      if (trainee.trainingAge !== "novice") return;
      for (const one of seen) {
        if (isFailure(one.segment) && one.exercise.joints === "multi")
          say(at(one), "A beginner learns the lift better with two or three reps in reserve.");
        if (weeksTrained < NOVICE_WEEKS && one.index > 0 && one.exercise.spotting !== "none")
          say(at(one), `Drops under a bar wait for a beginner's ninth week; this is week ${weeksTrained + 1}.`);
      }
    },
  },
  {
    id: "first-week-back",
    severity: "warn",
    about: "After three weeks away or more the first week has no failure and no long lowering.",
    check: ({ seen }, { weeksAway }, say) => {
      if (weeksAway < LONG_AWAY_WEEKS) return;
      const away = `First week back after ${weeksAway >= 8 ? "eight weeks or more" : `${weeksAway} weeks`}`;
      for (const one of seen)
        if (isFailure(one.segment)) say(at(one), `${away}: nothing to failure yet, two or three reps in reserve.`);
        else if (loweringSeconds(one.segment) >= LONG_LOWERING_SECONDS)
          say(at(one), `${away}: no long lowering yet, it makes the sorest.`);
    },
  },
  {
    id: "first-set-failure",
    severity: "note",
    about: "Failure belongs to last sets.",
    check: ({ seen }, _context, say) => {
      // With the body alone as many as possible is meant each time.
      for (const one of seen)
        if (
          one.round === 0 &&
          one.slot.sets.length > 2 &&
          isFailure(one.segment) &&
          one.exercise.joints === "multi" &&
          one.exercise.implement !== "bodyweight"
        )
          say(at(one), "Failure in the first set costs reps in all that follow.");
    },
  },
  {
    id: "over-face",
    severity: "note",
    about: "Adjustable dumbbells are checked before overhead or over-face work.",
    check: ({ seen }, _context, say) => {
      for (const one of seen)
        if (
          one.exercise.cautions.some((caution) => caution.startsWith("Over the face")) &&
          (isFailure(one.segment) || (one.exercise.joints === "single" && isNear(one.segment)))
        )
          say(at(one), "Over head or face: check collars and grip before each set.");
    },
  },
  {
    id: "toward-face",
    severity: "warn",
    about: "Bars lowered toward neck or face only with pins and a spotter.",
    check: ({ seen }, _context, say) => {
      for (const one of seen)
        if (
          one.exercise.implement === "barbell" &&
          one.exercise.cautions.some((caution) => caution.startsWith("Toward the face"))
        )
          say(at(one), "A bar toward the face: pins or a spotter, thumbs around the bar.");
    },
  },
  {
    id: "one-sided-bench",
    severity: "note",
    about: "One-sided bench presses tip.",
    check: ({ seen }, _context, say) => {
      for (const one of seen)
        if (
          one.exercise.laterality === "eachSide" &&
          one.exercise.pattern === "horizontal push" &&
          one.exercise.stations.includes("bench")
        )
          say(at(one), "One-sided on a bench tips: feet wide, free hand on the frame.");
    },
  },
  {
    id: "bar-unloading",
    severity: "note",
    about: "A bar is unloaded side about.",
    check: ({ seen }, _context, say) => {
      for (const one of seen)
        if (one.exercise.implement === "barbell" && one.index > 0 && one.segment.load.kind !== "unsaid")
          say(at(one), "Strip the bar side about, a plate at a time: one-sided it tips.");
    },
  },
  {
    id: "grip-straps",
    severity: "note",
    about: "Straps for heavy pulls when grip is the limit.",
    check: ({ seen }, context, say) => {
      for (const one of seen)
        if (one.exercise.grip >= 3 && one.exercise.pattern !== "wrist" && isHeavy(one, context))
          say(at(one), "Heavy for the hands: straps, where grip is not what is trained.");
    },
  },
  {
    id: "deep-shoulder",
    severity: "warn",
    about: "Deep, inward-turned or bench-supported dips, heavy straight-arm flies only with care.",
    check: ({ seen }, context, say) => {
      for (const one of seen) {
        const strained = (one.exercise.stress.shoulder ?? 0) >= 3;
        // A light fly near failure strains nothing that a dip does.
        const near = one.exercise.joints === "multi" && isNear(one.segment);
        if (strained && (isHeavy(one, context) || near))
          say(at(one), `${one.exercise.name}, heavy or near failure: stop where the front of the shoulder speaks.`);
      }
    },
  },
  {
    id: "hold-after-failure",
    severity: "warn",
    about: "Loaded end-range holds after failure only with care.",
    check: ({ seen }, _context, say) => {
      for (const one of seen) {
        const before = one.set.segments[one.index - 1];
        const { amount } = one.segment;
        if (before && isFailure(before) && amount.kind === "hold" && amount.position === "long")
          say(at(one), "A held stretch after failure: lighter, and out of it at the first sharp feeling.");
      }
    },
  },
  {
    id: "no-ramp",
    severity: "warn",
    about: "Ramp before heavy work.",
    check: ({ seen }, context, say) => {
      const warm = new Set<string>();
      for (const one of seen) {
        if (one.round > 0 || one.index > 0) continue;
        const regions = directRegions(one.exercise);
        const fresh = !regions.some((region) => warm.has(region));
        // The body alone has no lighter load to begin with.
        const body = one.exercise.implement === "bodyweight" && addsNothing(one.segment);
        const ramped = one.slot.ramp.kind !== "none" || one.slot.sets.some((set) => set?.role === "warmUp");
        if (
          fresh &&
          !ramped &&
          !body &&
          one.exercise.joints === "multi" &&
          one.set.role === "working" &&
          isHeavy(one, context)
        )
          say(at(one), "Heavy and first for its muscles, without a ramp.");
        for (const region of regions) warm.add(region);
      }
    },
  },
  {
    id: "giant-rest",
    severity: "note",
    about: "Longer rests and lighter loads in giant sets.",
    check: ({ document }, { catalogue, settings }, say) => {
      for (const block of allBlocks(document)) {
        if (!isGiant(block, catalogue, settings)) continue;
        const rests = runBlock(block, { catalogue, settings }).rounds.flatMap(({ rest }) => rest ?? []);
        const shortest = Math.min(...rests.filter((rest) => rest.why !== "assumed").map((rest) => rest.seconds));
        if (shortest < 90)
          say(
            { slotId: block.slots[0]!.id, round: null },
            `A giant set with ${Math.round(shortest)} s after it: loads fall further than they look.`,
          );
      }
    },
  },
  {
    id: "two-axial",
    severity: "note",
    about: "Two lifts that load the spine, back to back.",
    check: ({ document }, { catalogue }, say) => {
      for (const block of allBlocks(document)) {
        const axial = block.slots.filter((slot) => exerciseOrThrow(catalogue, slot.exerciseId).axial);
        if (axial.length >= 2)
          say({ slotId: axial[1]!.id, round: null }, "Two lifts that load the spine from above in one round.");
      }
    },
  },
  {
    id: "hard-techniques",
    severity: "warn",
    about:
      "Hard techniques twice a week at most, three days apart for one muscle, none in a novice's first weeks or in a deload.",
    check: ({ document }, context, say) => {
      const muscles = hardTechniquesOf(document, context.catalogue, context.settings);
      if (muscles.length === 0) return;
      const nowhere: Place = { slotId: null, round: null };
      if (context.isDeload)
        say(nowhere, "A deload with giant sets, long drops or failure throughout is none.", "block");
      if (context.trainee.trainingAge === "novice" && context.weeksTrained < NOVICE_WEEKS)
        say(
          nowhere,
          `Giant sets, long drops and failure throughout wait for a beginner's ninth week; this is week ${context.weeksTrained + 1}.`,
          "block",
        );
      const near = context.hardTechniques.filter((one) => Math.abs(daysBetween(one.date, context.date)) < 7);
      if (near.length >= HARD_A_WEEK)
        say(nowhere, `Hard techniques on ${near.length} other days within a week: two a week is the most.`);
      for (const one of near) {
        const again = one.muscles.filter((muscle) => muscles.includes(muscle));
        if (again.length > 0 && Math.abs(daysBetween(one.date, context.date)) * 24 < HOURS_APART)
          say(nowhere, `Hard techniques for the ${again.join(" and ")} again within three days.`);
      }
    },
  },
  {
    id: "limit-avoid",
    severity: "block",
    about: "What a client's limit keeps away.",
    check: ({ seen }, { trainee }, say) => {
      for (const one of seen)
        for (const limit of trainee.limits)
          if (limit.how === "avoid" && limitsExercise(limit, one.exercise))
            say(
              { slotId: one.slot.id, round: null, subject: `${one.exercise.id} ${limit.id}` },
              `${one.exercise.name} touches a limit: ${limitWords(limit)}.`,
            );
    },
  },
  {
    id: "limit-part",
    severity: "warn",
    about: "A part of the range that a client's limit leaves out.",
    check: ({ seen }, { trainee }, say) => {
      for (const one of seen)
        for (const limit of trainee.limits)
          if (limit.how === "part" && limitsExercise(limit, one.exercise) && one.segment.rom === "full")
            say(
              { slotId: one.slot.id, round: null, subject: `${one.exercise.id} ${limit.id}` },
              `Only in part: ${limitWords(limit)}.`,
            );
    },
  },
  {
    id: "hurt-before",
    severity: "warn",
    about: "Exercises that hurt this client before.",
    check: ({ seen }, { trainee }, say) => {
      for (const one of seen) {
        const pain = trainee.pain.get(one.exercise.id);
        if (pain && pain.sets >= 2 && pain.mean >= 3)
          say(
            { slotId: one.slot.id, round: null },
            `${one.exercise.name} hurt on its last sets: nothing past the pain-free range.`,
          );
      }
    },
  },
  {
    id: "station-away",
    severity: "warn",
    about: "A station that is away.",
    check: ({ seen }, { gym }, say) => {
      for (const one of seen)
        for (const station of missingStations(one.exercise, gym))
          say({ slotId: one.slot.id, round: null, subject: station }, `The ${station} is not here on this day.`);
    },
  },
  {
    id: "held-breath",
    severity: "warn",
    about: "The blood-pressure caution of braced lifts.",
    check: ({ seen }, context, say) => {
      if (!context.answeredYes.some((one) => one === "disease" || one === "medicine")) return;
      for (const one of seen)
        if (one.exercise.breathing.startsWith("Braced") && (isHeavy(one, context) || isNear(one.segment)))
          say(
            at(one),
            "Braced and heavy: breathe out with the effort, no long held breath. Ask what the licensed professional said.",
          );
    },
  },
  {
    id: "pregnancy-supine",
    severity: "note",
    about: "Long work lying on the back, where the statement speaks of pregnancy.",
    check: ({ seen }, { answeredYes }, say) => {
      if (!answeredYes.includes("pregnancy")) return;
      for (const one of seen)
        if (
          one.exercise.stations.some((station) => station === "press bench" || station === "bench") &&
          one.exercise.pattern === "horizontal push"
        )
          say(
            { slotId: one.slot.id, round: null },
            "Lying on the back: an incline instead, as the licensed professional advises.",
          );
    },
  },
  {
    id: "jump",
    severity: "note",
    about: "Far more than the client has been doing.",
    check: (_session, { jumps }, say) => {
      for (const jump of jumps)
        say({ slotId: null, round: null, subject: `${jump.muscle} ${jump.measure}` }, jumpWords(jump), jump.severity);
    },
  },
];

const MEASURE_WORDS = {
  hardSets: "hard sets",
  failureSets: "sets to failure",
  reps: "reps",
  loweringSeconds: "seconds of lowering",
} as const;

export function jumpWords({ muscle, measure, planned, usual, ratio, fromStart }: Jump): string {
  const figure = (value: number) => (measure === "hardSets" ? Math.round(value * 2) / 2 : Math.round(value));
  const words = MEASURE_WORDS[measure];
  const against = fromStart ? "a start at this level" : "what the last weeks have made usual";
  return `${figure(planned)} ${words} for the ${muscle} this week, ${ratio.toFixed(1)} × ${against} (${figure(usual)}).`;
}

/** Why failure is not for a lift, the reason that settles the matter first: one is enough for a lift. */
const WHY_NO_FAILURE = [
  "fixed-bar-failure",
  "skilled-failure",
  "alone-failure",
  "novice-failure",
  "first-week-back",
  "first-set-failure",
];

/** One line for one cause: of why a lift does not go to failure the first reason, and no jump in failure that is told of there. */
function saidOnce(found: readonly CautionFound[], seen: readonly Seen[]): CautionFound[] {
  const reasonAt = new Map<string, number>();
  for (const { ruleId, slotId } of found) {
    const place = WHY_NO_FAILURE.indexOf(ruleId);
    if (slotId !== null && place >= 0) reasonAt.set(slotId, Math.min(place, reasonAt.get(slotId) ?? place));
  }
  const told = new Set(
    seen
      .filter(({ slot }) => reasonAt.has(slot.id))
      .flatMap(({ exercise }) => directRegions(exercise).map((region) => `${REGIONS[region].muscle} failureSets`)),
  );
  return found.filter(({ ruleId, slotId, subject }) => {
    if (ruleId === "jump") return !told.has(subject);
    const place = WHY_NO_FAILURE.indexOf(ruleId);
    return place < 0 || slotId === null || place === reasonAt.get(slotId);
  });
}

/** Every caution of a session, the gravest first; each rule says the same thing once for a lift. */
export function evaluateCautions(document: SessionDocument, context: CautionContext): CautionFound[] {
  const seen: Seen[] = [];
  for (const block of allBlocks(document)) {
    for (const slot of block.slots) {
      for (const [round, set] of slot.sets.entries()) {
        if (set?.role !== "working") continue;
        for (const [index, segment] of set.segments.entries()) {
          const exercise = exerciseOrThrow(context.catalogue, segment.exerciseId ?? slot.exerciseId);
          seen.push({ block, slot, exercise, set, segment, round, index });
        }
      }
    }
  }
  const exerciseOf = new Map(seen.map(({ slot }) => [slot.id, slot.exerciseId]));
  const found: CautionFound[] = [];
  for (const rule of CAUTION_RULES) {
    const say = once(({ slotId, round, subject = exerciseOf.get(slotId ?? "") ?? "" }, words, severity) =>
      found.push({ ruleId: rule.id, severity: severity ?? rule.severity, words, slotId, round, subject }),
    );
    rule.check({ document, seen }, context, say);
  }
  const rank = { block: 0, warn: 1, note: 2 };
  return saidOnce(found, seen).sort((a, b) => rank[a.severity] - rank[b.severity]);
}

/** Blocks for which no reason is recorded. */
export const openBlocks = (found: readonly CautionFound[], reasons: Readonly<Record<string, string>>): CautionFound[] =>
  found.filter((one) => one.severity === "block" && !(reasons[cautionKey(one)] ?? "").trim());

export type { ClientLimit };
