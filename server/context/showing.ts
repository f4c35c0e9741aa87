/** What stands on the floor's screen, and its hash. */
import { createHash } from "node:crypto";
import { catalogueIn, SHOWN_VERSION, type ShownContent } from "../../contract";
import {
  allBlocks,
  buildSentence,
  canonicalJson,
  ENGINE_VERSION,
  type Exercise,
  exerciseOrThrow,
  indexSegments,
  isOpen,
  limitsOn,
  loadWords,
  onlyInPart,
  openSeriesOf,
  type PlannedStep,
  platesSentence,
  type RampSet,
  type ResolvedLoad,
  type ResolvedSession,
  rampStepKey,
  type ShownLoad,
  type Slot,
} from "../../core";
import type { ComputedSession, SessionContext } from "../../views";

/** The session as its lifts' rules prescribe it, with every load resolved, and the hash of all that. */
export function showSession(
  context: SessionContext,
  { resolved, forecast }: Pick<ComputedSession, "resolved" | "forecast">,
): { content: ShownContent; hash: string } {
  const { document } = resolved;
  const catalogue = catalogueIn(context.exercises);
  const loads: Record<string, ShownLoad> = {};
  const segments = indexSegments(document);
  for (const [segmentId, load] of resolved.loads) {
    const known = segments.get(segmentId);
    if (!known) continue;
    const exercise = exerciseOrThrow(catalogue, known.segment.exerciseId ?? known.slot.exerciseId);
    const step = resolved.platePlans.get(known.slot.id)?.steps.find((one) => one.key === segmentId);
    const change = step && movesPlates(step) ? platesSentence(step) : "";
    const series = isOpen(known.segment, known.set) ? openSeriesOf(forecast, segmentId) : null;
    loads[segmentId] = shownLoad(exercise, load, change, series);
  }
  const slots = allBlocks(document).flatMap((block) => block.slots);
  const ramps = Object.fromEntries(
    slots.flatMap((slot) => {
      const sets = resolved.ramps.get(slot.id);
      return sets ? [[slot.id, shownRamp(slot, exerciseOrThrow(catalogue, slot.exerciseId), sets, resolved)]] : [];
    }),
  );
  const limits = limitsOn(context.client.limits, context.date);
  const inPart = Object.fromEntries(
    slots.flatMap(({ id, exerciseId }) => {
      const words = onlyInPart(exerciseOrThrow(catalogue, exerciseId), limits);
      return words.length > 0 ? [[id, words]] : [];
    }),
  );
  const content: ShownContent = {
    version: SHOWN_VERSION,
    engineVersion: ENGINE_VERSION,
    settings: context.settings,
    date: context.date,
    purpose: context.purpose,
    oneOff: context.oneOff,
    bodyMassKg: context.bodyMassKg,
    equipment: context.gym.equipment,
    own: context.exercises.own,
    document,
    loads,
    ramps,
    inPart,
  };
  return { content, hash: hashOf(content) };
}

/** Whether the plates to put on and take off are worth a line: on an empty bar they are the same plates that the build names. */
const movesPlates = ({ takeOff, putOn, perSide }: Pick<PlannedStep, "takeOff" | "putOn" | "perSide">): boolean =>
  takeOff.length > 0 || (putOn.length > 0 && putOn.length < perSide.length);

function shownRamp(slot: Slot, exercise: Exercise, sets: readonly RampSet[], { platePlans }: ResolvedSession) {
  return sets.map(({ load, reps }, index) => {
    const step = platePlans.get(slot.id)?.steps.find((one) => one.key === rampStepKey(index));
    const build =
      step && (load.build.kind === "bar" || load.build.kind === "sled")
        ? { ...load.build, perSide: step.perSide }
        : load.build;
    return { words: loadWords(exercise, load.kg, load.weight), build: buildSentence(build), reps };
  });
}

function shownLoad(
  exercise: Exercise,
  load: ResolvedLoad,
  change: string,
  expectedReps: readonly number[] | null,
): ShownLoad {
  const { kg, weight, aimReps, nextKg } = load;
  const what = { exerciseId: exercise.id, aimReps, nextKg, expectedReps };
  if (kg === null || weight === null)
    return { ...what, kg: null, weight: null, sign: 1, words: "find the load", build: "", change: "" };
  return {
    ...what,
    kg,
    weight: kg === 0 ? null : weight,
    sign: kg < 0 ? -1 : 1,
    words: loadWords(exercise, kg, weight),
    build: load.build ? buildSentence(load.build) : "",
    change,
  };
}

/** SHA-256 of a value's JSON with sorted keys: the same content, the same hash, on every machine. */
export function hashOf(value: unknown): string {
  return createHash("sha256").update(canonicalJson(value)).digest("hex");
}
