/** A lift's record: reading it, what a coach adds to it, and what a lift known by its name turned out to be. */
import { curveKg, dateIn, isPlaceholder, lineageOf, massWords, toKg } from "../../core";
import { keepProjection } from "../context/projecting";
import { bodyMassKgOn, liftsOf, summariseLifts } from "../context/record";
import { studioOf } from "../context/studio";
import { newId } from "../db";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok, readIn, refused } from "./kit";

/** The record of the lifts that are named, at most 26 exposures each. */
export const readLifts = defineUseCase("lifts.read", ["coach"], (scope, input) =>
  readIn(scope, async (tx) => {
    if (!(await db.clientRow(tx, input.clientId))) return notFound;
    return ok({ lifts: await liftsOf(tx, input, await studioOf(tx)) });
  }),
);

export const markLift = defineUseCase("lifts.mark", ["coach", "client"], (scope, input, clock) =>
  answerIn(scope, async (tx) => {
    if (!(await db.clientRow(tx, input.clientId))) return notFound;
    if (scope.role === "client" && input.kind === "training")
      return refused("kind", "A training max is set by your coach.");
    const studio = await studioOf(tx);
    const exercise = studio.catalogue.byId.get(input.exerciseId);
    if (!exercise) return refused("exerciseId", "This exercise is not known here.");
    if (input.date > dateIn(studio.region.timeZone, clock.nowMs))
      return refused("date", "A strength is recorded on the day it was lifted or later, not before.");
    const mass = await bodyMassKgOn(tx, input.clientId, input.date);
    const kg = curveKg(exercise, toKg(input.weight), mass, studio.settings);
    if (kg === null) return refused("weight", "This lift moves the body: record a body mass first.");
    if (kg <= 0 || kg > 600)
      return refused("weight", `A weight above 0 and up to ${massWords(600, input.weight.unit, 0)}.`);
    // A maximum is one repetition by its name.
    const reps = input.kind === "stated" ? input.reps : 1;
    await db.insertMark(tx, {
      studioId: scope.studioId,
      id: newId(),
      clientId: input.clientId,
      lineage: input.lineage,
      exerciseId: input.exerciseId,
      kind: input.kind,
      reps,
      date: input.date,
      ...input.weight,
    });
    await summariseLifts(tx, scope.studioId, input.clientId, [input.lineage], studio);
    return ok({});
  }),
);

export const unmarkLift = defineUseCase("lifts.unmark", ["coach", "client"], (scope, { clientId, markId }) =>
  answerIn(scope, async (tx) => {
    if (!(await db.clientRow(tx, clientId))) return notFound;
    // What was tested, and a training max, is a coach's to take away.
    const gone = await db.deleteMark(tx, clientId, markId, scope.role === "client" ? ["stated"] : null);
    if (!gone) return notFound;
    await summariseLifts(tx, scope.studioId, clientId, [gone.lineage], await studioOf(tx));
    return ok({});
  }),
);

/** Says what a lift known by its name alone is; what was logged under the name goes to that lift's record. */
export const nameLift = defineUseCase("lifts.name", ["coach"], (scope, { exerciseId, is }) =>
  answerIn(scope, async (tx) => {
    const before = await studioOf(tx);
    if (!isPlaceholder(exerciseId)) return refused("exerciseId", "This lift is known already.");
    if (!before.catalogue.byId.has(is) || isPlaceholder(is)) return refused("is", "This exercise is not known here.");
    const old = before.exercises.named[exerciseId];
    const lineages = [lineageOf(exerciseId, []), ...(old ? [lineageOf(old, [])] : [])];
    const sessions = new Set((await Promise.all(lineages.map((one) => db.sessionsOfLineage(tx, one)))).flat());
    await db.putNamedLift(tx, scope.studioId, exerciseId, is);
    const studio = await studioOf(tx);
    for (const id of sessions) {
      const row = await db.sessionRow(tx, id, "toChange");
      if (row) await keepProjection(tx, row, studio);
    }
    return ok({ sessions: sessions.size });
  }),
);
