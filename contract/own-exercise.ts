/** An exercise of a coach's own: its form, what is stored of it, and what is wrong with it. */
import {
  type Exercise,
  type ExerciseDefinition,
  entriesOf,
  exerciseFrom,
  exerciseProblems,
  guessExercise,
  keysOf,
  MOTIONS,
  type MotionId,
  otherNamesOf,
  REGION_IDS,
  type RegionId,
} from "../core";
import { catalogueIn, type StudioExercises } from "./catalogue";
import {
  booleanValue,
  finiteNumber,
  identifier,
  integer,
  listOf,
  nonEmptyString,
  nullable,
  oneOfNumbers,
  oneOfTexts,
  strictObject,
} from "./schema";

/** What an exercise of a coach's own may be done with. */
export const OWN_IMPLEMENTS = [
  "barbell",
  "dumbbells",
  "dumbbell",
  "kettlebell",
  "stack",
  "sled",
  "bodyweight",
  "straps",
  "band",
] as const satisfies readonly ExerciseDefinition["on"][];

/** What a coach says of an exercise of their own; the rest follows from the motion. */
export interface OwnExercise {
  readonly id: string;
  readonly name: string;
  readonly motion: MotionId;
  readonly implement: ExerciseDefinition["on"];
  readonly station: string | null;
  readonly ratio: number;
  readonly setupSeconds: number;
  readonly fraction: number | null;
  readonly laterality: NonNullable<ExerciseDefinition["side"]>;
  readonly cableDegrees: number | null;
  readonly stability: Exercise["stability"];
  readonly learning: Exercise["learning"];
  readonly cues: readonly string[];
  readonly shares: readonly { readonly region: RegionId; readonly share: 0.25 | 0.5 | 1 }[];
  readonly failureSafeAlone: boolean;
}

export const ownExerciseSchema = strictObject({
  id: identifier(),
  name: nonEmptyString(80),
  motion: oneOfTexts(...keysOf(MOTIONS)),
  implement: oneOfTexts(...OWN_IMPLEMENTS),
  station: nullable(nonEmptyString(60)),
  ratio: finiteNumber(0.01, 10),
  setupSeconds: integer(0, 600),
  fraction: nullable(finiteNumber(0.01, 1.5)),
  laterality: oneOfTexts("both", "eachSide", "alternating", "otherHolds"),
  cableDegrees: nullable(finiteNumber(-90, 270)),
  stability: oneOfNumbers(1, 2, 3, 4, 5),
  learning: oneOfNumbers(1, 2, 3, 4, 5),
  cues: listOf(nonEmptyString(60), 3),
  shares: listOf(strictObject({ region: oneOfTexts(...REGION_IDS), share: oneOfNumbers(0.25, 0.5, 1) }), 12),
  failureSafeAlone: booleanValue(),
});

/** The definition that is stored; what is left as the motion has it is left out. */
export function definitionOf(own: OwnExercise): ExerciseDefinition {
  return {
    id: own.id,
    name: own.name.trim(),
    m: own.motion,
    on: own.implement,
    ...(own.station ? { at: own.station.trim().toLowerCase() } : {}),
    ratio: own.ratio,
    setup: own.setupSeconds,
    ...(own.fraction === null ? {} : { fraction: own.fraction }),
    side: own.laterality,
    ...(own.cableDegrees === null ? {} : { cable: own.cableDegrees }),
    stability: own.stability,
    learning: own.learning,
    ...(own.cues.length > 0 ? { cues: own.cues } : {}),
    ...(own.shares.length > 0
      ? {
          shares: Object.fromEntries(own.shares.map(({ region, share }) => [region, share])),
        }
      : {}),
    unsafe: !own.failureSafeAlone,
  };
}

/** The other way round: a stored definition as the form has it. */
export function ownExerciseOf(definition: ExerciseDefinition): OwnExercise {
  const exercise = exerciseFrom(definition);
  return {
    id: definition.id,
    name: definition.name,
    motion: definition.m,
    implement: definition.on,
    station: definition.at ?? null,
    ratio: exercise.familyRatio,
    setupSeconds: exercise.setupSeconds,
    fraction: exercise.bodyweightFraction,
    laterality: exercise.laterality,
    cableDegrees: exercise.cableDegrees,
    stability: exercise.stability,
    learning: exercise.learning,
    cues: definition.cues ?? [],
    shares: entriesOf(definition.shares ?? {}).map(([region, share]) => ({ region, share })),
    failureSafeAlone: exercise.failureSafeAlone,
  };
}

/** A form for an exercise that a session names and nobody knows yet: guessed from its words, to be put right. */
export function ownExerciseFor(name: string, id: string, exercises: StudioExercises): OwnExercise {
  const guess = guessExercise(catalogueIn(exercises), name);
  const made = ownExerciseOf({
    id,
    name,
    m: guess.motion,
    on: guess.implement,
    side: guess.laterality,
    ratio: guess.ratio,
    ...(guess.station ? { at: guess.station } : {}),
    ...(guess.setupSeconds === null ? {} : { setup: guess.setupSeconds }),
    ...(guess.fraction === null ? {} : { fraction: guess.fraction }),
    ...(guess.cableDegrees === null ? {} : { cable: guess.cableDegrees }),
  });
  return { ...made, cues: [] };
}

/** What is wrong with a coach's own exercise, at its field; a name that is taken already too. */
export function ownExerciseProblems(
  own: OwnExercise,
  exercises: StudioExercises,
): { field: string; message: string }[] {
  const problems = exerciseProblems(exerciseFrom(definitionOf(own))).map((one) => ({ ...one }));
  const name = own.name.trim().toLowerCase();
  const taken = [...catalogueIn(exercises).byId.values()].some(
    (other) => other.id !== own.id && [other.name, ...otherNamesOf(other)].some((one) => one.toLowerCase() === name),
  );
  if (taken) problems.push({ field: "name", message: "There is an exercise of this name already." });
  if (/[\d:@[\]>(]/.test(own.name))
    problems.push({ field: "name", message: "No digits, colons or brackets: the shorthand could not read it." });
  return problems;
}
