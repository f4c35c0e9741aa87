/** Sessions as an iCalendar: each under an id that it keeps when it is moved or opened, at its hour in the studio's place. */
import { TZDate } from "@date-fns/tz";
import ical, { ICalCalendarMethod, ICalEventStatus } from "ical-generator";
import type { PlannedLine } from "../../views";

export interface CalendarLine
  extends Pick<PlannedLine, "date" | "title" | "state" | "sessionId" | "place" | "timeOfDay"> {
  /** Whose session it is, where the calendar has several people's. */
  readonly clientName: string | null;
  readonly minutes: number;
}

/** Stays the same when a plan's session is opened, sent, moved to another day, or left out. */
const uidOf = ({ place, sessionId }: CalendarLine, studioId: string): string =>
  place ? `${place.planId}-${place.dayId}-${place.week}@${studioId}.yarvex` : `${sessionId}@${studioId}.yarvex`;

/** The instant of a wall clock's time in a zone; one that is skipped when clocks go forward is the one an hour later. */
export function instantOf(date: string, minutes: number, timeZone: string): Date {
  const [year, month, day] = date.split("-").map(Number) as [number, number, number];
  return new Date(new TZDate(year, month - 1, day, Math.floor(minutes / 60), minutes % 60, timeZone).getTime());
}

const STATE_WORDS: Partial<Record<PlannedLine["state"], string>> = {
  done: "done",
  begun: "under way",
  sent: "sent",
  seen: "sent",
  leftOut: "left out",
};

interface Calendar {
  readonly name: string;
  readonly studioId: string;
  readonly timeZone: string;
  readonly lines: readonly CalendarLine[];
  /** The web address of a session's page, by its id. */
  readonly hrefOf: (sessionId: string) => string;
  readonly now: Date;
}

/** The text of a calendar. What was left out is there as cancelled; a day that a session was moved away from has nothing. */
export function calendarText({ name, studioId, timeZone, lines, hrefOf, now }: Calendar): string {
  const calendar = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: "Yarvex", product: "Yarvex" },
    ttl: 3600,
  });
  for (const line of lines) {
    if (line.state === "moved") continue;
    const { date, title, timeOfDay, minutes, clientName, sessionId, state } = line;
    const called = title || "Session";
    const isAllDay = timeOfDay === null;
    const start = isAllDay ? new Date(`${date}T00:00:00Z`) : instantOf(date, timeOfDay, timeZone);
    const words = STATE_WORDS[state];
    calendar.createEvent({
      id: uidOf(line, studioId),
      stamp: now,
      lastModified: now,
      start,
      end: isAllDay ? new Date(start.getTime() + 86_400_000) : new Date(start.getTime() + minutes * 60_000),
      allDay: isAllDay,
      summary: clientName === null ? called : `${clientName}: ${called}`,
      ...(words ? { description: words } : {}),
      ...(sessionId ? { url: hrefOf(sessionId) } : {}),
      status: state === "leftOut" ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    });
  }
  return calendar.toString();
}
