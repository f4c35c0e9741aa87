"use client";
import { useId } from "react";
import { Button } from "@/ui/button";

const MOST_WEEKS = 12;
const MOST_SETS = 10;
/** What a set begins with where there is none before it. */
const FIRST_PERCENT = "70";

const cellsOf = (text: string): string[][] => text.split("\n").map((line) => line.split(" "));

/** A wave of percents: a row for each week, a column for each set; told as text, a line a week with spaces between. */
export function PercentTable({
  label,
  value,
  onChange,
  error,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  error: string | null;
}) {
  const id = useId();
  const rows = cellsOf(value);
  const sets = Math.max(...rows.map((row) => row.length));
  const put = (next: readonly (readonly string[])[]) => onChange(next.map((row) => row.join(" ")).join("\n"));
  const write = (week: number, set: number, typed: string) =>
    put(rows.map((row, at) => (at === week ? row.map((one, place) => (place === set ? typed.trim() : one)) : row)));
  return (
    <fieldset aria-describedby={error ? `${id}-error` : undefined}>
      <legend className="font-semibold">{label}</legend>
      <table className="my-1">
        <thead>
          <tr className="text-left text-quiet">
            <th scope="col" className="pr-2 font-normal">
              Week
            </th>
            {Array.from({ length: sets }, (_, set) => (
              <th key={set} scope="col" className="px-1 font-normal">
                Set {set + 1}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, week) => (
            <tr key={week}>
              <th scope="row" className="pr-2 text-left font-normal">
                {week + 1}
              </th>
              {row.map((percent, set) => (
                <td key={set} className="p-0.5">
                  <input
                    aria-label={`Week ${week + 1}, set ${set + 1}, percent`}
                    inputMode="decimal"
                    aria-invalid={error ? true : undefined}
                    className="w-12 rounded-[3px] border border-rule bg-surface px-1.5 py-1"
                    value={percent}
                    onChange={(event) => write(week, set, event.target.value)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex flex-wrap gap-1.5">
        <Button
          className="min-h-7 px-2 py-0.5"
          disabled={sets >= MOST_SETS}
          onClick={() => put(rows.map((row) => [...row, row.at(-1) || FIRST_PERCENT]))}
        >
          A set more
        </Button>
        <Button
          className="min-h-7 px-2 py-0.5"
          disabled={sets <= 1}
          onClick={() => put(rows.map((row) => (row.length > 1 ? row.slice(0, -1) : row)))}
        >
          A set less
        </Button>
        <Button
          className="min-h-7 px-2 py-0.5"
          disabled={rows.length >= MOST_WEEKS}
          onClick={() => put([...rows, rows.at(-1) ?? [FIRST_PERCENT]])}
        >
          A week more
        </Button>
        <Button className="min-h-7 px-2 py-0.5" disabled={rows.length <= 1} onClick={() => put(rows.slice(0, -1))}>
          A week less
        </Button>
      </div>
      {error ? (
        <p id={`${id}-error`} role="alert" className="font-semibold before:content-['▲_']">
          {error}
        </p>
      ) : null}
    </fieldset>
  );
}
