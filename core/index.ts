/** The only door to the core. The computation knows no interface, database, clock or randomness of its own. */
export * from "./caution/caution";
export * from "./caution/kinds";
export * from "./caution/readiness";
export * from "./caution/rules";
export * from "./caution/session-rules";
export * from "./dates";
export * from "./exercise/catalogue";
export * from "./exercise/compare";
export * from "./exercise/exercise";
export {
  commonExercises,
  type FoundName,
  findExercise,
  type NamedInText,
  namedInText,
  offerExercises,
  type UsageCounts,
} from "./exercise/finder";
export { guessExercise } from "./exercise/guess";
export * from "./exercise/limits";
export * from "./exercise/mechanics";
export * from "./exercise/motions";
export * from "./exercise/muscles";
export * from "./exercise/pair-class";
export { PATTERNS } from "./exercise/pattern";
export * from "./exercise/placeholder";
export * from "./exercise/regions";
export type { ExerciseDefinition } from "./exercise/rows";
export * from "./exercise/setup";
export * from "./floor/ahead";
export * from "./floor/as-planned";
export * from "./floor/block-rounds";
export * from "./floor/drop-done";
export * from "./floor/event-kinds";
export * from "./floor/events";
export * from "./floor/pace";
export * from "./floor/performed";
export * from "./floor/projection";
export * from "./floor/rest-kept";
export * from "./floor/shown";
export * from "./forecast/fit";
export * from "./forecast/forecast";
export * from "./forecast/pair";
export * from "./forecast/reserve";
export * from "./forecast/seen";
export * from "./forecast/simulated-lifter";
export * from "./lists";
export * from "./load/context";
export * from "./load/curve";
export * from "./load/e1rm";
export * from "./load/effective";
export * from "./load/equipment";
export * from "./load/implement-loads";
export * from "./load/inventory";
export * from "./load/next-prescription";
export * from "./load/plate-plan";
export * from "./load/ramp";
export * from "./load/reasons";
export * from "./load/resolved";
export * from "./load/sleeves";
export * from "./load/working";
export * from "./log";
export * from "./memo";
export * from "./methods";
export * from "./plan/calendar";
export * from "./plan/client-alerts";
export * from "./plan/missed";
export * from "./plan/move-lift";
export * from "./plan/phase";
export * from "./plan/plan";
export * from "./plan/plan-edits";
export * from "./plan/project";
export * from "./plan/put-phase";
export * from "./plan/shift";
export * from "./plan/simulated-client";
export * from "./plan/split";
export * from "./plan/start";
export * from "./plan/unfit-ahead";
export * from "./plan/what-if";
export * from "./plan/write-lift";
export * from "./prescription/resolve";
export * from "./progress/context";
export * from "./progress/deload-signs";
export * from "./progress/prescribe";
export * from "./progress/rules";
export * from "./progress/set-count";
export * from "./progress/situation";
export * from "./progress/stall";
export * from "./same";
export * from "./selection/fitness";
export * from "./selection/order";
export * from "./selection/rank";
export * from "./selection/substitute";
export * from "./sentences";
export * from "./session/diff";
export * from "./session/edits";
export * from "./session/for-client";
export * from "./session/grammar";
export * from "./session/in-place";
export * from "./session/merge";
export * from "./session/names";
export * from "./session/new-lift";
export * from "./session/one-off";
export * from "./session/operation";
export * from "./session/operations";
export * from "./session/partners";
export * from "./session/progression-rule";
export * from "./session/reconcile";
export * from "./session/rests";
export * from "./session/rounds";
export * from "./session/scaling";
export * from "./session/shorter";
export { type Completion, completionsAt } from "./session/shorthand/complete";
export { type Mark, type MarkKind, marksOf } from "./session/shorthand/marks";
export {
  exerciseLookup,
  lineageOf,
  type MakeId,
  type ParsedSession,
  parseCell,
  parseSession,
  parseSessionSteps,
} from "./session/shorthand/parse";
export {
  printAmount,
  printCell,
  printName,
  printRest,
  printSession,
  printSlot,
  printSpan,
  printTempo,
  printWarmUpParts,
  sameSet,
  TRANSITION_LIMIT_SECONDS,
} from "./session/shorthand/print";
export type { ShorthandError } from "./session/shorthand/scanner";
export * from "./session/starters";
export * from "./session/techniques";
export * from "./session/unread";
export * from "./session/validate";
export * from "./settings";
export * from "./steps";
export * from "./text";
export * from "./three-way";
export * from "./time/device-clock";
export * from "./time/joint";
export * from "./time/run";
export * from "./time/tempo";
export * from "./time/timeline";
export * from "./time/work";
export * from "./units";
export * from "./volume/bands";
export * from "./volume/breakdown";
export * from "./volume/coverage";
export * from "./volume/frequency";
export type { CountContext } from "./volume/hard-sets";
export * from "./volume/jumps";
export * from "./volume/session-load";
export * from "./volume/session-volume";
export * from "./volume/totals";
