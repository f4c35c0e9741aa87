"use client";
import { Plus, X } from "lucide-react";
import { useState } from "react";
import { inventoryItems, readWeight, weight } from "@/core";
import { DateBox } from "@/parts/date-field";
import { Button } from "@/ui/button";
import { Select } from "@/ui/select";
import { NumberBox } from "./number-box";
import type { GymState } from "./use-gym";
import { WeightBox } from "./weight-box";

const box = "rounded-[3px] border border-rule bg-surface px-1.5 py-0.5";

/** What is away, from when to when. */
export function OutOfOrder({ gym }: { gym: GymState }) {
  const { outOfOrder } = gym.equipment;
  const items = inventoryItems(gym.equipment);
  const [item, setItem] = useState(items[0]?.key ?? "");
  const put = (index: number, part: Partial<(typeof outOfOrder)[number]>) =>
    gym.change({ outOfOrder: outOfOrder.map((one, place) => (place === index ? { ...one, ...part } : one)) });
  return (
    <section>
      <h3 className="font-bold">Out of order</h3>
      {outOfOrder.length === 0 ? <p className="text-quiet">Nothing.</p> : null}
      <ul>
        {outOfOrder.map((away, index) => {
          const known = items.find((one) => one.key === away.item);
          const problem = gym.problems.find((one) => one.field.startsWith(`outOfOrder.${index}.`));
          return (
            <li key={index} className="border-b border-inset py-1">
              <span className="flex items-center gap-2 font-semibold">
                {known?.name ?? away.item}
                <button
                  type="button"
                  aria-label={`${known?.name ?? away.item} works again`}
                  onClick={() => gym.change({ outOfOrder: outOfOrder.toSpliced(index, 1) })}
                  className="ml-auto flex size-6 items-center justify-center rounded-[3px] hover:bg-inset"
                >
                  <X size={15} aria-hidden />
                </button>
              </span>
              <span className="flex flex-wrap items-center gap-1.5">
                from
                <DateBox
                  aria-label={`${known?.name ?? away.item} away from`}
                  value={away.from}
                  onChange={(from) => from && put(index, { from })}
                  className={`${box} w-36 pr-9`}
                />
                until
                <DateBox
                  aria-label={`${known?.name ?? away.item} back on`}
                  value={away.until ?? ""}
                  onChange={(until) => put(index, { until: until || null })}
                  className={`${box} w-36 pr-9`}
                />
              </span>
              {problem ? (
                <p role="alert" className="border-l-4 border-weld pl-2 text-weld">
                  {problem.message}
                </p>
              ) : null}
            </li>
          );
        })}
      </ul>
      <span className="mt-1 flex gap-2">
        <Select
          aria-label="Item to mark out of order"
          value={item}
          onChange={(event) => setItem(event.target.value)}
          className="min-w-0 flex-1"
        >
          {items.map((one) => (
            <option key={one.key} value={one.key}>
              {one.name}
            </option>
          ))}
        </Select>
        <Button
          className="min-h-7 px-2 py-0.5"
          disabled={!items.some((one) => one.key === item)}
          onClick={() => gym.change({ outOfOrder: [...outOfOrder, { item, from: gym.view.today, until: null }] })}
        >
          Mark
        </Button>
      </span>
    </section>
  );
}

/** Stations with how many there are, chains, and what can be added to the room. */
export function GymRoom({ gym }: { gym: GymState }) {
  const { stations, chains, unit, stacks, sleds } = gym.equipment;
  const [adding, setAdding] = useState("");
  const name = adding.trim().toLowerCase();
  const taken = [
    ...stations.map((one) => one.name),
    ...stacks.map((one) => one.station),
    ...sleds.map((one) => one.station),
  ];
  const free = name !== "" && !taken.includes(name);
  return (
    <>
      <section>
        <h3 className="font-bold">Stations</h3>
        <ul className="grid grid-cols-2 gap-x-4">
          {stations.map((station, index) => (
            <li key={station.name} className="flex items-center gap-2 py-0.5">
              <span className="min-w-0 flex-1 truncate">{station.name}</span>
              <NumberBox
                label={`How many: ${station.name}`}
                value={station.count}
                low={0}
                high={100}
                whole
                className="w-10"
                onChange={(count) =>
                  gym.change({ stations: stations.map((one, place) => (place === index ? { ...one, count } : one)) })
                }
              />
            </li>
          ))}
        </ul>
        <span className="mt-1 flex flex-wrap gap-2">
          <input
            aria-label="Name of a station or machine to add"
            placeholder="pull-down, sled, box"
            value={adding}
            onChange={(event) => setAdding(event.target.value.slice(0, 60))}
            className={`${box} w-36`}
          />
          {(
            [
              ["station", { stations: [...stations, { name, count: 1 }] }],
              [
                "stack",
                {
                  stacks: [
                    ...stacks,
                    {
                      station: name,
                      start: weight(5, unit),
                      step: weight(5, unit),
                      max: weight(80, unit),
                      addOns: [],
                      pulleyRatio: 1,
                      counterbalanceKg: 0,
                      help: "resists" as const,
                    },
                  ],
                },
              ],
              ["sled", { sleds: [...sleds, { station: name, weight: weight(20, unit), share: 1 }] }],
            ] as const
          ).map(([kind, part]) => (
            <Button
              key={kind}
              disabled={!free}
              className="min-h-7 px-2 py-0.5"
              onClick={() => {
                gym.change(part);
                setAdding("");
              }}
            >
              <Plus size={13} aria-hidden /> {kind}
            </Button>
          ))}
        </span>
        {name !== "" && !free ? <p role="alert">There is a {name} already.</p> : null}
      </section>
      <section>
        <h3 className="font-bold">Chains, as a pair</h3>
        <ul>
          {chains.map((chain, index) => {
            const put = (part: Partial<typeof chain>) =>
              gym.change({ chains: chains.map((one, place) => (place === index ? { ...one, ...part } : one)) });
            return (
              <li key={index} className="flex flex-wrap items-center gap-1.5 border-b border-inset py-1">
                {chain.name}
                <WeightBox
                  label={`Weight of the ${chain.name} chains`}
                  value={chain.weight}
                  unit={unit}
                  onChange={(w) => put({ weight: w })}
                  className="w-14"
                />
                {unit},
                <NumberBox
                  label={`Length of the ${chain.name} chains`}
                  value={chain.lengthCm}
                  low={0}
                  high={1000}
                  onChange={(lengthCm) => put({ lengthCm })}
                />
                cm below
                <NumberBox
                  label={`Leader of the ${chain.name} chains`}
                  value={chain.leaderCm}
                  low={0}
                  high={300}
                  className="w-12"
                  onChange={(leaderCm) => put({ leaderCm })}
                />
                cm of cord
                <button
                  type="button"
                  aria-label={`Remove the ${chain.name} chains`}
                  onClick={() => gym.change({ chains: chains.toSpliced(index, 1) })}
                  className="ml-auto flex size-6 items-center justify-center rounded-[3px] hover:bg-inset"
                >
                  <X size={15} aria-hidden />
                </button>
              </li>
            );
          })}
        </ul>
        <Button
          kind="quiet"
          className="mt-1 px-0"
          onClick={() =>
            gym.change({
              chains: [
                ...chains,
                {
                  name: `chain ${chains.length + 1}`,
                  weight: readWeight("10", unit)!,
                  lengthCm: 150,
                  leaderCm: 60,
                },
              ],
            })
          }
        >
          <Plus size={14} aria-hidden /> Add chains
        </Button>
      </section>
    </>
  );
}
