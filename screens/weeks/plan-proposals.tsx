"use client";
import { useMemo, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  decimal,
  EMPTY_DOCUMENT,
  entryAt,
  equipmentOn,
  firstOf,
  limitsOn,
  muscleName,
  type PlanDay,
  type PlanTemplate,
  proposeSplits,
  type SplitProposal,
  startingPhases,
  UNRESTRICTED,
  WEEKDAYS,
} from "@/core";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import type { WeeksView } from "@/views";
import { Beside, type Starting } from "./plan-card";

/** A proposed week as a plan: on the client's own days and at their hours, where they have as many. */
const templateOfSplit = (
  { days, weekdays, isInTurn }: SplitProposal,
  usual: WeeksView["client"]["days"],
): PlanTemplate => {
  const own = usual.length === days.length && !isInTurn ? usual.toSorted((a, b) => a.weekday - b.weekday) : null;
  const sessions = days.map(
    (day, index): PlanDay => ({
      id: newId(),
      name: day.name,
      placed:
        day.weekday === null
          ? { kind: "inTurn" }
          : { kind: "weekday", weekday: own ? entryAt(own, index).weekday : day.weekday },
      timeOfDay: own ? entryAt(own, index).timeOfDay : null,
      lastWeek: null,
      base: { ...day.document, gymId: null },
    }),
  );
  // Weekdays beyond the sessions: what stands there is whose turn it is.
  const more = weekdays.slice(days.length).map(
    (weekday): PlanDay => ({
      id: newId(),
      name: WEEKDAYS[weekday]!,
      placed: { kind: "weekday", weekday },
      timeOfDay: null,
      lastWeek: null,
      base: EMPTY_DOCUMENT,
    }),
  );
  return { phases: startingPhases(newId), inTurn: isInTurn ? days.length : null, days: [...sessions, ...more] };
};

/** Lifts that a plan may be made for: those with a goal first, then the client's own and the big ones. */
function goalLiftsOf(view: WeeksView): { readonly id: string; readonly name: string; readonly isGoal: boolean }[] {
  const { byId } = catalogueIn(view.exercises);
  const known = new Map(view.known.map(({ lineage, exerciseId }) => [lineage, exerciseId]));
  const goals = [
    ...(view.plan?.document.goals ?? []).flatMap(({ lineage }) => known.get(lineage) ?? []),
    ...view.client.goals.map(({ exerciseId }) => exerciseId),
  ];
  const own = view.known.map(({ exerciseId }) => exerciseId).filter((id) => byId.get(id)?.joints === "multi");
  return [...new Set([...goals, ...BIG_LIFTS, ...own])].flatMap((id) => {
    const exercise = byId.get(id);
    return exercise ? [{ id, name: exercise.name, isGoal: goals.includes(id) }] : [];
  });
}

const BIG_LIFTS = ["back-squat", "bench-press", "deadlift", "overhead-press", "pull-up", "hip-thrust"];

export function Proposals({ view, starting }: { view: WeeksView; starting: Starting }) {
  const [days, setDays] = useState(Math.min(6, view.client.days.length) || 3);
  const [minutes, setMinutes] = useState(String(view.client.minutes));
  const lifts = goalLiftsOf(view);
  const [goal, setGoal] = useState(lifts.find(({ isGoal }) => isGoal)?.id ?? "");
  const figure = Number(minutes);
  const isMinutes = Number.isFinite(figure) && figure >= 15 && figure <= 240;
  const gym = view.gyms.find(({ id }) => id === view.client.gymId) ?? firstOf(view.gyms);
  const proposals = useMemo(
    () =>
      isMinutes
        ? proposeSplits(
            days,
            {
              catalogue: catalogueIn(view.exercises),
              settings: view.settings,
              gym: equipmentOn(gym.equipment, view.today),
              trainee: {
                ...UNRESTRICTED,
                trainingAge: view.client.trainingAge,
                limits: limitsOn(view.client.limits, view.today),
                likes: new Set(view.client.likes),
                dislikes: new Set(view.client.dislikes),
              },
              trainingAge: view.client.trainingAge,
              priorities: view.client.priorities,
              minutes: figure,
              goals: goal === "" ? [] : [goal],
              isInactive: view.client.isInactive,
              age: view.client.birthYear === null ? null : Number(view.today.slice(0, 4)) - view.client.birthYear,
            },
            newId,
          ).map((proposal) => ({ ...proposal, template: templateOfSplit(proposal, view.client.days) }))
        : [],
    [days, figure, goal, isMinutes, view, gym],
  );
  return (
    <div className="flex flex-col gap-4">
      <div className="grid grid-cols-2 gap-3">
        <SelectField label="Days a week" value={days} onChange={(event) => setDays(Number(event.target.value))}>
          {[1, 2, 3, 4, 5, 6].map((count) => (
            <option key={count}>{count}</option>
          ))}
        </SelectField>
        <TextField
          label="Minutes at most"
          value={minutes}
          error={isMinutes ? null : "Between 15 and 240 minutes."}
          onChange={(event) => setMinutes(event.target.value)}
        />
        <SelectField label="A lift that comes first" value={goal} onChange={(event) => setGoal(event.target.value)}>
          <option value="">None</option>
          {lifts.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
      </div>
      {proposals.map((proposal) => (
        <article key={proposal.id} aria-label={proposal.name} className="border border-line bg-surface p-3">
          <div className="flex items-center justify-between gap-2">
            <h3 className="font-bold">{proposal.name}</h3>
            <Button
              kind="main"
              disabled={starting.isBusy}
              onClick={() => starting.take({ name: proposal.name, ...proposal.template })}
            >
              Start this plan
            </Button>
          </div>
          {proposal.isInTurn ? (
            <p className="mt-1">In turn on {proposal.weekdays.map((weekday) => WEEKDAYS[weekday]).join(", ")}:</p>
          ) : null}
          <ul className="mt-1">
            {proposal.days.map((day) => (
              <li key={`${day.weekday} ${day.name}`}>
                {proposal.isInTurn || day.weekday === null ? null : (
                  <span className="font-semibold">{WEEKDAYS[day.weekday]} </span>
                )}
                {day.name}{" "}
                <span className="text-quiet">
                  {day.document.blocks.flatMap(({ slots }) => slots).length} lifts, {Math.round(day.minutes)} min
                </span>
              </li>
            ))}
          </ul>
          <table className="mt-2 w-full text-left">
            <caption className="sr-only">Muscles in this split</caption>
            <thead className="text-xs text-quiet">
              <tr>
                <th scope="col" className="font-normal">
                  muscle
                </th>
                <th scope="col" className="font-normal">
                  days
                </th>
                <th scope="col" className="font-normal">
                  hours between
                </th>
                <th scope="col" className="font-normal">
                  hard sets
                </th>
              </tr>
            </thead>
            <tbody>
              {proposal.muscles.map(({ muscle, days: on, hoursBetween, hardSets, verdict }) => (
                <tr key={muscle}>
                  <th scope="row" className="font-normal">
                    {muscleName(muscle)}
                  </th>
                  <td>{decimal(on, 1)}</td>
                  <td>{hoursBetween ?? "–"}</td>
                  <td className={verdict === "inside" ? "" : "font-bold text-weld"}>
                    {decimal(hardSets, 1)} {verdict === "inside" ? "" : verdict}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-quiet">
            {proposal.lacks.length === 0
              ? "Every muscle reaches its band."
              : `Lacks sets for ${proposal.lacks.join(", ")}.`}
          </p>
          <Beside name={proposal.name} template={proposal.template} view={view} />
        </article>
      ))}
    </div>
  );
}
