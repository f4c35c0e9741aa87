import type { RangeThird } from "@/core";

/** The thirds of a muscle's length, as a coach says them. */
export const THIRD_NAMES: Readonly<Record<RangeThird, string>> = {
  lengthened: "long",
  middle: "middle",
  shortened: "short",
};
