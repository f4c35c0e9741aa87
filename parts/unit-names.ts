import type { WeightUnit } from "@/core";

/** Units of weight as they are chosen from. */
export const UNIT_NAMES: Readonly<Record<WeightUnit, string>> = { kg: "kilograms", lb: "pounds" };
