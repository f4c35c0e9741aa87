/** How bars and dumbbells are held, loaded and kept from tipping. */
import { sameValue } from "../same";
import { at, type CheckedPart, isFailure, isHeavy, isNear, type SomeCautionRules } from "./caution";

export const HANDLING_RULES = {
  "over-face": {
    severity: "note",
    about: "Adjustable dumbbells are checked before overhead or over-face work.",
    check: ({ parts }, _context, report) => {
      for (const one of parts)
        if (
          one.exercise.cautions.some((caution) => caution.startsWith("Over the face")) &&
          (isFailure(one.segment) || (one.exercise.joints === "single" && isNear(one.segment)))
        )
          report(at(one), "Over head or face: check collars and grip before each set.");
    },
  },
  "toward-face": {
    severity: "warn",
    about: "Bars lowered toward neck or face only with pins and a spotter.",
    check: ({ parts }, _context, report) => {
      for (const one of parts)
        if (
          one.exercise.implement === "barbell" &&
          one.exercise.cautions.some((caution) => caution.startsWith("Toward the face"))
        )
          report(at(one), "A bar toward the face: pins or a spotter, thumbs around the bar.");
    },
  },
  "one-sided-bench": {
    severity: "note",
    about: "One-sided bench presses tip.",
    check: ({ parts }, _context, report) => {
      for (const one of parts)
        if (
          one.exercise.laterality === "eachSide" &&
          one.exercise.pattern === "horizontal push" &&
          one.exercise.stations.includes("bench")
        )
          report(at(one), "One-sided on a bench tips: feet wide, free hand on the frame.");
    },
  },
  "bar-unloading": {
    severity: "note",
    about: "A bar is unloaded side about.",
    check: ({ parts }, _context, report) => {
      for (const one of parts)
        if (one.exercise.implement === "barbell" && one.index > 0 && isReloaded(one))
          report(at(one), "Strip the bar side about, a plate at a time: one-sided it tips.");
    },
  },
  "grip-straps": {
    severity: "note",
    about: "Straps for heavy pulls when grip is the limit.",
    check: ({ parts }, context, report) => {
      for (const one of parts)
        if (one.exercise.grip >= 3 && one.exercise.pattern !== "wrist" && isHeavy(one, context))
          report(at(one), "Heavy for the hands: straps, where grip is not what is trained.");
    },
  },
  "deep-shoulder": {
    severity: "warn",
    about: "Deep, inward-turned or bench-supported dips, heavy straight-arm flies only with care.",
    check: ({ parts }, context, report) => {
      for (const one of parts) {
        const strained = (one.exercise.stress.shoulder ?? 0) >= 3;
        // A light fly near failure strains nothing that a dip does.
        const near = one.exercise.joints === "multi" && isNear(one.segment);
        if (strained && (isHeavy(one, context) || near))
          report(
            at(one),
            `${one.exercise.name}, heavy or near failure: stop at any pain in the front of the shoulder.`,
          );
      }
    },
  },
} satisfies SomeCautionRules;

/** Whether a part has another load than the part before it; mini-sets of a cluster keep theirs. */
const isReloaded = ({ set, segment, index }: CheckedPart): boolean =>
  segment.load.kind !== "unsaid" && !sameValue(segment.load, set.segments[index - 1]?.load);
