"use client";
import { useState } from "react";
import { readTime } from "@/core";
import { TextField } from "@/ui/field";
import { useDates } from "./region";

/** A time of day in minutes after midnight, typed as the studio writes times or in any other way; null: none. Told when left. */
export function TimeField({
  label,
  hint,
  value,
  onChange,
}: {
  label: string;
  hint?: string;
  value: number | null;
  onChange: (minutes: number | null) => void;
}) {
  const { timeWords } = useDates();
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const leave = () => {
    if (typed === null) return;
    const minutes = typed.trim() === "" ? null : readTime(typed);
    // Text that is no time stays in the box, so that nothing typed is lost.
    if (minutes === null && typed.trim() !== "") return setProblem(`A time such as ${timeWords(18 * 60 + 30)}.`);
    setTyped(null);
    if (minutes !== value) onChange(minutes);
  };
  return (
    <TextField
      label={label}
      hint={hint}
      error={problem}
      autoComplete="off"
      value={typed ?? (value === null ? "" : timeWords(value))}
      onChange={(event) => {
        setTyped(event.target.value);
        setProblem(null);
      }}
      onBlur={leave}
    />
  );
}
