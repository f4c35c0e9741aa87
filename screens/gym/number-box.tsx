"use client";
import { useEffect, useId, useState } from "react";

/** A plain number within bounds; what cannot be read stays as typed, with a sentence. */
export function NumberBox({
  label,
  value,
  low,
  high,
  whole = false,
  onChange,
  className = "w-14",
}: {
  label: string;
  value: number;
  low: number;
  high: number;
  whole?: boolean;
  onChange: (value: number) => void;
  className?: string;
}) {
  const [typed, setTyped] = useState(String(value));
  const note = useId();
  const read = (text: string): number | null => {
    const number = Number(text.trim().replace(",", "."));
    if (text.trim() === "" || !Number.isFinite(number) || number < low || number > high) return null;
    return whole && !Number.isInteger(number) ? null : number;
  };
  useEffect(() => {
    setTyped((before) => (Number(before.replace(",", ".")) === value ? before : String(value)));
  }, [value]);
  const wrong = read(typed) === null;
  return (
    <span className="inline-flex flex-col">
      <input
        aria-label={label}
        aria-invalid={wrong || undefined}
        aria-describedby={wrong ? note : undefined}
        value={typed}
        inputMode="decimal"
        onChange={(event) => {
          setTyped(event.target.value);
          const number = read(event.target.value);
          if (number !== null) onChange(number);
        }}
        className={`rounded-[3px] border border-rule bg-surface px-1.5 py-0.5 aria-invalid:border-2 aria-invalid:border-walnut ${className}`}
      />
      {wrong ? (
        <span id={note} role="alert" className="text-xs font-semibold">
          {whole ? "A whole number" : "A number"} from {low} to {high}.
        </span>
      ) : null}
    </span>
  );
}
