"use client";
import { type KeyboardEvent, type PointerEvent, useMemo, useRef, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  addDays,
  appended,
  decimal,
  entryAt,
  exerciseOrThrow,
  firstOf,
  type Goal,
  isBodyweight,
  kgOf,
  lastOf,
  liftRecord,
  massFigure,
  type Slot,
  toKg,
  weight,
} from "@/core";
import { newId } from "@/device/ids";
import { type ChartScales, LineChart } from "@/parts/line-chart";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { goalNeeds, goalPulledTo, goalSteppedBy, goalWords, type WeeksView } from "@/views";
import { GoalWords } from "./goals";
import type { Weeks } from "./use-weeks";

/** The lift's e1RM: what was logged, where the plan would bring it if all is made, and its goals, which can be pulled. */
export function LiftAhead({ weeks, view, slot }: { weeks: Weeks; view: WeeksView; slot: Slot }) {
  const { fullDate } = useDates();
  const { plan, change } = weeks;
  const [pulled, setPulled] = useState<Goal | null>(null);
  const { unit } = view.client;
  const points = useMemo(() => {
    const inUnit = (kg: number): number => Number(massFigure(kg, unit));
    const lift = view.lifts.find((one) => one.lineage === slot.lineage);
    const logged = lift ? liftRecord(lift.exposures, view.settings, lift.strengths).estimates : [];
    const ahead = weeks.model.sessions.flatMap(({ date, records }) => {
      const kg = records.get(slot.lineage)?.e1rmKg;
      return kg ? [{ date, value: inUnit(kg), ring: "planned" as const }] : [];
    });
    return [...logged.map(({ date, kg }) => ({ date, value: inUnit(kg) })), ...ahead];
  }, [view, slot, unit, weeks.model]);
  const goals = plan.goals
    .filter(({ lineage }) => lineage === slot.lineage)
    .map((goal) => (goal.id === pulled?.id ? pulled : goal));
  const placed = goals.flatMap((goal) => {
    const needs = goalNeeds(view, goal);
    return needs ? [{ goal, date: goal.byDate, value: Number(massFigure(needs.needsKg, unit)) }] : [];
  });
  // The drawing keeps its scales while a goal is in hand.
  const room = useRef<readonly { date: string; value: number }[]>([]);
  if (!pulled) room.current = placed.map(({ date, value }) => ({ date, value }));
  if (points.length === 0) return null;
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), slot.exerciseId);
  const last = lastOf(points);
  const put = (goal: Goal) => {
    setPulled(null);
    const before = plan.goals.find(({ id }) => id === goal.id);
    if (!before || (toKg(before.load) === toKg(goal.load) && before.byDate === goal.byDate)) return;
    const at = { kind: "set", list: "goals", id: goal.id } as const;
    weeks.say(
      change([
        { ...at, field: "load", value: goal.load },
        { ...at, field: "byDate", value: goal.byDate },
      ]),
    );
  };
  const begin = () => {
    const goal: Goal = {
      id: newId(),
      lineage: slot.lineage,
      exerciseId: slot.exerciseId,
      // Only what its steps go by: it is pulled to the line.
      load: weight(isBodyweight(exercise) ? 0 : kgOf(last.value, unit) < 60 ? 10 : 100, unit),
      reps: 1,
      byDate: last.date > view.today ? last.date : addDays(view.today, 56),
    };
    weeks.say(change(appended(plan, "goals", [goalPulledTo(view, goal, kgOf(last.value, unit))])));
  };
  return (
    <div className="flex flex-col gap-1">
      <LineChart
        title="e1RM"
        unit={isBodyweight(exercise) ? `${unit}, body and load` : unit}
        points={points}
        also={room.current}
        width={260}
        height={130}
      >
        {placed.length === 0
          ? undefined
          : (scales) =>
              placed.map(({ goal, value }) => (
                <GoalKnot
                  key={goal.id}
                  goal={goal}
                  value={value}
                  words={`${goalWords(goal, exercise)} by ${fullDate(goal.byDate)}`}
                  scales={scales}
                  view={view}
                  onPull={setPulled}
                  onPut={put}
                />
              ))}
      </LineChart>
      <p className="text-xs text-quiet">
        Rings: if all is made. {decimal(last.value, 1)} {unit} by {fullDate(last.date)}.
        {placed.length > 0 ? " Pull a goal up, down or along, or move it by the arrow keys." : ""}
      </p>
      {goals.length === 0 ? (
        <div>
          <Button onClick={begin}>Set a goal to pull</Button>
        </div>
      ) : null}
      {pulled ? (
        <p aria-live="polite">
          <GoalWords weeks={weeks} view={view} goal={pulled} exercise={exercise} />
        </p>
      ) : null}
    </div>
  );
}

/** A goal over the line: pulled by a pointer to another load or day, or moved by the arrow keys, a step or a week each. */
function GoalKnot({
  goal,
  value,
  words,
  scales: { x, y, dateAt },
  view,
  onPull,
  onPut,
}: {
  goal: Goal;
  /** The e1RM that reaches it, in the client's unit. */
  value: number;
  words: string;
  scales: ChartScales;
  view: WeeksView;
  onPull: (goal: Goal | null) => void;
  onPut: (goal: Goal) => void;
}) {
  const held = useRef<Goal | null>(null);
  const tomorrow = addDays(view.today, 1);
  const onKeyDown = (event: KeyboardEvent) => {
    const load = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    const week = { ArrowRight: 7, ArrowLeft: -7 }[event.key];
    if (!load && !week) return;
    event.preventDefault();
    event.stopPropagation();
    const byDate = addDays(goal.byDate, week ?? 0);
    if (byDate < tomorrow) return;
    onPut({ ...(load ? goalSteppedBy(goal, load) : goal), byDate });
  };
  const pull = (event: PointerEvent<SVGElement>) => {
    const matrix = event.currentTarget.ownerSVGElement?.getScreenCTM()?.inverse();
    if (!held.current || !matrix) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    const [, byDate] = [dateAt(at.x), tomorrow].sort();
    held.current = goalPulledTo(view, { ...goal, byDate: byDate! }, kgOf(y.invert(at.y), view.client.unit));
    onPull(held.current);
  };
  const end = (isPut: boolean) => {
    const put = held.current;
    held.current = null;
    if (put && isPut) onPut(put);
    else onPull(null);
  };
  const [left, top] = [x(goal.byDate), y(value)];
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`Goal, ${words}`}
      aria-orientation="vertical"
      aria-valuemin={Math.round(firstOf(y.domain()))}
      aria-valuemax={Math.round(entryAt(y.domain(), 1))}
      aria-valuenow={value}
      aria-valuetext={words}
      className="cursor-grab touch-none"
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = goal;
      }}
      onPointerMove={pull}
      onPointerUp={() => end(true)}
      onPointerCancel={() => end(false)}
    >
      <line x1={left} x2={left} y1={top} y2={y.range()[0]} stroke="var(--color-indigo)" strokeDasharray="2 3" />
      <circle cx={left} cy={top} r={13} fill="transparent" />
      <path
        d={`M${left - 6} ${top}L${left} ${top - 6}L${left + 6} ${top}L${left} ${top + 6}Z`}
        fill="var(--color-indigo)"
      />
    </g>
  );
}
