/** A muscle's hard sets in the week against its band: what was there before, and what this session adds. */
import type { ReactNode } from "react";
import {
  decimal,
  type Frequency,
  type Muscle,
  type MuscleAmounts,
  type MusclePriority,
  type TrainingAge,
  weeklySetBand,
} from "@/core";

function frequencyWords({ daysAWeek, hoursSince }: Frequency): string {
  const days = `${daysAWeek} other ${daysAWeek === 1 ? "day" : "days"} in the last seven`;
  return hoursSince === null ? `${days}, none before` : `${days}, last ${hoursSince} hours before`;
}

export function MuscleBand({
  muscle,
  amounts,
  before,
  trainingAge,
  priority,
  frequency,
  assumed,
  open,
}: {
  priority: MusclePriority;
  frequency: Frequency;
  muscle: Muscle;
  amounts: MuscleAmounts;
  before: number;
  trainingAge: TrainingAge;
  assumed: boolean;
  /** Puts what is drawn on a button that opens what it is made of. */
  open: (drawn: ReactNode) => ReactNode;
}) {
  const band = weeklySetBand(trainingAge, priority);
  const full = band.high * 1.2;
  const width = 48;
  const at = (sets: number) => Math.min(1, sets / full) * width;
  const total = before + amounts.hardSets;
  const drawn = (
    <>
      <svg width={width} height={9} aria-hidden className="block">
        <rect x={at(band.low)} width={at(band.high) - at(band.low)} height={9} fill="#5d5346" />
        <rect y={2.5} width={at(before)} height={4} fill="#9db4d6" />
        <rect x={at(before)} y={2.5} width={Math.max(1, at(total) - at(before))} height={4} fill="#f5f1e9" />
      </svg>
      <span className="narrow text-xs">
        {muscle} {before > 0 ? `${decimal(before, 1)}+` : ""}
        <span className={assumed ? "assumed" : ""}>{decimal(amounts.hardSets, 1)}</span>
        <span className="sr-only">
          {" "}
          hard sets, band {`${band.low} to ${band.high}`} a week; {frequencyWords(frequency)}
        </span>
      </span>
    </>
  );
  return <li title={frequencyWords(frequency)}>{open(drawn)}</li>;
}
