import { isLoadSaid, nextSentence, ruleName, type WeightUnit } from "@/core";
import { nextWords, type ReviewedLift } from "@/views";
import { LoadLine } from "./load-line";

/** What each lift's rule asks next, with its reason and the heaviest sets that led there: a row a lift. */
export function NextTime({ lifts, date, unit }: { lifts: readonly ReviewedLift[]; date: string; unit: WeightUnit }) {
  return (
    <section className="mt-7 max-w-5xl" aria-labelledby="next-time">
      <h2 id="next-time" className="mb-1 text-lg font-bold">
        Next time
      </h2>
      <ul>
        {lifts.map((lift) => (
          <li
            key={lift.slot.id}
            className="grid items-center gap-x-4 gap-y-0.5 border-t border-line py-1.5 md:grid-cols-[13rem_11rem_minmax(0,1fr)_8.5rem]"
          >
            <h3 className="font-bold">
              <span className="inline-block w-8">{lift.label}</span>
              {lift.exercise.name}
            </h3>
            <NextOf lift={lift} unit={unit} />
            <LoadLine lift={lift} date={date} unit={unit} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Its next sets, and why. */
function NextOf({ lift, unit }: { lift: ReviewedLift; unit: WeightUnit }) {
  const { next } = lift;
  // Work that is held has no reps to tell: the sentence says its seconds.
  const isTold = next?.sets.some(({ reps }) => reps > 0) ?? false;
  return (
    <>
      <p className="font-bold text-indigo">{next && isTold ? nextWords(lift, next.sets, unit) : ""}</p>
      <p>
        {next ? nextSentence(next, unit) : <span className="text-quiet">{noRuleWords(lift)}</span>}
        {next ? <span className="text-quiet"> {ruleName(next.rule)}.</span> : null}
      </p>
    </>
  );
}

/** Why no rule says anything of a lift. */
const noRuleWords = ({ exposures, exercise }: ReviewedLift): string =>
  exposures.length === 0
    ? "Not trained yet, so there is nothing to go by."
    : exposures.some((exposure) => isLoadSaid(exercise, exposure))
      ? "Held for time: no load rule."
      : "No load was said yet: choose a set above and put it right, or find one in the next ramp.";
