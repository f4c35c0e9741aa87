/** Reads and writes of one scope. Every function takes the transaction that `inStudio` opened. */
export * from "./clients";
export * from "./decisions";
export * from "./derived";
export * from "./events";
export * from "./gyms";
export * from "./lifts";
export * from "./messages";
export * from "./plans";
export * from "./safety";
export * from "./sessions";
export * from "./studio";
export * from "./today";
