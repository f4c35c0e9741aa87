"use client";
import { firstOf, type ImplementLoads } from "@/core";
import { BarsAndPlates } from "./bars-and-plates";
import { AddLine, Problem, Row, replaced } from "./editor-parts";
import { NumberBox } from "./number-box";
import { keptKg, SledEditor, StackEditor, shownKg } from "./station-editors";
import type { GymState } from "./use-gym";
import { WeightSet } from "./weight-set";

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
