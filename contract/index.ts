export * from "./compute";
export * from "./document";
export * from "./equipment";
export * from "./events";
export * from "./gym";
export * from "./review";
export * from "./schema";
export * from "./views";
