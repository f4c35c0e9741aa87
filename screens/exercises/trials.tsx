"use client";
import { useEffect, useState } from "react";
import { boundedText, integer, listOf, oneOfNumbers, oneOfTexts, strictObject } from "@/contract";
import { type Comparison, compareTrials, decimal, type Exercise, type Trial } from "@/core";
import { keep as keepOn, readKept } from "@/device/kept";
import { Button } from "@/ui/button";

const TRIALS = listOf(
  strictObject({
    date: boundedText(20),
    variant: oneOfTexts("a", "b"),
    order: oneOfNumbers(1, 2),
    reps: integer(0, 200),
  }),
  1000,
);

/** A small experiment: two variants at the same load and effort, turn about, kept on this device. */
export function Trials({ a, b }: { a: Exercise; b: Exercise }) {
  const key = `yarvex:trials:${[a.id, b.id].join(" ")}`;
  const [trials, setTrials] = useState<readonly Trial[]>([]);
  const [typed, setTyped] = useState({ a: "", b: "" });
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    setTrials(readKept(key, TRIALS) ?? []);
  }, [key]);
  const days = new Set(trials.map((trial) => trial.date)).size;
  const aFirst = days % 2 === 0;
  const found = compareTrials(trials);
  const keep = (next: readonly Trial[]) => {
    setTrials(next);
    keepOn(key, next);
  };
  function add() {
    const reps = { a: Number(typed.a), b: Number(typed.b) };
    if (
      ![reps.a, reps.b].every((one) => Number.isInteger(one) && one >= 0 && one <= 200) ||
      typed.a === "" ||
      typed.b === ""
    )
      return setError("Whole reps for both, done on one day at the same load and effort.");
    const date = `day ${days + 1}`;
    keep([
      ...trials,
      { date, variant: "a", order: aFirst ? 1 : 2, reps: reps.a },
      { date, variant: "b", order: aFirst ? 2 : 1, reps: reps.b },
    ]);
    setTyped({ a: "", b: "" });
    setError(null);
  }
  const box = "w-14 rounded-[3px] border border-rule bg-ground px-1.5 py-0.5";
  return (
    <div>
      <h3 className="font-bold">Compare the two</h3>
      <p className="text-quiet">
        Same load, same effort, equal rests. Today {aFirst ? a.name.toLowerCase() : b.name.toLowerCase()} goes first.
      </p>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        {(["a", "b"] as const).map((variant) => (
          <label key={variant} className="flex flex-col">
            {(variant === "a" ? a : b).name}
            <input
              inputMode="numeric"
              value={typed[variant]}
              onChange={(event) => setTyped({ ...typed, [variant]: event.target.value })}
              className={box}
            />
          </label>
        ))}
        <Button type="submit" className="min-h-7 px-2 py-0.5">
          Add the day
        </Button>
        {trials.length > 0 ? (
          <Button className="min-h-7 px-2 py-0.5" onClick={() => keep([])}>
            Start over
          </Button>
        ) : null}
      </form>
      {error ? <p role="alert">{error}</p> : null}
      <p>{verdictWords(found, a, b)}</p>
    </div>
  );
}

function verdictWords(found: Comparison, a: Exercise, b: Exercise): string {
  const { pairs, difference, band, verdict } = found;
  if (pairs === 0) return "No day yet.";
  const more = difference >= 0 ? b.name : a.name;
  const by = `${decimal(Math.abs(difference), 1)} reps more with ${more.toLowerCase()}`;
  const sure = band ? `, 80 % between ${decimal(band[0], 1)} and ${decimal(band[1], 1)}` : "";
  switch (verdict) {
    case "nothing":
      return `One day, ${by}: within two reps, which says nothing.`;
    case "more trials":
      return `${pairs} ${pairs === 1 ? "day" : "days"}, ${by}${sure}: not sure yet, add days.`;
    case "alike":
      return `${pairs} days, ${by}${sure}: alike for any purpose.`;
    default:
      return `${pairs} days, ${by}${sure}: a difference.`;
  }
}
