import { v7 } from "uuid";

/** A UUIDv7 made on this device. */
export const newId = (): string => v7();
