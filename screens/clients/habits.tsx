"use client";
import { useRouter } from "next/navigation";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { useDates } from "@/parts/region";
import { UNIT_NAMES } from "@/parts/unit-names";
import { Button } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { Select } from "@/ui/select";
import { type ClientHabits, type ClientView, habitsOf } from "@/views";
import type { OpenSheet } from "./open-sheet";

const ROUNDINGS: Readonly<Record<ClientView["rounding"], string>> = {
  nearest: "to the nearest",
  neverHarder: "never harder",
};

/** Changes a part of how a client trains, joined on the server with what others changed since. */
export function useHabits(view: ClientView) {
  const router = useRouter();
  const seen = habitsOf(view);
  return useApiMutation(
    (part: Partial<ClientHabits>) =>
      callApi("clients.change", { clientId: view.id, seen, wanted: { ...seen, ...part } }),
    () => router.refresh(),
  );
}

/** Where and when this client usually trains, to which side loads are rounded, and what masses are said in. */
export function Habits({ view, onOpen }: { view: ClientView; onOpen: OpenSheet | null }) {
  const change = useHabits(view);
  const { timeWords, weekdays } = useDates();
  const days = weekdays.flatMap(({ weekday, name }) => {
    const day = view.days.find((one) => one.weekday === weekday);
    return day ? [day.timeOfDay === null ? name : `${name} ${timeWords(day.timeOfDay)}`] : [];
  });
  return (
    <section className="flex flex-col gap-1.5">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="font-bold">Days</h2>
        <p className="text-right">
          {days.join(", ") || <span className="text-quiet">not said</span>}{" "}
          {onOpen ? (
            <Button kind="quiet" className="px-1!" onClick={() => onOpen("days")}>
              change<span className="sr-only"> days and hours</span>
            </Button>
          ) : null}
        </p>
      </div>
      {onOpen && view.team.length > 1 ? (
        <label className="flex items-baseline justify-between gap-2">
          <span className="font-bold">Coach</span>
          <Select
            value={view.coachId ?? ""}
            onChange={(event) => change.mutate({ coachId: event.target.value || null })}
          >
            <option value="">everybody</option>
            {view.team.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </label>
      ) : null}
      <label className="flex items-baseline justify-between gap-2">
        <span className="font-bold">Trains at</span>
        <Select
          disabled={onOpen === null}
          value={view.gymId ?? ""}
          onChange={(event) => change.mutate({ gymId: event.target.value })}
        >
          {view.gyms
            .filter((gym) => gym.clientId === null || gym.clientId === view.id)
            .map((gym) => (
              <option key={gym.id} value={gym.id}>
                {gym.name}
              </option>
            ))}
        </Select>
      </label>
      <label className="flex items-baseline justify-between gap-2">
        <span className="font-bold">Loads round</span>
        <Select
          disabled={onOpen === null}
          value={view.rounding}
          onChange={chosen(ROUNDINGS, (one) => change.mutate({ rounding: one }))}
        >
          {optionsOf(ROUNDINGS)}
        </Select>
      </label>
      <label className="flex items-baseline justify-between gap-2">
        <span className="font-bold">Figures in</span>
        <Select
          disabled={onOpen === null}
          value={view.unit}
          onChange={chosen(UNIT_NAMES, (one) => change.mutate({ unit: one }))}
        >
          {optionsOf(UNIT_NAMES)}
        </Select>
      </label>
      {change.error ? <p role="alert">{change.error.message}</p> : null}
    </section>
  );
}
