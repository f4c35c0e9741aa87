"use client";
import { formatWeight, kgOf, massFigure, round, type WeightStack, type WeightUnit, weight } from "@/core";
import { Button } from "@/ui/button";
import { type Choices, chosen, optionsOf } from "@/ui/choice";
import { Select } from "@/ui/select";
import { AddLine, Line, Problem, Row, replaced } from "./editor-parts";
import { NumberBox } from "./number-box";
import type { GymState } from "./use-gym";
import { WeightBox } from "./weight-box";

const STACK_KINDS: Choices<WeightStack["help"]> = { resists: "is lifted", assists: "helps the body up" };

export function StackEditor({ gym, station }: { gym: GymState; station: string }) {
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
          <Select
            aria-label={`What the ${station} does`}
            value={stack.help}
            onChange={chosen(STACK_KINDS, (help) => put({ help }))}
          >
            {optionsOf(STACK_KINDS)}
          </Select>
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
        Remove the {station}
      </Button>
    </section>
  );
}

export function SledEditor({ gym, station }: { gym: GymState; station: string }) {
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
        Remove the {station}
      </Button>
    </section>
  );
}

/** What is kept in kg as it is shown and typed in the gym's unit. */
export const shownKg = (kg: number, unit: WeightUnit): number => Number(massFigure(kg, unit, 3));

export const keptKg = (figure: number, unit: WeightUnit): number => round(kgOf(figure, unit), 3);
