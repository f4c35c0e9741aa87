export * from "./compute";
export * from "./document";
export * from "./events";
export * from "./review";
export * from "./schema";
export * from "./views";
