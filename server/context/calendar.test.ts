import ICAL from "ical.js";
import { describe, expect, it } from "vitest";
import { type CalendarLine, calendarText, instantOf } from "./calendar";

const line = (more: Partial<CalendarLine>): CalendarLine => ({
  ...{
    date: "2026-12-02",
    title: "Squat",
    state: "planned",
    sessionId: null,
    timeOfDay: 18 * 60,
    clientName: null,
    minutes: 75,
  },
  place: { planId: "plan", dayId: "day", week: 3 },
  ...more,
});
const NOW = new Date("2026-12-01T12:00:00Z");
const text = (...lines: readonly CalendarLine[]) =>
  calendarText({
    name: "Sessions",
    studioId: "studio",
    timeZone: "Europe/Oslo",
    lines,
    hrefOf: (id) => `https://gym.example/floor?s=${id}`,
    now: NOW,
  });
/** As another program reads it. */
const events = (...lines: readonly CalendarLine[]) =>
  new ICAL.Component(ICAL.parse(text(...lines))).getAllSubcomponents("vevent").map((one) => new ICAL.Event(one));

describe("sessions as an iCalendar, as another program reads it", () => {
  it("have their hour in the studio's place, before and after clocks change", () => {
    const hours = ["2026-10-24", "2026-10-25", "2026-10-26", "2027-03-27", "2027-03-28", "2027-03-29"].map((date) =>
      events(line({ date }))[0]!.startDate.toJSDate().toISOString(),
    );
    expect(hours).toEqual([
      "2026-10-24T16:00:00.000Z",
      "2026-10-25T17:00:00.000Z",
      "2026-10-26T17:00:00.000Z",
      "2027-03-27T17:00:00.000Z",
      "2027-03-28T16:00:00.000Z",
      "2027-03-29T16:00:00.000Z",
    ]);
    // Half past two is skipped on the one day, and comes twice on the other.
    expect(instantOf("2027-03-28", 150, "Europe/Oslo").toISOString()).toBe("2027-03-28T01:30:00.000Z");
    expect(["2026-10-25T00:30:00.000Z", "2026-10-25T01:30:00.000Z"]).toContain(
      instantOf("2026-10-25", 150, "Europe/Oslo").toISOString(),
    );
  });

  it("last as long as their client trains; without an hour they are of the whole day", () => {
    const [timed, whole] = events(line({}), line({ timeOfDay: null, place: null, sessionId: "s" }));
    expect(timed!.duration.toSeconds()).toBe(75 * 60);
    expect([whole!.startDate.isDate, whole!.startDate.toString(), whole!.endDate.toString()]).toEqual([
      true,
      "2026-12-02",
      "2026-12-03",
    ]);
  });

  it("keep their id when they are opened, moved or left out, which is told as cancelled; a day they left is empty", () => {
    const all = [
      ...events(line({})),
      ...events(line({ state: "moved" }), line({ date: "2026-12-04", state: "opened", sessionId: "s" })),
      ...events(line({ state: "leftOut" })),
    ];
    expect(all).toHaveLength(3);
    expect(new Set(all.map(({ uid }) => uid)).size).toBe(1);
    expect(all.map(({ component }) => component.getFirstPropertyValue("status"))).toEqual([
      "CONFIRMED",
      "CONFIRMED",
      "CANCELLED",
    ]);
    expect(all[1]!.component.getFirstPropertyValue("url")).toBe("https://gym.example/floor?s=s");
  });

  it("are the sample that ships", async () => {
    await expect(
      text(
        line({ clientName: "Ines Calder" }),
        line({ date: "2026-12-04", state: "leftOut", place: null, sessionId: "s" }),
      ),
    ).toMatchFileSnapshot("../../docs/formats/samples/calendar.ics");
  });

  it("hold any title: line ends, quotes, ten thousand signs, from right to left", () => {
    for (const title of [
      'Squat\r\nEND:VEVENT\r\n"; heavy, deep',
      "x".repeat(10_000),
      "סקוואט \u202e",
      "é✓😀".repeat(40),
    ]) {
      const [event, ...others] = events(line({ title, clientName: "Ines Calder" }));
      expect(others).toEqual([]);
      expect(event!.summary.replaceAll("\n", "")).toBe(`Ines Calder: ${title.replaceAll(/[\r\n]/g, "")}`);
      expect(
        Math.max(
          ...text(line({ title }))
            .split("\r\n")
            .map((one) => new TextEncoder().encode(one).length),
        ),
      ).toBeLessThanOrEqual(75);
    }
  });
});
