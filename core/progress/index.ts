export { impliedKg } from "./bound";
export * from "./context";
export * from "./deload-signs";
export * from "./prescribe";
export * from "./rules";
export * from "./set-count";
export * from "./situation";
export * from "./stall";
