"use client";
import { Plus, X } from "lucide-react";
import { type ReactNode, useMemo } from "react";
import * as yup from "yup";
import {
  BAR_SHAPES,
  firstOf,
  formatWeight,
  type ImplementLoads,
  type InventoryProblem,
  kgOf,
  massFigure,
  readWeight,
  recordOfKeys,
  round,
  toKg,
  type Weight,
  type WeightStack,
  type WeightUnit,
  weight,
} from "@/core";
import { Button } from "@/ui/button";
import { type Choices, chosen, optionsOf } from "@/ui/choice";
import { Form, useCheckedForm } from "@/ui/form";
import { NumberBox } from "./number-box";
import type { GymState } from "./use-gym";
import { WeightBox } from "./weight-box";

const SHAPES = recordOfKeys(BAR_SHAPES, (shape) => shape);
const STACK_KINDS: Choices<WeightStack["help"]> = { resists: "is lifted", assists: "helps the body up" };

/** What an implement is made of, to be changed in place. */
export function ImplementEditor({ gym, implement }: { gym: GymState; implement: ImplementLoads }) {
  switch (implement.kind) {
    case "bars":
    case "belt":
      return <BarsAndPlates gym={gym} withBars={implement.kind === "bars"} />;
    case "dumbbells":
      return <WeightSet gym={gym} part="dumbbells" noun="dumbbells" />;
    case "kettlebells":
      return <WeightSet gym={gym} part="kettlebells" noun="kettlebell" />;
    case "stack":
      return <StackEditor gym={gym} station={firstOf(implement.items).slice("stack:".length)} />;
    case "sled":
      return <SledEditor gym={gym} station={firstOf(implement.items).slice("sled:".length)} />;
    case "bands":
    case "assistance":
      return <Bands gym={gym} />;
  }
}

function Row({ children, onRemove, name }: { children: ReactNode; onRemove?: () => void; name: string }) {
  return (
    <li className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-inset py-1">
      {children}
      {onRemove ? (
        <button
          type="button"
          aria-label={`Take ${name} away`}
          onClick={onRemove}
          className="ml-auto rounded-[3px] p-1 hover:bg-inset"
        >
          <X size={15} aria-hidden />
        </button>
      ) : null}
    </li>
  );
}

function Problem({ problems, field }: { problems: readonly InventoryProblem[]; field: string }) {
  const found = problems.filter((one) => one.field === field || one.field.startsWith(`${field}.`));
  return found.map((one) => (
    <p key={one.field + one.message} role="alert" className="w-full border-l-4 border-weld-fill pl-2 text-weld">
      {one.message}
    </p>
  ));
}

/** One list of the equipment with an entry replaced, or left out. */
const replaced = <T,>(list: readonly T[], index: number, next: T | null): T[] =>
  next === null ? list.toSpliced(index, 1) : list.toSpliced(index, 1, next);

function BarsAndPlates({ gym, withBars }: { gym: GymState; withBars: boolean }) {
  const { bars, plates, unit } = gym.equipment;
  return (
    <div className="flex flex-col gap-3">
      {withBars ? (
        <section>
          <h3 className="font-bold">Bars</h3>
          <ul>
            {bars.map((bar, index) => (
              <Row
                key={index}
                name={`the ${bar.name}`}
                onRemove={() => gym.change({ bars: replaced(bars, index, null) })}
              >
                <input
                  aria-label={`Name of bar ${index + 1}`}
                  value={bar.name}
                  onChange={(event) =>
                    gym.change({ bars: replaced(bars, index, { ...bar, name: event.target.value.slice(0, 60) }) })
                  }
                  className="w-32 rounded-[3px] border border-rule bg-surface px-1.5 py-0.5"
                />
                <WeightBox
                  label={`Weight of the ${bar.name}`}
                  value={bar.weight}
                  unit={unit}
                  onChange={(w) => gym.change({ bars: replaced(bars, index, { ...bar, weight: w }) })}
                />
                {unit}
                <select
                  aria-label={`Shape of the ${bar.name}`}
                  value={bar.shape}
                  onChange={chosen(SHAPES, (shape) => gym.change({ bars: replaced(bars, index, { ...bar, shape }) }))}
                  className="rounded-[3px] border border-rule bg-surface px-1.5 py-0.5"
                >
                  {optionsOf(SHAPES)}
                </select>
                <Problem problems={gym.problems} field={`bars.${index}`} />
              </Row>
            ))}
          </ul>
          <Problem problems={gym.problems.filter((one) => one.field === "bars")} field="bars" />
          <AddLine
            name="Add a bar"
            onAdd={() =>
              gym.change({
                bars: [...bars, { name: `bar ${bars.length + 1}`, weight: weight(15, unit), shape: "straight bar" }],
              })
            }
          />
        </section>
      ) : null}
      <section>
        <h3 className="font-bold">Plates, in pairs</h3>
        <ul>
          {plates.map((plate, index) => (
            <Row
              key={index}
              name={`the ${formatWeight(plate.weight)} plates`}
              onRemove={() => gym.change({ plates: replaced(plates, index, null) })}
            >
              <WeightBox
                label={`Plate ${index + 1}`}
                value={plate.weight}
                unit={unit}
                onChange={(w) => gym.change({ plates: replaced(plates, index, { ...plate, weight: w }) })}
              />
              {plate.weight.unit === unit ? unit : ""}
              <span className="text-quiet">×</span>
              <NumberBox
                label={`Pairs of ${formatWeight(plate.weight)}`}
                value={plate.pairs}
                low={0}
                high={40}
                whole
                onChange={(pairs) => gym.change({ plates: replaced(plates, index, { ...plate, pairs }) })}
              />
              <span className="text-quiet">{plate.pairs === 1 ? "pair" : "pairs"}</span>
              <Problem problems={gym.problems} field={`plates.${index}`} />
            </Row>
          ))}
        </ul>
        <AddLine
          name="Add plates"
          onAdd={() => gym.change({ plates: [...plates, { weight: weight("0.5", unit), pairs: 1 }] })}
        />
      </section>
    </div>
  );
}

function AddLine({ name, onAdd }: { name: string; onAdd: () => void }) {
  return (
    <Button kind="quiet" className="mt-1 px-0" onClick={onAdd}>
      <Plus size={14} aria-hidden /> {name}
    </Button>
  );
}

function WeightSet({ gym, part, noun }: { gym: GymState; part: "dumbbells" | "kettlebells"; noun: string }) {
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

function StackEditor({ gym, station }: { gym: GymState; station: string }) {
  const { stacks, unit } = gym.equipment;
  const index = stacks.findIndex((one) => one.station === station);
  const stack = stacks[index];
  if (!stack) return <p className="text-quiet">This machine has been taken away.</p>;
  const put = (part: Partial<WeightStack>) => gym.change({ stacks: replaced(stacks, index, { ...stack, ...part }) });
  return (
    <section className="flex flex-col gap-1.5">
      <div className="grid grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1">
        {(["start", "step", "max"] as const).map((part) => (
          <Line key={part} name={{ start: "Lightest", step: "Step", max: "Heaviest" }[part]}>
            <WeightBox
              label={`${{ start: "Lightest", step: "Step", max: "Heaviest" }[part]} of the ${station}`}
              value={stack[part]}
              unit={unit}
              onChange={(w) => put({ [part]: w })}
            />{" "}
            {unit}
          </Line>
        ))}
        <Line name="Pulley">
          <NumberBox
            label={`Pulley ratio of the ${station}`}
            value={stack.pulleyRatio}
            low={0}
            high={10}
            onChange={(pulleyRatio) => put({ pulleyRatio })}
          />{" "}
          : 1
        </Line>
        <Line name="Adds by itself">
          <NumberBox
            label={`What the ${station} itself adds`}
            value={shownKg(stack.counterbalanceKg, unit)}
            low={shownKg(-100, unit)}
            high={shownKg(100, unit)}
            onChange={(figure) => put({ counterbalanceKg: keptKg(figure, unit) })}
          />{" "}
          {unit}
        </Line>
        <Line name="It">
          <select
            aria-label={`What the ${station} does`}
            value={stack.help}
            onChange={chosen(STACK_KINDS, (help) => put({ help }))}
            className="rounded-[3px] border border-rule bg-surface px-1.5 py-0.5"
          >
            {optionsOf(STACK_KINDS)}
          </select>
        </Line>
      </div>
      <h3 className="mt-1 font-bold">Add-on plates</h3>
      <ul>
        {stack.addOns.map((addOn, place) => (
          <Row
            key={place}
            name={`the ${formatWeight(addOn)} add-on`}
            onRemove={() => put({ addOns: replaced(stack.addOns, place, null) })}
          >
            <WeightBox
              label={`Add-on ${place + 1}`}
              value={addOn}
              unit={unit}
              onChange={(w) => put({ addOns: replaced(stack.addOns, place, w) })}
            />{" "}
            {unit}
          </Row>
        ))}
      </ul>
      {stack.addOns.length < 6 ? (
        <AddLine name="Add an add-on" onAdd={() => put({ addOns: [...stack.addOns, weight("2.5", unit)] })} />
      ) : null}
      <Problem problems={gym.problems} field={`stacks.${index}`} />
      <Button className="self-start" onClick={() => gym.change({ stacks: replaced(stacks, index, null) })}>
        Take the {station} away
      </Button>
    </section>
  );
}

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <span className="text-quiet">{name}</span>
      <span>{children}</span>
    </>
  );
}

function SledEditor({ gym, station }: { gym: GymState; station: string }) {
  const { sleds, unit } = gym.equipment;
  const index = sleds.findIndex((one) => one.station === station);
  const sled = sleds[index];
  if (!sled) return <p className="text-quiet">It has been taken away.</p>;
  const put = (part: Partial<typeof sled>) => gym.change({ sleds: replaced(sleds, index, { ...sled, ...part }) });
  return (
    <section className="flex flex-col gap-1.5">
      <div className="grid grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1">
        <Line name="Weighs empty">
          <WeightBox
            label={`Weight of the ${station}`}
            value={sled.weight}
            unit={unit}
            onChange={(w) => put({ weight: w })}
          />{" "}
          {unit}
        </Line>
        <Line name="Felt of the load">
          <NumberBox
            label={`Share of the ${station}`}
            value={sled.share}
            low={0}
            high={2}
            onChange={(share) => put({ share })}
          />
        </Line>
      </div>
      <p className="text-quiet">The slope's or lever's share: an angle of 45° is 0.71.</p>
      <Problem problems={gym.problems} field={`sleds.${index}`} />
      <Button className="self-start" onClick={() => gym.change({ sleds: replaced(sleds, index, null) })}>
        Take the {station} away
      </Button>
    </section>
  );
}

/** What is kept in kg as it is shown and typed in the gym's unit. */
const shownKg = (kg: number, unit: WeightUnit): number => Number(massFigure(kg, unit, 3));
const keptKg = (figure: number, unit: WeightUnit): number => round(kgOf(figure, unit), 3);

function Bands({ gym }: { gym: GymState }) {
  const { bands, unit } = gym.equipment;
  return (
    <section>
      <h3 className="font-bold">Bands</h3>
      <ul>
        {bands.map((band, index) => (
          <Row
            key={index}
            name={`the ${band.name} band`}
            onRemove={() => gym.change({ bands: replaced(bands, index, null) })}
          >
            <input
              aria-label={`Name of band ${index + 1}`}
              value={band.name}
              onChange={(event) =>
                gym.change({ bands: replaced(bands, index, { ...band, name: event.target.value.slice(0, 40) }) })
              }
              className="w-16 rounded-[3px] border border-rule bg-surface px-1.5 py-0.5"
            />
            <NumberBox
              label={`Tension of the ${band.name} band`}
              value={shownKg(band.kg, unit)}
              low={0}
              high={shownKg(200, unit)}
              onChange={(figure) =>
                gym.change({ bands: replaced(bands, index, { ...band, kg: keptKg(figure, unit) }) })
              }
            />
            {unit}, +
            <NumberBox
              label={`Stiffness of the ${band.name} band`}
              value={shownKg(band.kgPerMetre, unit)}
              low={0}
              high={shownKg(400, unit)}
              onChange={(figure) =>
                gym.change({ bands: replaced(bands, index, { ...band, kgPerMetre: keptKg(figure, unit) }) })
              }
            />
            a metre
            <Problem problems={gym.problems} field={`bands.${index}`} />
          </Row>
        ))}
      </ul>
      <AddLine
        name="Add a band"
        onAdd={() => gym.change({ bands: [...bands, { name: `band ${bands.length + 1}`, kg: 10, kgPerMetre: 15 }] })}
      />
    </section>
  );
}
