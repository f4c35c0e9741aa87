/** Calendar dates as people say them. */
const say = (options: Intl.DateTimeFormatOptions) => {
  const format = new Intl.DateTimeFormat("en-GB", { ...options, timeZone: "UTC" });
  return (date: string): string => format.format(new Date(`${date}T00:00:00Z`));
};

/** "Wednesday 25 November". */
export const longDate = say({ weekday: "long", day: "numeric", month: "long" });
/** "25 Nov 2026", where the year may be another. */
export const fullDate = say({ day: "numeric", month: "short", year: "numeric" });
/** "25 Nov 2026", of an instant. */
export const fullDateAt = (ms: number): string => fullDate(new Date(ms).toISOString().slice(0, 10));
/** "25 Nov". */
export const shortDate = say({ day: "numeric", month: "short" });
/** "25 Nov", of an instant. */
export const shortDateAt = (ms: number): string => shortDate(new Date(ms).toISOString().slice(0, 10));
/** "Wed 25". */
export const dayOfWeek = say({ weekday: "short", day: "numeric" });
/** "Wednesday". */
export const weekday = say({ weekday: "long" });

/** Monday first. */
export const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"] as const;

/** "18:30" of minutes after midnight. */
export const timeWords = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
