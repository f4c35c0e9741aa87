"use client";
import { clsx } from "clsx";
import { memo } from "react";
import {
  decimal,
  type Exercise,
  entriesOf,
  lengthProfile,
  mapValues,
  RANGE_THIRDS,
  REGIONS,
  type RegionId,
} from "@/core";
import { chosen } from "@/ui/choice";
import { Select } from "@/ui/select";
import { useWidth } from "@/ui/use-width";
import { RegionLine } from "./region-line";
import { THIRD_NAMES } from "./third-names";
import type { ExercisesState } from "./use-exercises";

/** The regions as a coach groups them. */
const GROUPS: Readonly<Record<string, readonly RegionId[]>> = {
  chest: ["upperChest", "midChest", "lowerChest"],
  back: ["lats", "midBack", "upperTraps", "spinalErectors"],
  shoulders: ["frontDelts", "sideDelts", "rearDelts", "rotatorCuff", "serratus"],
  arms: ["biceps", "brachialis", "tricepsLong", "tricepsLateral", "forearms"],
  legs: [
    "gluteMax",
    "gluteMed",
    "vasti",
    "rectusFemoris",
    "hamstrings",
    "adductors",
    "hipFlexors",
    "gastrocnemius",
    "soleus",
    "shins",
  ],
  trunk: ["abs", "obliques", "neckFront", "neckBack"],
};

const NAMES = mapValues(REGIONS, ({ name }) => name);

const NAME = 148;
const COUNT = 28;
const ROW = 24;
/** Lines of one region stand on so many levels. */
const LEVELS = 6;

/**
 * Every muscle region with the number of exercises for it in this gym. Each exercise is a faint line over the part of the muscle's
 * length that it loads, so that a part without any is seen; the selected exercises are drawn solid, thicker where they are hardest.
 */
export function Muscles({ state }: { state: ExercisesState }) {
  const [ref, width] = useWidth<HTMLDivElement>(330);
  const { holes, first, second, region, byRegion, coverage } = state;
  const drawn = Math.max(60, width - NAME - COUNT);
  return (
    <div ref={ref}>
      <p aria-hidden className="flex justify-between text-xs text-quiet" style={{ paddingLeft: NAME + COUNT + 4 }}>
        {RANGE_THIRDS.map((third) => (
          <span key={third}>{THIRD_NAMES[third]}</span>
        ))}
      </p>
      {entriesOf(GROUPS).map(([group, ids]) => (
        <section key={group} aria-label={group}>
          <h3 className="mt-1.5 text-xs font-bold text-quiet">{group}</h3>
          <ul>
            {ids.map((id) => {
              const known = coverage[id];
              const here = holes.filter((hole) => hole.region === id).map((hole) => hole.third);
              return (
                <li key={id}>
                  <button
                    type="button"
                    aria-pressed={region === id}
                    onClick={() => state.setRegion(id)}
                    className={clsx(
                      "relative flex w-full items-center text-left",
                      region === id ? "bg-indigo-tint font-bold text-indigo" : "hover:bg-inset/60",
                    )}
                  >
                    <span className="truncate pl-1" style={{ width: NAME }}>
                      {REGIONS[id].name}
                    </span>
                    <span className="text-right font-normal text-quiet" style={{ width: COUNT - 4 }}>
                      {byRegion[id].length}
                    </span>
                    <span className="sr-only">
                      {" "}
                      exercises{spokenWords(known, here)}
                      {[first, second].map((one) => (one ? lineWords(one, id) : ""))}
                    </span>
                    <svg width={drawn} height={ROW} aria-hidden className="ml-auto block shrink-0">
                      <RegionLines exercises={byRegion[id]} region={id} width={drawn} />
                      {here.map((third) => (
                        <Hole key={third} place={RANGE_THIRDS.indexOf(third)} width={drawn} />
                      ))}
                      {first ? (
                        <RegionLine
                          exercise={first}
                          region={id}
                          x={across(drawn)}
                          y={ROW / 2 - (second ? 4 : 0)}
                          colour="var(--color-indigo)"
                        />
                      ) : null}
                      {second ? (
                        <RegionLine
                          exercise={second}
                          region={id}
                          x={across(drawn)}
                          y={ROW / 2 + 5}
                          colour="var(--color-walnut)"
                          ticked
                        />
                      ) : null}
                    </svg>
                  </button>
                </li>
              );
            })}
          </ul>
        </section>
      ))}
    </div>
  );
}

/** From long at the left to short at the right. */
const across = (width: number) => (length: number) => 4 + (1 - length) * (width - 8);

const RegionLines = memo(function RegionLines({
  exercises,
  region,
  width,
}: {
  exercises: readonly Exercise[];
  region: RegionId;
  width: number;
}) {
  const x = across(width);
  return exercises.map((exercise, at) => {
    const { from, to } = lengthProfile(exercise, region);
    const y = 3 + (at % LEVELS) * ((ROW - 6) / (LEVELS - 1));
    return (
      <line
        key={exercise.id}
        x1={x(Math.max(from, to))}
        x2={x(Math.min(from, to))}
        y1={y}
        y2={y}
        stroke="var(--color-woad)"
        strokeOpacity={0.22}
        strokeWidth={2}
        strokeLinecap="round"
      />
    );
  });
});

/** A third of a muscle's length that this week's work leaves out. */
function Hole({ place, width }: { place: number; width: number }) {
  const third = (width - 8) / 3;
  return (
    <rect
      x={4 + place * third + 2}
      y={2}
      width={third - 4}
      height={ROW - 4}
      fill="var(--color-ground)"
      stroke="var(--color-walnut)"
      strokeDasharray="3 2"
    />
  );
}

function spokenWords(
  known: Readonly<Record<(typeof RANGE_THIRDS)[number], number>> | undefined,
  holes: readonly (typeof RANGE_THIRDS)[number][],
): string {
  const week = known
    ? `; this week ${RANGE_THIRDS.map((third) => `${decimal(known[third], 1)} hard sets ${THIRD_NAMES[third]}`).join(", ")}`
    : "";
  return `${week}${holes.map((third) => `; a hole where it is ${THIRD_NAMES[third]}`).join("")}`;
}

function lineWords(exercise: Exercise, region: RegionId): string {
  if ((exercise.shares[region] ?? 0) < 0.25) return "";
  const { from, to, peak } = lengthProfile(exercise, region);
  return `; ${exercise.name} from ${decimal(from, 2)} to ${decimal(to, 2)} of its length, hardest at ${decimal(peak, 2)}`;
}

/** The muscle as one choice, where there is no room for all of them beside the list. */
export function MuscleChoice({ state, className }: { state: ExercisesState; className: string }) {
  return (
    <Select aria-label="Muscle" className={className} value={state.region} onChange={chosen(NAMES, state.setRegion)}>
      {entriesOf(GROUPS).map(([group, ids]) => (
        <optgroup key={group} label={group}>
          {ids.map((id) => (
            <option key={id} value={id}>
              {REGIONS[id].name}
            </option>
          ))}
        </optgroup>
      ))}
    </Select>
  );
}
