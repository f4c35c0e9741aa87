export * from "./bands";
export * from "./breakdown";
export * from "./coverage";
export * from "./frequency";
export type { CountContext } from "./hard-sets";
export * from "./jumps";
export * from "./session-load";
export * from "./session-volume";
export * from "./totals";
