/** What the session as a whole asks: ramps, rests, hard techniques, stations, more than the weeks before. */
import { type Catalogue, directRegions, exerciseOrThrow, type Muscle, muscleName, REGIONS } from "../exercise";
import { entryAt, firstOf } from "../lists";
import { missingStations } from "../load";
import {
  allBlocks,
  type Block,
  nameBlock,
  restSecondsForTime,
  type Segment,
  type SessionDocument,
  type Slot,
} from "../session";
import type { Settings } from "../settings";
import { runBlock } from "../time";
import { daysBetween } from "../units";
import type { Jump } from "../volume";
import {
  at,
  type CautionContext,
  type CheckedPart,
  isFailure,
  isHeavy,
  type Place,
  type SomeCautionRules,
} from "./caution";

const HARD_A_WEEK = 2;
const HOURS_APART = 72;
/** A novice's first weeks, without hard techniques. */
export const NOVICE_WEEKS = 8;

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

const addsNothing = ({ load }: Segment): boolean =>
  load.kind === "unsaid" || (load.kind === "bodyweight" && (load.added === null || load.sign < 0));

const MEASURE_WORDS = {
  hardSets: "hard sets",
  failureSets: "sets to failure",
  reps: "reps",
  loweringSeconds: "seconds of eccentric work",
} as const;

function jumpWords({ muscle, measure, planned, usual, ratio, fromStart }: Jump): string {
  const figure = (value: number) => (measure === "hardSets" ? Math.round(value * 2) / 2 : Math.round(value));
  const words = MEASURE_WORDS[measure];
  const against = fromStart ? "a start at this level" : "what the last weeks have made usual";
  return `${figure(planned)} ${words} for the ${muscleName(muscle)} this week, ${ratio.toFixed(1)} × ${against} (${figure(usual)}).`;
}

/** From here on a lift hangs from the hands, and so many sets tire a lower back. */
const GRIPPED = 2;
const TIRING_SETS = 3;
/** Sets from this share of the maximum on want more rest than this. */
const VERY_HEAVY = 0.85;
const LEAST_HEAVY_REST = 60;

/** The share of the maximum that a set asks for: as its load is, or as it is written; null where neither is known. */
function shareAsked({ segment }: CheckedPart, { intensity }: CautionContext): number | null {
  const known = intensity(segment.id);
  if (known !== null) return known;
  return segment.load.kind === "percentOfMax" ? segment.load.percent / 100 : null;
}

export const SESSION_RULES = {
  "no-ramp": {
    severity: "warn",
    about: "Ramp before heavy work.",
    check: ({ parts }, context, report) => {
      const warm = new Set<string>();
      for (const one of parts) {
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
          report(at(one), "Heavy and first for its muscles, without a ramp.");
        for (const region of regions) warm.add(region);
      }
    },
  },
  "giant-rest": {
    severity: "note",
    about: "Longer rests and lighter loads in giant sets.",
    check: ({ document }, { catalogue, settings }, report) => {
      for (const block of allBlocks(document)) {
        if (!isGiant(block, catalogue, settings)) continue;
        const rests = runBlock(block, { catalogue, settings }).rounds.flatMap(({ rest }) => rest ?? []);
        const shortest = Math.min(...rests.filter((rest) => rest.why !== "assumed").map((rest) => rest.seconds));
        if (shortest < 90)
          report(
            { slotId: firstOf(block.slots).id, round: null },
            `A giant set with ${Math.round(shortest)} s after it: loads fall further than they look.`,
          );
      }
    },
  },
  "two-axial": {
    severity: "note",
    about: "Two lifts that load the spine, back to back.",
    check: ({ document }, { catalogue }, report) => {
      for (const block of allBlocks(document)) {
        const axial = block.slots.filter((slot) => exerciseOrThrow(catalogue, slot.exerciseId).axial);
        if (axial.length >= 2)
          report(
            { slotId: entryAt(axial, 1).id, round: null },
            "Two lifts that load the spine from above in one round.",
          );
      }
    },
  },
  "hard-techniques": {
    severity: "warn",
    about:
      "Hard techniques twice a week at most, three days apart for one muscle, none in a novice's first weeks or in a deload.",
    check: ({ document }, context, report) => {
      const muscles = hardTechniquesOf(document, context.catalogue, context.settings);
      if (muscles.length === 0) return;
      const nowhere: Place = { slotId: null, round: null };
      if (context.isDeload)
        report(nowhere, "A deload with giant sets, long drops or failure throughout is none.", "block");
      if (context.trainee.trainingAge === "novice" && context.weeksTrained < NOVICE_WEEKS)
        report(
          nowhere,
          `Giant sets, long drops and failure throughout wait for a beginner's ninth week; this is week ${context.weeksTrained + 1}.`,
          "block",
        );
      const near = context.hardTechniques.filter((one) => Math.abs(daysBetween(one.date, context.date)) < 7);
      if (near.length >= HARD_A_WEEK)
        report(nowhere, `Hard techniques on ${near.length} other days within a week: two a week is the most.`);
      for (const one of near) {
        const again = one.muscles.filter((muscle) => muscles.includes(muscle));
        if (again.length > 0 && Math.abs(daysBetween(one.date, context.date)) * 24 < HOURS_APART)
          report(nowhere, `Hard techniques for the ${again.map(muscleName).join(" and ")} again within three days.`);
      }
    },
  },
  "station-away": {
    severity: "warn",
    about: "A station that is away.",
    check: ({ parts }, { gym }, report) => {
      for (const one of parts)
        for (const station of missingStations(one.exercise, gym))
          report({ slotId: one.slot.id, round: null, subject: station }, `The ${station} is not here on this day.`);
    },
  },
  "shared-grip": {
    severity: "note",
    about: "Two lifts of one round that both hang from the hands.",
    check: ({ document }, { catalogue }, report) => {
      for (const block of allBlocks(document)) {
        const gripped = block.slots.filter((slot) => exerciseOrThrow(catalogue, slot.exerciseId).grip >= GRIPPED);
        const [first, second] = gripped;
        if (!first || !second) continue;
        const name = (slot: Slot) => exerciseOrThrow(catalogue, slot.exerciseId).name.toLowerCase();
        report(
          { slotId: second.id, round: null },
          `The grip of ${name(first)} and ${name(second)} is the same: it gives out before the muscles do. Straps, or apart.`,
        );
      }
    },
  },
  "tired-back": {
    severity: "warn",
    about: "A heavy squat or deadlift after the lower back was tired.",
    check: ({ parts }, context, report) => {
      let sets = 0;
      let tiredBy: string | null = null;
      for (const [index, one] of parts.entries()) {
        const { exercise, slot } = one;
        const stress = exercise.stress.lowerBack ?? 0;
        const isNewLift = parts[index - 1]?.slot !== slot;
        const isMain =
          (exercise.pattern === "squat" || exercise.pattern === "hinge") && exercise.implement === "barbell";
        if (isNewLift && isMain && tiredBy !== null && sets >= TIRING_SETS && one.index === 0 && isHeavy(one, context))
          report(
            { slotId: slot.id, round: null },
            `Heavy, with a lower back that ${tiredBy} has tired: the other way round, or on another day.`,
          );
        if (stress >= 2 && exercise.pattern !== "squat" && one.set.role === "working" && one.index === 0) {
          sets++;
          tiredBy = exercise.name.toLowerCase();
        }
      }
    },
  },
  "short-rest-heavy": {
    severity: "warn",
    about: "Heavy sets with hardly any rest.",
    check: ({ document, parts }, context, report) => {
      for (const block of allBlocks(document)) {
        const rest = block.restAfterRound;
        if (block.slots.length > 1 || rest?.kind !== "each") continue;
        const seconds = restSecondsForTime(rest.rest);
        const own = parts.find((one) => one.block === block && one.index === 0);
        if (!own || own.slot.sets.length < 2 || seconds >= LEAST_HEAVY_REST || own.exercise.joints !== "multi")
          continue;
        const share = shareAsked(own, context);
        if (share !== null && share >= VERY_HEAVY)
          report(
            { slotId: own.slot.id, round: null },
            `${Math.round(100 * share)} % of the maximum with ${seconds} s of rest: such sets want two to five minutes.`,
          );
      }
    },
  },
  "over-band": {
    severity: "note",
    about: "A muscle far over its weekly band.",
    check: (_session, { overBand, jumps }, report) => {
      for (const { muscle, hardSets, high } of overBand)
        if (!jumps.some((jump) => jump.muscle === muscle && jump.measure === "hardSets"))
          report(
            { slotId: null, round: null, subject: muscle },
            `${Math.round(hardSets)} hard sets for the ${muscleName(muscle)} this week, far over its band of up to ${high}.`,
          );
    },
  },
  jump: {
    severity: "note",
    about: "Far more than the client has been doing.",
    check: (_session, { jumps }, report) => {
      for (const jump of jumps)
        report(
          { slotId: null, round: null, subject: `${jump.muscle} ${jump.measure}` },
          jumpWords(jump),
          jump.severity,
        );
    },
  },
} satisfies SomeCautionRules;
