export * from "./compute";
export * from "./document";
export * from "./events";
export * from "./schema";
export * from "./views";
