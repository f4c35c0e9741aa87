export * from "./catalogue";
export * from "./compare";
export * from "./exercise";
export {
  commonExercises,
  type FoundName,
  findExercise,
  hasEveryWord,
  type NameContext,
  offerExercises,
  sharedName,
  trainedRegions,
  type UsageCounts,
} from "./finder";
export { type NamedInText, namedInText } from "./finder-words";
export { guessExercise } from "./guess";
export * from "./limits";
export * from "./mechanics";
export * from "./motions";
export * from "./muscles";
export { otherNamesOf } from "./other-names";
export * from "./pair-class";
export { PATTERNS } from "./pattern";
export * from "./placeholder";
export * from "./regions";
export type { ExerciseDefinition } from "./rows";
export * from "./setup";
export { distanceFromPain, sparesJoint } from "./spare";
export { wordsOf } from "./words";
