"use client";
import { BAR_SHAPES, formatWeight, recordOfKeys, weight } from "@/core";
import { chosen, optionsOf } from "@/ui/choice";
import { Select } from "@/ui/select";
import { AddLine, Problem, Row, replaced } from "./editor-parts";
import { NumberBox } from "./number-box";
import type { GymState } from "./use-gym";
import { WeightBox } from "./weight-box";

const SHAPES = recordOfKeys(BAR_SHAPES, (shape) => shape);

export function BarsAndPlates({ gym, withBars }: { gym: GymState; withBars: boolean }) {
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
                <Select
                  aria-label={`Shape of the ${bar.name}`}
                  value={bar.shape}
                  onChange={chosen(SHAPES, (shape) => gym.change({ bars: replaced(bars, index, { ...bar, shape }) }))}
                >
                  {optionsOf(SHAPES)}
                </Select>
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
