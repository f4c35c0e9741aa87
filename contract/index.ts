/** What crosses an edge: schemas, stored versions and their upcasters, the list of use cases. */
export * from "./api";
export * from "./catalogue";
export * from "./clean";
export * from "./document";
export * from "./document-versions";
export * from "./equipment";
export * from "./equipment-versions";
export * from "./event-versions";
export * from "./events";
export * from "./limits";
export * from "./own-exercise";
export * from "./plan";
export * from "./region";
export * from "./renamed";
export * from "./rules";
export * from "./schema";
export * from "./shown";
