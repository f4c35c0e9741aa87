"use client";
import { useMemo } from "react";
import * as yup from "yup";
import { formatWeight, readWeight, toKg, type Weight, type WeightUnit, weight } from "@/core";
import { Button } from "@/ui/button";
import { Form, useCheckedForm } from "@/ui/form";
import { Problem } from "./editor-parts";
import type { GymState } from "./use-gym";

export function WeightSet({ gym, part, noun }: { gym: GymState; part: "dumbbells" | "kettlebells"; noun: string }) {
  const list = gym.equipment[part];
  const { unit } = gym.equipment;
  const kept = gym.view.equipment[part];
  const all = [...list, ...kept.filter((one) => !list.some((other) => same(one, other)))].sort(
    (a, b) => toKg(a) - toKg(b),
  );
  const put = (weights: readonly Weight[]) => {
    const sorted = [...weights].sort((a, b) => toKg(a) - toKg(b));
    gym.change(part === "dumbbells" ? { dumbbells: sorted } : { kettlebells: sorted });
  };
  return (
    <section>
      <h3 className="font-bold">{part === "dumbbells" ? "Pairs of dumbbells" : "Kettlebells"}</h3>
      <p className="text-quiet">Press one to take it away, or to bring it back.</p>
      <ul className="mt-1 flex flex-wrap gap-1">
        {all.map((one) => {
          const here = list.some((other) => same(one, other));
          return (
            <li key={formatWeight(one)}>
              <button
                type="button"
                aria-pressed={here}
                aria-label={`${formatWeight(one)} ${noun}`}
                onClick={() => put(here ? list.filter((other) => !same(one, other)) : [...list, one])}
                className={
                  here
                    ? "min-h-7 min-w-9 rounded-[3px] border border-indigo bg-indigo px-1.5 font-semibold text-ground"
                    : "min-h-7 min-w-9 rounded-[3px] border border-dashed border-rule px-1.5 text-quiet line-through"
                }
              >
                {one.unit === unit ? one.amount : formatWeight(one)}
              </button>
            </li>
          );
        })}
      </ul>
      <Problem problems={gym.problems} field={part} />
      <AddWeights
        onAdd={(weights) => put([...list, ...weights.filter((w) => !list.some((one) => same(one, w)))])}
        unit={unit}
      />
    </section>
  );
}

const same = (a: Weight, b: Weight): boolean => a.amount === b.amount && a.unit === b.unit;

/** "22.5", or a range and its step: "4-32 by 2"; null where it is neither. */
function readWeights(typed: string, unit: WeightUnit): readonly Weight[] | null {
  const range = /^\s*([\d.]+)\s*-\s*([\d.]+)\s*(?:by|step)\s*([\d.]+)\s*$/.exec(typed);
  if (!range) {
    const one = readWeight(typed, unit);
    return one && toKg(one) > 0 ? [one] : null;
  }
  const [low = 0, high = 0, step = 0] = range.slice(1).map(Number);
  if (!(step > 0) || high < low || (high - low) / step > 60) return null;
  const count = Math.floor((high - low) / step + 1e-9) + 1;
  return Array.from({ length: count }, (_, index) => weight(low + index * step, unit));
}

const weightsSchema = (unit: WeightUnit) =>
  yup.object({
    weights: yup
      .mixed<readonly Weight[]>()
      .transform((_, text: string) => readWeights(text, unit))
      .required("A weight such as 22.5, or a range of at most 60 weights such as 4-32 by 2."),
  });

function AddWeights({ onAdd, unit }: { onAdd: (weights: readonly Weight[]) => void; unit: WeightUnit }) {
  const form = useCheckedForm({
    schema: useMemo(() => weightsSchema(unit), [unit]),
    typed: { weights: "" },
    send: ({ weights }) => {
      onAdd(weights);
      form.reset();
      return null;
    },
  });
  const { error, ...field } = form.field("weights");
  return (
    <Form form={form} className="mt-2 flex flex-wrap items-center gap-2">
      <input
        aria-label="Weight or range to add"
        aria-invalid={error !== null || undefined}
        placeholder="22.5, or 4-32 by 2"
        className="w-36 rounded-[3px] border border-rule bg-surface px-1.5 py-0.5"
        {...field}
      />
      <Button className="min-h-7 px-2 py-0.5" type="submit">
        Add
      </Button>
      {error ? (
        <p role="alert" className="w-full font-semibold">
          {error}
        </p>
      ) : null}
    </Form>
  );
}
