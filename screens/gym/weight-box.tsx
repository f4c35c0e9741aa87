"use client";
import { useEffect, useId, useState } from "react";
import { formatWeight, readWeight, type Weight, type WeightUnit } from "@/core";

/** A weight typed as on a label: "22.5", "45 lb". What cannot be read stays as typed, with a sentence. */
export function WeightBox({
  label,
  value,
  unit,
  onChange,
  className = "w-20",
}: {
  label: string;
  value: Weight;
  unit: WeightUnit;
  onChange: (weight: Weight) => void;
  className?: string;
}) {
  const [typed, setTyped] = useState(() => say(value, unit));
  const note = useId();
  useEffect(() => {
    setTyped((before) => {
      const read = readWeight(before, unit);
      return read && read.amount === value.amount && read.unit === value.unit ? before : say(value, unit);
    });
  }, [value, unit]);
  const wrong = readWeight(typed, unit) === null;
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
          const read = readWeight(event.target.value, unit);
          if (read) onChange(read);
        }}
        className={`rounded-[3px] border border-rule bg-surface px-1.5 py-0.5 aria-invalid:border-2 aria-invalid:border-walnut ${className}`}
      />
      {wrong ? (
        <span id={note} role="alert" className="text-xs font-semibold">
          A weight such as 22.5 or 45 lb.
        </span>
      ) : null}
    </span>
  );
}

const say = (value: Weight, unit: WeightUnit): string => (value.unit === unit ? value.amount : formatWeight(value));
