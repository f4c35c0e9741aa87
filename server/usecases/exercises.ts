/** The studio's exercises: the shipped ones, its own, what is hidden, and for whom they are judged. */
import { definitionOf, ownExerciseProblems, readEquipment } from "../../contract";
import { addCoverage, addDays, type Coverage, dateIn, mondayOf, SHIPPED_CATALOGUE, sameValue } from "../../core";
import type { ExercisesView } from "../../views";
import { bodyMassKgOn, feltByExercise, knownLifts } from "../context/record";
import { type StudioContext, studioOf } from "../context/studio";
import { countSessions } from "../context/week";
import type { Transaction } from "../db";
import * as db from "../db/queries";
import { answerIn, changedElsewhere, defineUseCase, notFound, ok, readIn, refused } from "./kit";

export const showExercises = defineUseCase("exercises.show", ["coach"], (scope, { clientId }, clock) =>
  readIn(scope, async (tx) => {
    const studio = await studioOf(tx);
    const client = clientId === null ? null : await db.clientRow(tx, clientId);
    if (clientId !== null && !client) return notFound;
    const today = dateIn(studio.region.timeZone, clock.nowMs);
    const gyms = (await db.gymRows(tx)).filter((gym) => gym.clientId === null || gym.clientId === clientId);
    return ok({
      exercises: studio.exercises,
      settings: studio.settings,
      today,
      gyms: gyms.map(({ id, name, equipment, clientId: home }) => ({
        id,
        name,
        equipment: readEquipment(equipment),
        isHome: home !== null,
      })),
      clients: await db.clientNames(tx),
      client: client && (await judgedFor(tx, client, today, studio)),
    });
  }),
);

async function judgedFor(
  tx: Transaction,
  row: db.ClientRow,
  today: string,
  studio: StudioContext,
): Promise<ExercisesView["client"]> {
  const monday = mondayOf(today);
  let coverage: Coverage = {};
  const span = { from: monday, before: addDays(monday, 7), today };
  for (const { sums } of await countSessions(tx, row.id, span, studio)) coverage = addCoverage(coverage, sums.coverage);
  const known = await knownLifts(tx, row.studioId, row.id, studio);
  return {
    id: row.id,
    name: row.name,
    trainingAge: row.trainingAge,
    gymId: row.gymId,
    limits: row.limitList,
    priorities: row.priorities,
    likes: row.likes,
    dislikes: row.dislikes,
    pain: feltByExercise(known),
    bodyMassKg: await bodyMassKgOn(tx, row.id, today),
    known: known.map(({ felt: _, ...lift }) => lift),
    coverage,
  };
}

export const saveExercise = defineUseCase("exercises.save", ["coach"], (scope, { seen, wanted }) =>
  answerIn(scope, async (tx) => {
    const exercise = wanted;
    // An exercise is one thing whose parts hang together: whoever changes it has seen it as it stands.
    const known = await db.ownExerciseRow(tx, exercise.id);
    const asSeen = seen && definitionOf(seen);
    if (known && !sameValue(known.definition, asSeen) && !sameValue(known.definition, definitionOf(exercise)))
      return changedElsewhere("this exercise");
    if (SHIPPED_CATALOGUE.byId.has(exercise.id))
      return refused("name", "A shipped exercise stays whole: hide it and add your own.");
    const { exercises } = await studioOf(tx);
    const problems = ownExerciseProblems(exercise, exercises);
    if (problems.length > 0) return { kind: "refused", problems };
    await db.putOwnExercise(tx, { studioId: scope.studioId, id: exercise.id, definition: definitionOf(exercise) });
    return ok({});
  }),
);

/** Hidden exercises are offered nowhere; what was written or logged with them keeps its meaning. */
export const hideExercise = defineUseCase("exercises.hide", ["coach"], (scope, { exerciseId, hidden }) =>
  answerIn(scope, async (tx) => {
    if (!(await studioOf(tx)).catalogue.byId.has(exerciseId)) return notFound;
    await db.putHidden(tx, scope.studioId, exerciseId, hidden);
    return ok({});
  }),
);
