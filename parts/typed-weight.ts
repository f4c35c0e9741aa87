import * as yup from "yup";
import { readWeight, type Weight, type WeightUnit } from "@/core";

/** A weight as it is typed, "72.5" in the unit or "160 lb"; nothing typed is null. `message` stands for whatever is none. */
export const typedWeight = (unit: WeightUnit, message: string) =>
  yup
    .mixed<Weight>()
    .transform((_, text: string) => (text.trim() === "" ? null : (readWeight(text, unit) ?? text)))
    .test("weight", message, (value) => typeof value !== "string")
    .nullable()
    .default(null);
