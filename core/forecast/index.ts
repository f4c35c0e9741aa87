export * from "./fit";
export * from "./forecast";
export * from "./pair";
export * from "./remedies";
export * from "./rep-times";
export * from "./reserve";
export * from "./seen";
export * from "./simulated-lifter";
export { partKey, tirednessBefore } from "./tiredness";
