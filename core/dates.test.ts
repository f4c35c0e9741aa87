import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DEFAULT_REGION, datesOf, guessRegion, type Region, readTime } from "./dates";

const US: Region = { ...DEFAULT_REGION, timeZone: "America/Chicago", dateOrder: "monthDay", hours: 12, firstDay: 6 };

describe("dates and times of a region", () => {
  it("are said as people there say them, and never slip a day, whatever the clock's zone", () => {
    const zone = process.env.TZ;
    for (const tz of ["UTC", "America/Adak", "Pacific/Kiritimati"]) {
      process.env.TZ = tz;
      const sayings = (region: Region) => {
        const { longDate, fullDate, shortDate, dayOfWeek, weekdayName } = datesOf(region);
        return [longDate, fullDate, shortDate, dayOfWeek, weekdayName].map((say) => say("2026-11-01"));
      };
      expect(sayings(DEFAULT_REGION)).toEqual(["Sunday 1 November", "1 Nov 2026", "1 Nov", "Sun 1", "Sunday"]);
      expect(sayings(US)).toEqual(["Sunday, November 1", "Nov 1, 2026", "Nov 1", "Sun 1", "Sunday"]);
    }
    if (zone === undefined) delete process.env.TZ;
    else process.env.TZ = zone;
  });

  it("an instant has the date of the studio's zone", () => {
    const lateInChicago = Date.UTC(2026, 10, 26, 3);
    expect(datesOf(US).fullDateAt(lateInChicago)).toBe("Nov 25, 2026");
    expect(datesOf({ ...DEFAULT_REGION, timeZone: "Europe/Oslo" }).shortDateAt(lateInChicago)).toBe("26 Nov");
  });

  it.each([
    [0, "00:00", "12:00 am"],
    [45, "00:45", "12:45 am"],
    [9 * 60 + 5, "09:05", "9:05 am"],
    [12 * 60, "12:00", "12:00 pm"],
    [18 * 60 + 30, "18:30", "6:30 pm"],
    [23 * 60 + 59, "23:59", "11:59 pm"],
  ])("minute %d of the day is %s, or %s", (minutes, by24, by12) => {
    expect([datesOf(DEFAULT_REGION), datesOf(US)].map(({ timeWords }) => timeWords(minutes))).toEqual([by24, by12]);
  });

  it("every minute that is said reads back as itself, in both clocks", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1439 }), (minutes) => {
        for (const region of [DEFAULT_REGION, US]) expect(readTime(datesOf(region).timeWords(minutes))).toBe(minutes);
      }),
    );
  });

  it.each([
    ["6pm", 1080],
    ["6:30 P.M.", 1110],
    ["18.30", 1110],
    ["12 am", 0],
    ["6", null],
    ["24:00", null],
    ["13 pm", null],
    ["7:75", null],
    ["soon", null],
  ])("a time typed as %s is minute %s", (typed, minutes) => {
    expect(readTime(typed)).toBe(minutes);
  });

  it("a calendar's weekdays stand from the region's first day on, each with its own number", () => {
    expect(
      datesOf(US)
        .weekdays.map(({ name }) => name.slice(0, 2))
        .join(" "),
    ).toBe("Su Mo Tu We Th Fr Sa");
    expect(datesOf(US).weekdays[0]).toEqual({ weekday: 6, name: "Sunday" });
    expect(datesOf(DEFAULT_REGION).weekdays[0]).toEqual({ weekday: 0, name: "Monday" });
  });

  it.each([
    ["en-US", "monthDay", 12, 6, "lb"],
    ["en-CA", "dayMonth", 12, 6, "lb"],
    ["nb-NO", "dayMonth", 24, 0, "kg"],
    ["ar-EG", "dayMonth", 12, 5, "kg"],
    ["en", "dayMonth", 24, 0, "kg"],
  ])("a browser in %s is taken to write %s, %d hours, weeks from weekday %d, %s", (language, ...expected) => {
    const { dateOrder, hours, firstDay, unit } = guessRegion(language, "UTC");
    expect([dateOrder, hours, firstDay, unit]).toEqual(expected);
  });
});
