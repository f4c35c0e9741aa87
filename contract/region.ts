/** A studio's region as it is stored and changed. */
import { DEFAULT_REGION, type Region } from "../core";
import { nonEmptyString, oneOfNumbers, oneOfTexts, strictObject } from "./schema";

/** What is stored beside the time zone; a missing part has the value of `DEFAULT_REGION`. */
export type StoredRegion = Partial<Omit<Region, "timeZone">>;

export const REGION_SCHEMA = strictObject({
  timeZone: nonEmptyString(60),
  dateOrder: oneOfTexts("dayMonth", "monthDay"),
  hours: oneOfNumbers(24, 12),
  firstDay: oneOfNumbers(0, 5, 6),
  unit: oneOfTexts("kg", "lb"),
});

export const regionOf = (timeZone: string, stored: StoredRegion): Region => ({
  ...DEFAULT_REGION,
  ...stored,
  timeZone,
});

export const isTimeZone = (name: string): boolean =>
  name === "UTC" || Intl.supportedValuesOf("timeZone").includes(name);

export const NO_TIME_ZONE = "A time zone such as Europe/Oslo.";
