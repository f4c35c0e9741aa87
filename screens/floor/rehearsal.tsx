"use client";
import { useEffect, useMemo, useState } from "react";
import { allBlocks } from "@/core";
import { setPace } from "@/device/clock";
import { simulatedSensor } from "@/device/sensor";
import type { Rehearsal } from "@/views";
import { SessionScreen } from "./floor-session";
import { savedWords } from "./rest-parts";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";
import { useLifter, useRehearsedFloor } from "./use-rehearsal";
import { useRun } from "./use-run";
import { SensorContext } from "./use-sensor";
import { nameOf } from "./work-parts";

const PACES = [1, 5, 20, 60] as const;

/** A session as it will go, watched on the floor's own screen: a simulated lifter does it, a simulated sensor counts, nothing is saved. */
export default function RehearsalScreen({ sessionId }: { sessionId: string }) {
  const [pace, setPaceTo] = useState<number>(20);
  const [isStill, setStill] = useState(false);
  const at = useMemo(() => ({ pace: 1 }), []);
  at.pace = isStill ? 0 : pace;
  useEffect(() => {
    setPace(isStill ? 0 : pace);
  }, [pace, isStill]);
  useEffect(() => () => setPace(null), []);
  const sensor = useMemo(() => simulatedSensor(() => at.pace), [at]);
  const { floor, rehearsal } = useRehearsedFloor(sessionId);
  const run = useRun(floor);
  useLifter(run, isStill ? null : rehearsal, sensor);
  return (
    <SensorContext value={{ sensor, choose: async () => null }}>
      <section
        aria-label="Rehearsal"
        className="mb-2 flex flex-col gap-2 rounded-lg border border-[var(--floor-plan)] p-3"
      >
        <p className="text-lg leading-tight">
          <strong>Rehearsal:</strong> nothing is saved.{" "}
          {rehearsal ? outcomeWords(rehearsal) : floor.loading.kind === "failed" ? "" : "Reading the session…"}
        </p>
        <div className="flex flex-wrap gap-2">
          <SmallButton pressed={isStill} onClick={() => setStill(!isStill)}>
            {isStill ? "Go on" : "Pause"}
          </SmallButton>
          {PACES.map((one) => (
            <SmallButton key={one} pressed={pace === one} onClick={() => setPaceTo(one)}>
              {one}×
            </SmallButton>
          ))}
        </div>
      </section>
      {rehearsal && floor.performed.ended ? (
        <Outcome rehearsal={rehearsal} floor={floor} />
      ) : (
        <SessionScreen run={run} onLeave={null} />
      )}
    </SensorContext>
  );
}

/** Each lift with what was made of it. */
function Outcome({ rehearsal, floor }: { rehearsal: Rehearsal; floor: Floor }) {
  const { rounds } = rehearsal;
  const slots = allBlocks(floor.shown!.document).flatMap(({ slots }) => slots);
  return (
    <main className="flex flex-1 flex-col gap-3 pt-2">
      <h1 className="text-2xl font-bold">So it will go</h1>
      <ul className="flex flex-col gap-3">
        {slots.map(({ id, exerciseId }) => {
          const sets = rounds.flatMap((round) => round.sets.filter(({ slotId }) => slotId === id));
          return (
            <li key={id} className="border-t border-[var(--floor-line)] pt-2">
              <p className="text-lg font-bold">{nameOf(floor.view!, exerciseId)}</p>
              {sets.map((set, index) => (
                <p key={index} className="text-lg leading-snug">
                  {savedWords(set, floor.view!).replace(`${nameOf(floor.view!, exerciseId)} `, "")}
                </p>
              ))}
            </li>
          );
        })}
      </ul>
      <a
        href={`/session/${floor.sessionId}`}
        className="mt-auto flex min-h-[64px] items-center justify-center rounded-xl bg-[var(--floor-done)] text-xl font-bold text-[var(--floor-on)]"
      >
        To the session at the desk
      </a>
    </main>
  );
}

/** "It takes about 52 min. Short of what is asked: Bench press 8, 8, 7, 6 of 8." */
function outcomeWords({ endSeconds, short }: Rehearsal): string {
  const lifts = short.map(({ name, reps, asked }) => `${name} ${reps} of ${asked}`);
  const most = lifts.length > MOST_SHORT ? [`${lifts.length - MOST_SHORT} more`] : [];
  const made =
    lifts.length === 0
      ? "All reps are made."
      : `Short of what is asked: ${[...lifts.slice(0, MOST_SHORT), ...most].join("; ")}.`;
  return `It takes about ${Math.round(endSeconds / 60)} min. ${made}`;
}

const MOST_SHORT = 3;
