/** What the client's limits, pain and health answers ask for. */
import { limitsExercise, limitWords } from "../exercise";
import { at, isHeavy, isNear, type SomeCautionRules } from "./caution";

export const CLIENT_RULES = {
  "limit-avoid": {
    severity: "block",
    about: "What a client's limit keeps away.",
    check: ({ parts }, { trainee }, report) => {
      for (const one of parts)
        for (const limit of trainee.limits)
          if (limit.how === "avoid" && limitsExercise(limit, one.exercise))
            report(
              { slotId: one.slot.id, round: null, subject: `${one.exercise.id} ${limit.id}` },
              `${one.exercise.name} touches a limit: ${limitWords(limit)}.`,
            );
    },
  },
  "limit-part": {
    severity: "warn",
    about: "A part of the range that a client's limit leaves out.",
    check: ({ parts }, { trainee }, report) => {
      for (const one of parts)
        for (const limit of trainee.limits)
          if (limit.how === "part" && limitsExercise(limit, one.exercise) && one.segment.rom === "full")
            report(
              { slotId: one.slot.id, round: null, subject: `${one.exercise.id} ${limit.id}` },
              `Only in part: ${limitWords(limit)}.`,
            );
    },
  },
  "hurt-before": {
    severity: "warn",
    about: "Exercises that hurt this client before.",
    check: ({ parts }, { trainee }, report) => {
      for (const one of parts) {
        const pain = trainee.pain.get(one.exercise.id);
        if (pain && pain.sets >= 2 && pain.mean >= 3)
          report(
            { slotId: one.slot.id, round: null },
            `${one.exercise.name} hurt on its last sets: nothing past the pain-free range.`,
          );
      }
    },
  },
  "held-breath": {
    severity: "warn",
    about: "The blood-pressure caution of braced lifts.",
    check: ({ parts }, context, report) => {
      if (!context.answeredYes.some((one) => one === "disease" || one === "medicine")) return;
      for (const one of parts)
        if (one.exercise.breathing.startsWith("Braced") && (isHeavy(one, context) || isNear(one.segment)))
          report(
            at(one),
            "Braced and heavy: breathe out with the effort, no long held breath. Ask what the licensed professional said.",
          );
    },
  },
  "pregnancy-supine": {
    severity: "note",
    about: "Long work lying on the back, where the statement speaks of pregnancy.",
    check: ({ parts }, { answeredYes }, report) => {
      if (!answeredYes.includes("pregnancy")) return;
      for (const one of parts)
        if (
          one.exercise.stations.some((station) => station === "press bench" || station === "bench") &&
          one.exercise.pattern === "horizontal push"
        )
          report(
            { slotId: one.slot.id, round: null },
            "Lying on the back: an incline instead, as the licensed professional advises.",
          );
    },
  },
} satisfies SomeCautionRules;
