import { expect, it } from "vitest";
import { dayOfWeek, fullDate, longDate, shortDate, weekday } from "./dates";

it("dates are said as people say them, and never slip a day, whatever the clock's zone", () => {
  const zone = process.env.TZ;
  for (const tz of ["UTC", "America/Adak", "Pacific/Kiritimati"]) {
    process.env.TZ = tz;
    expect([longDate, fullDate, shortDate, dayOfWeek, weekday].map((say) => say("2026-11-01"))).toEqual([
      "Sunday 1 November",
      "1 Nov 2026",
      "1 Nov",
      "Sun 1",
      "Sunday",
    ]);
  }
  if (zone === undefined) delete process.env.TZ;
  else process.env.TZ = zone;
});
