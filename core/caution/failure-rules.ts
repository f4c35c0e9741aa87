/** What is taken near failure, by whom, and how a lift is left when it fails. */

import { isPlaceholder } from "../exercise";
import type { Segment } from "../session";
import { at, isFailure, isNear, type SomeCautionRules } from "./caution";
import { NOVICE_WEEKS } from "./session-rules";

/** After so many weeks without training the first week back is light (docs/handbook.md#rules). */
const LONG_AWAY_WEEKS = 3;
/** An eccentric from here on is long. */
const LONG_ECCENTRIC_SECONDS = 4;

const eccentricSeconds = ({ tempo }: Segment): number =>
  tempo?.lower?.kind === "seconds" ? tempo.lower.seconds.low : 0;

export const FAILURE_RULES = {
  "press-needs-spotter": {
    severity: "warn",
    about: "Barbell presses near failure need a spotter, safety pins or arms, and a way out.",
    check: ({ parts }, { trainee }, report) => {
      for (const one of parts) {
        if (one.exercise.spotting !== "spotter" || !isNear(one.segment)) continue;
        const alone = trainee.alone && isFailure(one.segment);
        report(
          at(one),
          `${one.exercise.name} near failure: a spotter, or pins below the lowest point, and a way out.`,
          alone ? "block" : undefined,
        );
      }
    },
  },
  "squat-needs-pins": {
    severity: "note",
    about: "Squats near failure stand between pins.",
    check: ({ parts }, _context, report) => {
      for (const one of parts)
        if (one.exercise.spotting === "pins" && isNear(one.segment))
          report(
            at(one),
            `${one.exercise.name} near failure: pins just below the lowest point, collars by the gym's rule.`,
          );
    },
  },
  "fixed-bar-failure": {
    severity: "block",
    about: "A fixed-path bar that cannot be put back from the bottom is not taken to failure alone.",
    check: ({ parts }, _context, report) => {
      for (const one of parts)
        if (one.exercise.stations.includes("guided bar") && isFailure(one.segment))
          report(at(one), "A guided bar cannot be put back from the bottom: it is not taken to failure.");
    },
  },
  "skilled-failure": {
    severity: "block",
    about: "No failure on skilled or back-loaded lifts.",
    check: ({ parts }, _context, report) => {
      for (const one of parts) {
        const { exercise } = one;
        const skilled = exercise.learning >= 4 && exercise.joints === "multi";
        const back = (exercise.stress.lowerBack ?? 0) >= 3;
        // Nothing is known of a lift that nobody has described.
        if (isPlaceholder(exercise.id)) continue;
        if (isFailure(one.segment) && (skilled || back || (!exercise.failureSafeAlone && exercise.spotting === "none")))
          if (!exercise.stations.includes("guided bar"))
            report(at(one), `${exercise.name} is not taken to failure: form goes before strength does.`);
      }
    },
  },
  "alone-failure": {
    severity: "block",
    about: "Alone, only moves that are safe to fail.",
    check: ({ parts }, { trainee }, report) => {
      if (!trainee.alone) return;
      for (const one of parts)
        if (isFailure(one.segment) && one.exercise.spotting === "pins")
          report(at(one), `${one.exercise.name} to failure with nobody there: stop a rep early.`);
    },
  },
  "novice-failure": {
    severity: "warn",
    about: "Beginners keep reps in reserve, and drop no loads under a bar in their first weeks.",
    check: ({ parts }, { trainee, weeksTrained }, report) => {
      if (trainee.trainingAge !== "novice") return;
      for (const one of parts) {
        if (isFailure(one.segment) && one.exercise.joints === "multi")
          report(at(one), "A beginner learns the lift better with two or three reps in reserve.");
        if (weeksTrained < NOVICE_WEEKS && one.index > 0 && one.exercise.spotting !== "none")
          report(at(one), `Drops under a bar wait for a beginner's ninth week; this is week ${weeksTrained + 1}.`);
      }
    },
  },
  "first-week-back": {
    severity: "warn",
    about: "After three weeks away or more the first week has no failure and no slow eccentrics.",
    check: ({ parts }, { weeksAway }, report) => {
      if (weeksAway < LONG_AWAY_WEEKS) return;
      const away = `First week back after ${weeksAway >= 8 ? "eight weeks or more" : `${weeksAway} weeks`}`;
      for (const one of parts)
        if (isFailure(one.segment)) report(at(one), `${away}: nothing to failure yet, two or three reps in reserve.`);
        else if (eccentricSeconds(one.segment) >= LONG_ECCENTRIC_SECONDS)
          report(at(one), `${away}: no slow eccentrics yet, they make the sorest.`);
    },
  },
  "first-set-failure": {
    severity: "note",
    about: "Failure belongs to last sets.",
    check: ({ parts }, _context, report) => {
      // With the body alone as many as possible is meant each time.
      for (const one of parts)
        if (
          one.round === 0 &&
          one.slot.sets.length > 2 &&
          isFailure(one.segment) &&
          one.exercise.joints === "multi" &&
          one.exercise.implement !== "bodyweight"
        )
          report(at(one), "Failure in the first set costs reps in all that follow.");
    },
  },
  "hold-after-failure": {
    severity: "warn",
    about: "Loaded end-range holds after failure only with care.",
    check: ({ parts }, _context, report) => {
      for (const one of parts) {
        const before = one.set.segments[one.index - 1];
        const { amount } = one.segment;
        if (before && isFailure(before) && amount.kind === "hold" && amount.position === "long")
          report(at(one), "A held stretch after failure: lighter, and out of it at the first sharp feeling.");
      }
    },
  },
} satisfies SomeCautionRules;
