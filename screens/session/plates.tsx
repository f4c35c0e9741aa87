"use client";
import {
  type Build,
  decimal,
  type PlannedStep,
  type PlatePlan,
  planSentence,
  platesSentence,
  rampStepKey,
  type Slot,
  toKg,
  type Weight,
} from "@/core";
import { Sleeve } from "@/ui/sleeve";

const HEAVIEST_KG = 25;

const drawn = (plates: readonly Weight[], fresh: number) =>
  plates.map((plate, index) => ({
    label: plate.unit === "kg" ? plate.amount : `${plate.amount}#`,
    size: Math.sqrt(Math.min(1, toKg(plate) / HEAVIEST_KG)),
    isNew: index >= plates.length - fresh,
  }));

/** One load's sleeve, where no order over the slot is planned. */
export function BuildSleeve({ build }: { build: Build }) {
  const plates =
    build.kind === "bar" || build.kind === "sled" ? build.perSide : build.kind === "belt" ? build.plates : [];
  if (plates.length === 0) return null;
  return <Sleeve plates={drawn(plates, 0)} words={`${said(plates)} from the inside out`} />;
}

const said = (plates: readonly Weight[]): string =>
  plates.length === 0 ? "bare" : plates.map((plate) => `${plate.amount} ${plate.unit}`).join(", ");

interface Row {
  readonly step: PlannedStep;
  readonly name: string;
  readonly count: number;
  readonly here: boolean;
}

/** The order of plates over ramp, rounds and drops: each change with what comes off and what goes on. */
export function PlateOrder({ plan, slot, segmentId }: { plan: PlatePlan; slot: Slot; segmentId: string }) {
  const names = stepNames(slot);
  const rows: Row[] = [];
  for (const step of plan.steps) {
    const last = rows.at(-1);
    const still = last && step.takeOff.length + step.putOn.length === 0;
    const here = step.key === segmentId;
    if (still) rows[rows.length - 1] = { ...last, count: last.count + 1, here: last.here || here };
    else rows.push({ step, name: names.get(step.key) ?? "", count: 1, here });
  }
  return (
    <div>
      <ol className="mt-1 flex flex-col">
        {rows.map(({ step, name, count, here }) => (
          <li
            key={step.key}
            aria-current={here || undefined}
            className={`grid grid-cols-[3.4rem_1fr] items-center gap-x-2 border-t border-selvedge py-1 ${here ? "bg-indigo-tint" : ""}`}
          >
            <span className="narrow text-xs leading-tight text-quiet">
              {name}
              {count > 1 ? ` ×${count}` : ""}
              <strong className="block text-base text-walnut">{decimal(step.totalKg, 1)}</strong>
            </span>
            <span>
              <Sleeve
                plates={drawn(step.perSide, step.putOn.length)}
                words={`${said(step.perSide)} from the inside out`}
              />
              <span className="narrow block text-xs">{platesSentence(step)}</span>
            </span>
          </li>
        ))}
      </ol>
      <p className="narrow mt-1 text-quiet">{planSentence(plan)}</p>
    </div>
  );
}

function stepNames(slot: Slot): Map<string, string> {
  const names = new Map<string, string>();
  for (let index = 0; index < 12; index++) names.set(rampStepKey(index), `ramp ${index + 1}`);
  for (const [round, set] of slot.sets.entries())
    for (const [index, segment] of (set?.segments ?? []).entries())
      names.set(segment.id, index === 0 ? `round ${round + 1}` : "drop");
  return names;
}
