import { isLoadSaid, massFigure, type WeightUnit } from "@/core";
import { PlainLine } from "@/parts/plain-line";
import { useDates } from "@/parts/region";
import type { ReviewedLift } from "@/views";

/** The heaviest set of each of a lift's days as a line, this session's marked. */
export function LoadLine({ lift, date, unit }: { lift: ReviewedLift; date: string; unit: WeightUnit }) {
  const { shortDate } = useDates();
  const points = lift.exposures
    .filter((exposure) => isLoadSaid(lift.exercise, exposure))
    .map((exposure) => ({ date: exposure.date, value: Math.max(...exposure.sets.map((set) => set.loadKg)) }));
  const [first] = points;
  const last = points.at(-1);
  if (points.length < 2 || !first || !last) return <span />;
  const words = `Heaviest set: ${massFigure(first.value, unit, 2)} on ${shortDate(first.date)}, ${massFigure(last.value, unit, 2)} on ${shortDate(last.date)}`;
  return (
    <span title={words}>
      <PlainLine points={points} width={136} marked={lift.trainedToday && last.date === date} />
      <span className="sr-only">{words}</span>
    </span>
  );
}
