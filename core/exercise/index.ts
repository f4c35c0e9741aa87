export * from "./catalogue";
export * from "./compare";
export * from "./exercise";
export {
  commonExercises,
  type FoundName,
  findExercise,
  type NamedInText,
  namedInText,
  offerExercises,
  type UsageCounts,
} from "./finder";
export { guessExercise } from "./guess";
export * from "./limits";
export * from "./mechanics";
export * from "./motions";
export * from "./muscles";
export * from "./pair-class";
export { PATTERNS } from "./pattern";
export * from "./placeholder";
export * from "./regions";
export type { ExerciseDefinition } from "./rows";
export * from "./setup";
