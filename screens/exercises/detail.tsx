"use client";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { type Input, ownExerciseOf } from "@/contract";
import {
  type DemandPoint,
  decimal,
  demandCurve,
  type Exercise,
  entriesOf,
  JOINT_WORDS,
  judgePair,
  lowDemandStretches,
  type MixedResistance,
  type Pair,
  type PairPoint,
  type Position,
  partnersFor,
  REGIONS,
  resistanceOf,
  substitutesFor,
} from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { Button } from "@/ui/button";
import { OwnExerciseSheet } from "./own-exercise";
import { HideButton } from "./ranking";
import { Trials } from "./trials";
import type { ExercisesState } from "./use-exercises";

/** What is known of the drawn exercise, of the two drawn together, and of its partners. */
export function ExerciseDetail({ state }: { state: ExercisesState }) {
  const router = useRouter();
  const { first, second, view } = state;
  const hide = useApiMutation(
    (choice: Input<"exercises.hide">) => callApi("exercises.hide", choice),
    () => router.refresh(),
  );
  if (!first) return <p className="text-quiet">Choose an exercise to draw it along the muscles that it trains.</p>;
  const hidden = view.exercises.hidden.includes(first.id);
  const own = view.exercises.own.find((one) => one.id === first.id);
  return (
    <section className="flex flex-col gap-4">
      <div>
        <div className="flex items-start justify-between gap-2">
          <h2 className="text-base leading-tight font-bold">{first.name}</h2>
          <Button className="min-h-7 shrink-0 px-2 py-0.5" onClick={() => state.draw(null)}>
            Close
          </Button>
        </div>
        <p className="text-quiet">
          {first.pattern} · {first.implement} · {first.laterality === "both" ? "both sides" : "each side"}
          {first.stations.length > 0 ? ` · ${first.stations.join(", ")}` : ""}
        </p>
      </div>
      {second ? <Together first={first} second={second} /> : null}
      <Curve key={first.id} exercise={first} second={second} />
      <Facts exercise={first} />
      <Partners state={state} exercise={first} />
      <Instead state={state} exercise={first} />
      {second ? <Trials a={first} b={second} /> : null}
      <div className="flex gap-2">
        {own ? <OwnExerciseSheet key={own.id} exercises={view.exercises} initial={ownExerciseOf(own)} /> : null}
        <HideButton
          hidden={hidden}
          problem={hide.error?.message ?? null}
          onToggle={() => hide.mutate({ exerciseId: first.id, hidden: !hidden })}
        />
      </div>
    </section>
  );
}

const POINT_WORDS: Readonly<Record<PairPoint, string>> = {
  opposing: "opposing actions",
  usual: "usual in gyms",
  alike: "lifts of one size",
  tiresMainLift: "tires what the main lift needs",
  onePlane: "in one plane",
  oneStation: "one station",
  oneImplement: "one implement",
  sameLoad: "the same load, or half of it",
  shortSetUps: "short set-ups",
  lengthsMeet: "one loads it long, the other short",
  sharedGrip: "both ask for the grip",
  sharedBack: "both ask for the lower back",
  twoSkilled: "both take skill",
  twoAxial: "both load the spine",
  twoSpotters: "both need a spotter",
  stationsApart: "two stations apart",
  repsLost: "reps lost",
};

const CLASS_WORDS: Readonly<Record<Pair["kind"], string>> = {
  antagonist: "opposing pair",
  "stretch and squeeze": "stretch and squeeze",
  "pre-exhaust": "pre-exhaust",
  "post-exhaust": "post-exhaust",
  "mechanical drop": "one set continued with an easier lever",
  "same muscle": "same muscle twice",
  unrelated: "unrelated",
};

/** Two drawn together: what the pair is, what it costs, what speaks for and against it. */
function Together({ first, second }: { first: Exercise; second: Exercise }) {
  const pair = judgePair(first, second);
  return (
    <div className="border-l-4 border-walnut pl-3">
      <h3 className="font-bold">With {second.name.toLowerCase()}</h3>
      <p>
        <strong>{CLASS_WORDS[pair.kind]}</strong>, {pair.transitionSeconds} s from one to the other. Of ten reps the
        second loses <strong>{decimal(pair.repsLost.second, 1)}</strong>, the first a round later{" "}
        <strong>{decimal(pair.repsLost.first, 1)}</strong>.
      </p>
      <p className="text-quiet">{reasonsWords(pair)}</p>
    </div>
  );
}

function reasonsWords(pair: Pair): string {
  const side = (plus: boolean) =>
    pair.reasons
      .filter((reason) => reason.points > 0 === plus)
      .map((reason) => POINT_WORDS[reason.point])
      .join(", ");
  const forIt = side(true);
  const against = side(false);
  return (
    [forIt && `For it: ${forIt}.`, against && `Against: ${against}.`].filter(Boolean).join(" ") ||
    "Nothing speaks either way."
  );
}

/** Torque against strength through the range, moved by a bench or a cable, or mixed with a band. */
function Curve({ exercise, second }: { exercise: Exercise; second: Exercise | null }) {
  const [tilt, setTilt] = useState(0);
  const [band, setBand] = useState(0);
  const pull = resistanceOf(exercise);
  const position: Position =
    pull.kind === "cable" ? { cable: pull.degrees + tilt } : pull.kind === "gravity" ? { tilt } : {};
  const mix: MixedResistance[] =
    band > 0
      ? [
          { resistance: pull, part: 1 - band / 100 },
          { resistance: { kind: "band" }, part: band / 100 },
        ]
      : [{ resistance: pull, part: 1 }];
  const curve = demandCurve(exercise, position, mix);
  const shipped = demandCurve(exercise);
  const other = second ? demandCurve(second) : null;
  const width = 300;
  const height = 96;
  const path = (points: readonly { at: number; demand: number }[]) =>
    `M${points.map((point) => `${8 + point.at * (width - 16)},${height - 18 - point.demand * (height - 30)}`).join("L")}`;
  const y = (figure: number) => height - 18 - figure * (height - 30);
  const pathOf = (points: readonly DemandPoint[], part: "torque" | "strength") =>
    `M${points.map((point) => `${8 + point.at * (width - 16)},${y(point[part])}`).join("L")}`;
  const area = (points: readonly DemandPoint[]) =>
    `${pathOf(points, "strength")}L${width - 8},${height - 18}L8,${height - 18}Z`;
  const moved = tilt !== 0 || band !== 0;
  const lost = lowDemandStretches(curve);
  return (
    <div>
      <h3 className="font-bold">Where it is hard</h3>
      <svg width={width} height={height} role="img" aria-label={hardWords(curve)}>
        <line x1={8} x2={width - 8} y1={height - 18} y2={height - 18} stroke="var(--color-rule)" />
        <line
          x1={8}
          x2={width - 8}
          y1={height - 18 - (height - 30) / 3}
          y2={height - 18 - (height - 30) / 3}
          stroke="var(--color-line)"
          strokeDasharray="3 4"
        />
        <path d={area(curve)} fill="var(--color-woad-tint)" />
        <path d={pathOf(curve, "torque")} fill="none" stroke="var(--color-woad)" strokeWidth={1.4} />
        {moved ? <path d={path(shipped)} fill="none" stroke="var(--color-rule)" strokeDasharray="4 3" /> : null}
        {other ? (
          <path d={path(other)} fill="none" stroke="var(--color-walnut)" strokeWidth={1.6} strokeDasharray="1 3" />
        ) : null}
        <path d={path(curve)} fill="none" stroke="var(--color-indigo)" strokeWidth={2.5} />
        <text x={8} y={height - 4} fontSize={12} fill="var(--color-quiet)">
          start
        </text>
        <text x={width - 8} y={height - 4} fontSize={12} textAnchor="end" fill="var(--color-quiet)">
          end of the lifting
        </text>
      </svg>
      <p className="text-quiet">
        Pale: the joint's strength there. Thin: torque. Thick: how hard it is, torque over strength.
      </p>
      <p className="text-quiet">
        {hardWords(curve)} {lost > 0.12 ? `Little tension for ${Math.round(100 * lost)} % of the way.` : ""}
      </p>
      {pull.kind === "even" ? null : (
        <label className="flex items-center gap-2">
          <span className="w-28">{pull.kind === "cable" ? "cable moved" : "bench or body tilted"}</span>
          <input
            type="range"
            min={-60}
            max={60}
            step={5}
            value={tilt}
            onChange={(event) => setTilt(Number(event.target.value))}
            className="flex-1 accent-[var(--color-indigo)]"
          />
          <span className="w-10 text-right">{tilt}°</span>
        </label>
      )}
      {pull.kind === "band" ? null : (
        <label className="flex items-center gap-2">
          <span className="w-28">of it from a band</span>
          <input
            type="range"
            min={0}
            max={80}
            step={10}
            value={band}
            onChange={(event) => setBand(Number(event.target.value))}
            className="flex-1 accent-[var(--color-indigo)]"
          />
          <span className="w-10 text-right">{band} %</span>
        </label>
      )}
    </div>
  );
}

function hardWords(curve: readonly { at: number; demand: number }[]): string {
  const peak = curve.reduce((most, point) => (point.demand > most.demand ? point : most)).at;
  return peak < 0.25
    ? "Hardest at the start."
    : peak < 0.45
      ? "Hardest before the middle."
      : peak < 0.6
        ? "Hardest in the middle."
        : peak < 0.85
          ? "Hardest after the middle."
          : "Hardest at the end.";
}

function Facts({ exercise }: { exercise: Exercise }) {
  const shares = entriesOf(exercise.shares).sort((a, b) => b[1] - a[1]);
  const joints = entriesOf(exercise.stress).filter(([, stress]) => stress > 0);
  const row = (name: string, words: string) => (
    <tr className="border-t border-inset align-baseline">
      <th scope="row" className="w-24 pr-2 text-left font-normal text-quiet">
        {name}
      </th>
      <td>{words}</td>
    </tr>
  );
  return (
    <div>
      <ul className="mb-2 list-none">
        {exercise.cues.map((cue) => (
          <li key={cue} className="font-semibold">
            {cue}
          </li>
        ))}
      </ul>
      {exercise.cautions.map((caution) => (
        <p key={caution} className="mb-1 border-l-4 border-weld pl-2">
          {caution}
        </p>
      ))}
      <table className="w-full">
        <tbody>
          {row(
            "trains",
            shares
              .map(([region, share]) => `${REGIONS[region].name}${share === 1 ? "" : ` ${share === 0.5 ? "½" : "¼"}`}`)
              .join(", "),
          )}
          {row(
            "joints",
            joints.length === 0
              ? "quiet"
              : joints.map(([joint, stress]) => `${JOINT_WORDS[joint]} ${stress}`).join(", "),
          )}
          {row("stability", `${exercise.stability} of 5, learning ${exercise.learning} of 5`)}
          {row("set-up", `${exercise.setupSeconds} s`)}
          {row(
            "failure",
            exercise.spotting === "spotter"
              ? "with a spotter or pins"
              : exercise.spotting === "pins"
                ? "between pins"
                : exercise.failureSafeAlone
                  ? "safe alone"
                  : "not to failure",
          )}
          {row("breathing", exercise.breathing)}
        </tbody>
      </table>
    </div>
  );
}

function Partners({ state, exercise }: { state: ExercisesState; exercise: Exercise }) {
  const partners = useMemo(
    () => partnersFor(exercise, state.catalogue.list, { trainee: state.trainee, gym: state.gym }, 8),
    [exercise, state.catalogue, state.trainee, state.gym],
  );
  return (
    <div>
      <h3 className="font-bold">Pairs well with</h3>
      <ul>
        {partners.map((pair) => (
          <li key={pair.second.id} className="border-t border-inset">
            <button
              type="button"
              aria-pressed={state.second?.id === pair.second.id}
              onClick={() => state.draw(pair.second.id, true)}
              title={reasonsWords(pair)}
              className="flex min-h-7 w-full items-baseline gap-2 text-left hover:bg-inset/60"
            >
              <span className="min-w-0 flex-1 truncate">{pair.second.name}</span>
              <span className="text-quiet">{CLASS_WORDS[pair.kind]}</span>
              <span className="w-8 text-right">−{decimal(pair.repsLost.second, 1)}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Instead({ state, exercise }: { state: ExercisesState; exercise: Exercise }) {
  const { gym, trainee, view } = state;
  const found = useMemo(
    () =>
      gym
        ? substitutesFor(exercise, null, state.catalogue.list, {
            trainee,
            gym,
            settings: view.settings,
            bodyMassKg: view.client?.bodyMassKg ?? null,
            policy: "nearest",
          })
        : [],
    [exercise, gym, trainee, view, state.catalogue],
  );
  if (found.length === 0) return null;
  return (
    <div>
      <h3 className="font-bold">Instead</h3>
      <p className="flex flex-wrap gap-x-3 gap-y-0.5">
        {found.slice(0, 6).map(({ exercise: other }) => (
          <button
            key={other.id}
            type="button"
            onClick={() => state.draw(other.id)}
            className="min-h-6 text-indigo underline underline-offset-2"
          >
            {other.name}
          </button>
        ))}
      </p>
    </div>
  );
}
