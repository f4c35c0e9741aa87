"use client";
import { useState } from "react";
import {
  type GymEquipment,
  type LoadBuild,
  massFigure,
  type PlannedStep,
  type PlatePlan,
  planSentence,
  planShared,
  platesSentence,
  rampStepKey,
  readWeight,
  type Slot,
  toKg,
  type Weight,
  type WeightUnit,
} from "@/core";
import { Sleeve } from "@/ui/sleeve";

const HEAVIEST_KG = 25;

/** Plates of another unit than the gym's say theirs. */
const drawn = (plates: readonly Weight[], fresh: number, unit: WeightUnit) =>
  plates.map((plate, index) => ({
    label: plate.unit === unit ? plate.amount : `${plate.amount} ${plate.unit}`,
    size: Math.sqrt(Math.min(1, toKg(plate) / HEAVIEST_KG)),
    isNew: index >= plates.length - fresh,
  }));

/** One load's sleeve, where no order over the slot is planned. */
export function BuildSleeve({ build, unit }: { build: LoadBuild; unit: WeightUnit }) {
  const plates =
    build.kind === "bar" || build.kind === "sled" ? build.perSide : build.kind === "belt" ? build.plates : [];
  if (plates.length === 0) return null;
  return <Sleeve plates={drawn(plates, 0, unit)} words={`${said(plates)} from the inside out`} />;
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
export function PlateOrder({
  plan,
  slot,
  segmentId,
  unit,
}: {
  plan: PlatePlan;
  slot: Slot;
  segmentId: string;
  unit: WeightUnit;
}) {
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
            className={`grid grid-cols-[3.4rem_1fr] items-center gap-x-2 border-t border-inset py-1 ${here ? "bg-indigo-tint" : ""}`}
          >
            <span className="text-xs leading-tight text-quiet">
              {name}
              {count > 1 ? ` ×${count}` : ""}
              <strong className="block text-base text-walnut">{massFigure(step.totalKg, unit)}</strong>
            </span>
            <span>
              <Sleeve
                plates={drawn(step.perSide, step.putOn.length, unit)}
                words={`${said(step.perSide)} from the inside out`}
              />
              <span className="block text-xs">{platesSentence(step)}</span>
            </span>
          </li>
        ))}
      </ol>
      <p className="mt-1 text-quiet">{planSentence(plan)}</p>
    </div>
  );
}

/** Two who share a bar and alternate: the partner's loads turn about with these, in one order of plates. */
export function SharedBar({
  plan,
  slot,
  gym,
  barKg,
  partner,
}: {
  plan: PlatePlan;
  slot: Slot;
  gym: GymEquipment;
  barKg: number;
  /** Whose loads are known, in kg, round by round; null: they are typed. */
  partner: { readonly names: readonly [own: string, partner: string]; readonly kg: readonly number[] } | null;
}) {
  const { unit } = gym;
  const [typed, setTyped] = useState("");
  const mine = plan.steps.filter((step) => slot.sets.some((set) => set?.segments[0]?.id === step.key));
  const asTyped = typed
    .split(/[\s;]+|,(?=\s|\d{2,})/)
    .map((one) => readWeight(one, unit))
    .filter((one): one is Weight => one !== null);
  const theirs = partner?.kg ?? asTyped.map(toKg);
  const shared =
    theirs.length > 0
      ? planShared(
          mine.map((step) => step.totalKg),
          theirs,
          barKg,
          gym,
        )
      : null;
  return (
    <details className="mt-1" open={partner !== null}>
      <summary className="cursor-pointer text-quiet">
        {partner ? `${partner.names[1]} shares the bar` : "two share the bar"}
      </summary>
      {partner ? null : (
        <label className="mt-1 block text-quiet">
          the partner's loads, round by round
          <input
            value={typed}
            placeholder={unit === "kg" ? "60 62.5 65" : "135 140 145"}
            onChange={(event) => setTyped(event.target.value)}
            className="mt-0.5 w-full rounded-[3px] border border-rule bg-ground px-1.5 py-0.5 text-walnut"
          />
        </label>
      )}
      {shared ? (
        <>
          <ol>
            {shared.steps.map((step) => (
              <li key={step.key} className="narrow flex gap-2 border-t border-inset py-0.5">
                <span className="w-12 text-quiet">
                  {(partner?.names ?? ["this", "partner"])[step.key.startsWith("0") ? 0 : 1]!.split(" ")[0]}
                </span>
                <strong className="w-10">{massFigure(step.totalKg, unit)}</strong>
                <span>{platesSentence(step)}</span>
              </li>
            ))}
          </ol>
          {shared.unbuildable.length > 0 ? (
            <p className="text-weld">{shared.unbuildable.length} of these loads cannot be built on this bar.</p>
          ) : null}
          <p className="mt-1 text-quiet">{planSentence(shared)}</p>
        </>
      ) : null}
    </details>
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
