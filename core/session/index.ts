export * from "./diff";
export * from "./edits";
export * from "./for-client";
export * from "./grammar";
export * from "./in-place";
export * from "./log";
export * from "./merge";
export * from "./methods";
export * from "./names";
export * from "./new-lift";
export * from "./one-off";
export * from "./operation";
export * from "./operations";
export * from "./partners";
export * from "./progression-rule";
export * from "./reconcile";
export * from "./rests";
export * from "./rounds";
export * from "./scaling";
export * from "./shorter";
export { type Completion, completionsAt } from "./shorthand/complete";
export { lineageOf, type MakeId } from "./shorthand/finish-slot";
export { type Mark, type MarkKind, marksOf } from "./shorthand/marks";
export {
  exerciseLookup,
  exercisesIn,
  type ParsedSession,
  parseCell,
  parseSession,
  parseSessionSteps,
} from "./shorthand/parse";
export { printCell, printName, printRamp, printSession, printSlot, printWarmUpParts } from "./shorthand/print";
export { printAmount, printRest, printSpan, printTempo, TRANSITION_LIMIT_SECONDS } from "./shorthand/print-parts";
export { sameSet } from "./shorthand/round-plan";
export type { ShorthandError } from "./shorthand/scanner";
export { errorWords } from "./shorthand/scanner";
export * from "./starters";
export * from "./techniques";
export * from "./unread";
export * from "./validate";
