/** A muscle's hard sets in the week against its band: what was there before, and what this session adds. */
import { memo, type ReactNode } from "react";
import {
  bandWords,
  decimal,
  type Frequency,
  type Muscle,
  type MusclePriority,
  muscleName,
  type TrainingAge,
  weeklySetBand,
} from "@/core";

function frequencyWords({ daysAWeek, hoursSince }: Frequency): string {
  const days = `${daysAWeek} other ${daysAWeek === 1 ? "day" : "days"} in the last seven`;
  return hoursSince === null ? `${days}, none before` : `${days}, last ${hoursSince} hours before`;
}

/** Drawn again where one of its figures is another. */
export const MuscleBand = memo(function MuscleBand({
  muscle,
  hardSets,
  before,
  trainingAge,
  priority,
  daysAWeek,
  hoursSince,
  assumed,
  open,
}: Frequency & {
  readonly priority: MusclePriority;
  readonly muscle: Muscle;
  /** Of this session. */
  readonly hardSets: number;
  /** Of the other sessions of its week. */
  readonly before: number;
  readonly trainingAge: TrainingAge;
  readonly assumed: boolean;
  /** Puts what is drawn on a button that opens what it is made of. */
  readonly open: (muscle: Muscle, drawn: ReactNode) => ReactNode;
}) {
  const often = frequencyWords({ daysAWeek, hoursSince });
  const band = weeklySetBand(muscle, trainingAge, priority);
  const full = band.high * 1.2;
  const width = 48;
  const at = (sets: number) => Math.min(1, sets / full) * width;
  const total = before + hardSets;
  const drawn = (
    <>
      <svg width={width} height={9} aria-hidden className="block">
        <rect
          x={at(band.low) + 0.5}
          y={0.5}
          width={at(band.high) - at(band.low) - 1}
          height={8}
          fill="var(--color-quiet)"
          stroke="var(--color-onwalnut-quiet)"
        />
        <rect y={2.5} width={at(before)} height={4} fill="#9db4d6" />
        <rect
          x={at(before)}
          y={2.5}
          width={Math.max(1, at(total) - at(before))}
          height={4}
          fill="var(--color-ground)"
        />
      </svg>
      <span className="text-xs">
        {muscleName(muscle)} {before > 0 ? `${decimal(before, 1)}+` : ""}
        <span className={assumed ? "assumed" : ""}>{decimal(hardSets, 1)}</span>
        <span className="sr-only">
          {" "}
          hard sets, band {bandWords(band)} a week; {often}
        </span>
      </span>
    </>
  );
  return <li title={often}>{open(muscle, drawn)}</li>;
});
