"use client";
import { format } from "date-fns";
import { DayPicker, type Matcher } from "react-day-picker";
import { dateIn, type Region } from "@/core";
import { useRegion } from "./region";

/** The first day of a week as it is counted from Sunday; ours are counted from Monday. */
const FROM_SUNDAY: Readonly<Record<Region["firstDay"], 0 | 1 | 6>> = { 0: 1, 5: 6, 6: 0 };

/** An ISO date as the calendar package wants it: a `Date` at local midnight. */
const dayOf = (date: string): Date => new Date(`${date}T00:00:00`);

const CLASSES = {
  months: "relative",
  month_caption: "flex h-8 items-center font-semibold",
  nav: "absolute top-0 right-0 flex",
  button_previous: "flex size-8 items-center justify-center rounded-[3px] hover:bg-inset aria-disabled:opacity-40",
  button_next: "flex size-8 items-center justify-center rounded-[3px] hover:bg-inset aria-disabled:opacity-40",
  chevron: "size-4 fill-walnut",
  month_grid: "mt-1 border-collapse",
  weekday: "size-9 text-center font-normal text-quiet",
  day: "p-0",
  day_button: "size-9 rounded-[3px] hover:bg-inset disabled:text-rule disabled:hover:bg-transparent",
  outside: "text-quiet",
  today: "font-bold underline underline-offset-4",
  selected: "rounded-[3px] bg-indigo text-ground [&_button:hover]:text-walnut",
};

/** A month of days to choose one from; its weeks begin as the studio's calendars do. */
export function Calendar({
  value,
  min,
  max,
  onChoose,
}: {
  value: string;
  min: string | undefined;
  max: string | undefined;
  onChoose: (date: string) => void;
}) {
  const { firstDay, timeZone } = useRegion();
  const today = dayOf(dateIn(timeZone, Date.now()));
  const selected = value === "" ? undefined : dayOf(value);
  const closed: Matcher[] = [...(min ? [{ before: dayOf(min) }] : []), ...(max ? [{ after: dayOf(max) }] : [])];
  return (
    <DayPicker
      mode="single"
      required
      autoFocus
      showOutsideDays
      weekStartsOn={FROM_SUNDAY[firstDay]}
      today={today}
      selected={selected}
      defaultMonth={selected ?? (max ? dayOf(max) : min && dayOf(min) > today ? dayOf(min) : today)}
      disabled={closed}
      onSelect={(day) => onChoose(format(day, "yyyy-MM-dd"))}
      classNames={CLASSES}
    />
  );
}
