/** What a coach adds to a lift's record: a maximum that was tested, and the training max that percentages go by. */
import { catalogueIn, exact, isoDate, oneOf, said, uuid, weightSchema } from "../../contract";
import { curveKg, toKg, type Weight } from "../../core";
import { inStudio, newId } from "../db";
import * as db from "../db/queries";
import { bodyMassKgOn, settingsOf, studioExercises } from "./context";
import { dateIn, defineUseCase, notFound, ok, refused } from "./kit";

interface Mark {
  clientId: string;
  lineage: string;
  exerciseId: string;
  kind: "tested" | "training";
  date: string;
  weight: Weight;
}

export const markLift = defineUseCase<Mark>(
  "lifts.mark",
  ["coach"],
  exact({
    clientId: uuid(),
    lineage: said(200),
    exerciseId: said(80),
    kind: oneOf("tested", "training"),
    date: isoDate(),
    weight: weightSchema,
  }),
  (scope, input, clock) =>
    inStudio(scope, async (tx) => {
      if (!(await db.clientRow(tx, input.clientId))) return notFound;
      const exercise = catalogueIn(await studioExercises(tx)).byId.get(input.exerciseId);
      if (!exercise) return refused("exerciseId", "This exercise is not known here.");
      const studio = await db.studioRow(tx);
      if (input.date > dateIn(studio?.timeZone ?? "UTC", clock.nowMs))
        return refused("date", "A maximum is recorded on the day it was lifted or later, not before.");
      if (Number.isNaN(Date.parse(input.date))) return refused("date", "A date such as 2026-11-24.");
      const mass = await bodyMassKgOn(tx, input.clientId, input.date);
      const kg = curveKg(exercise, toKg(input.weight), mass, settingsOf(studio?.settings));
      if (kg === null) return refused("weight", "This lift moves the body: record a body mass first.");
      if (kg <= 0 || kg > 600) return refused("weight", "A weight above 0 and up to 600 kg.");
      await db.insertMark(tx, {
        studioId: scope.studioId,
        id: newId(),
        clientId: input.clientId,
        lineage: input.lineage,
        exerciseId: input.exerciseId,
        kind: input.kind,
        date: input.date,
        ...input.weight,
      });
      return ok({});
    }),
);

export const unmarkLift = defineUseCase<{ clientId: string; markId: string }>(
  "lifts.unmark",
  ["coach"],
  exact({ clientId: uuid(), markId: uuid() }),
  (scope, input) =>
    inStudio(scope, async (tx) => {
      if (!(await db.clientRow(tx, input.clientId))) return notFound;
      return (await db.deleteMark(tx, input.clientId, input.markId)) ? ok({}) : notFound;
    }),
);
