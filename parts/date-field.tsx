"use client";
import { clsx } from "clsx";
import { CalendarDays } from "lucide-react";
import { useState } from "react";
import { BOX, Field } from "@/ui/field";
import { fetched } from "@/ui/on-demand";
import { PopoverButton } from "@/ui/popover";
import { readDate } from "./read-date";
import { useDates, useRegion } from "./region";

const Calendar = fetched(() => import("./calendar").then((module) => module.Calendar));

interface DateBoxProps {
  /** An ISO date; empty: none. */
  readonly value: string;
  /** Told a whole date, or empty where nothing stands in the box any more. */
  readonly onChange: (date: string) => void;
  readonly min?: string;
  readonly max?: string;
  readonly disabled?: boolean;
}

/** What stands in a box of dates and what is wrong with it. Its date is told when the box is left, with Enter, or once chosen. */
function useTyped({ value, onChange, min, max }: DateBoxProps, isForm: boolean) {
  const { dateOrder } = useRegion();
  const { fullDate } = useDates();
  // What is being typed; null: what stands is the value.
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const judge = (date: string | null): string | null => {
    if (date === null) return `A date such as ${fullDate("2026-11-25")}.`;
    if (min && date < min) return `Not before ${fullDate(min)}.`;
    return max && date > max ? `Not after ${fullDate(max)}.` : null;
  };
  const text = typed ?? (value === "" ? "" : fullDate(value));
  return {
    text,
    problem,
    type: (next: string) => {
      setTyped(next);
      setProblem(null);
    },
    leave: () => {
      if (typed === null) return;
      const date = typed.trim() === "" ? "" : readDate(typed, dateOrder);
      const wrong = date === "" ? null : judge(date);
      setProblem(wrong);
      // Text that is no date stays in the box, so that nothing typed is lost; a form gets no date, so that the old one is not sent.
      if (wrong !== null) {
        if (isForm && value !== "") onChange("");
        return;
      }
      setTyped(null);
      if (date !== value) onChange(date!);
    },
    choose: (date: string) => {
      setTyped(null);
      setProblem(null);
      onChange(date);
    },
  };
}

/** A box for a date that is kept at once: typed as the studio writes dates, or chosen in a calendar. */
export function DateBox({ className, ...rest }: DateBoxProps & { "aria-label": string; className?: string }) {
  const typed = useTyped(rest, false);
  return (
    <span className="inline-flex flex-col">
      <Box {...rest} typed={typed} name={rest["aria-label"]} invalid={typed.problem !== null} className={className} />
      {typed.problem ? (
        <span role="alert" className="font-semibold">
          ▲ {typed.problem}
        </span>
      ) : null}
    </span>
  );
}

/** A date in a form: empty while what stands there is none. */
export function DateField({
  label,
  hint,
  error,
  ...rest
}: DateBoxProps & { label: string; hint?: string; error?: string | null }) {
  const typed = useTyped(rest, true);
  return (
    <Field label={label} hint={hint} error={typed.problem ?? error}>
      {(field) => <Box {...rest} typed={typed} name={label} {...field} className={clsx(BOX, "pr-9")} />}
    </Field>
  );
}

function Box({
  value,
  min,
  max,
  disabled,
  typed: { text, type, leave, choose },
  name,
  id,
  describedBy,
  invalid,
  className,
  "aria-label": ariaLabel,
}: DateBoxProps & {
  typed: ReturnType<typeof useTyped>;
  name: string;
  id?: string;
  describedBy?: string | undefined;
  invalid: boolean;
  className?: string | undefined;
  "aria-label"?: string;
}) {
  return (
    <span className="relative inline-flex w-full">
      <input
        id={id}
        aria-label={ariaLabel}
        aria-describedby={describedBy}
        aria-invalid={invalid || undefined}
        autoComplete="off"
        disabled={disabled}
        value={text}
        onChange={(event) => type(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === "Enter" && leave()}
        className={className}
      />
      {disabled ? null : (
        <PopoverButton
          button={{
            "aria-label": `${name}: calendar`,
            className: "absolute inset-y-0 right-0 flex w-8 items-center justify-center rounded-[3px] hover:bg-inset",
            children: <CalendarDays size={16} aria-hidden />,
          }}
          label={`${name}: calendar`}
          className="z-50 border border-rule bg-surface p-3 shadow-lg"
        >
          {(close) => (
            <Calendar
              value={value}
              min={min}
              max={max}
              onChoose={(date) => {
                choose(date);
                close();
              }}
            />
          )}
        </PopoverButton>
      )}
    </span>
  );
}
