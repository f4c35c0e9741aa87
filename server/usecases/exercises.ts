/** The studio's exercises: the shipped ones, its own, what is hidden, and for whom they are judged. */
import {
  catalogueIn,
  definitionOf,
  type ExercisesView,
  exact,
  identifier,
  type OwnExercise,
  orNull,
  ownExerciseProblems,
  ownExerciseSchema,
  readEquipment,
  uuid,
  yesNo,
} from "../../contract";
import { addDays, type ClientLimit, expandSession, mondayOf, SHIPPED_CATALOGUE, setsByExercise } from "../../core";
import { inStudio, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { bodyMassKgOn, documentOf, liftsOn, painOf, settingsOf, studioExercises } from "./context";
import { dateIn, defineUseCase, notFound, ok, refused } from "./kit";

export const showExercises = defineUseCase<{ clientId: string | null }>(
  "exercises.show",
  ["coach"],
  exact({ clientId: orNull(uuid()) }),
  (scope, { clientId }, clock) =>
    inStudio(scope, async (tx) => {
      const studio = await db.studioRow(tx);
      const clients = await db.clientRows(tx);
      if (!studio || (clientId !== null && !clients.some((client) => client.id === clientId))) return notFound;
      const today = dateIn(studio.timeZone, clock.nowMs);
      const settings = settingsOf(studio.settings);
      const exercises = await studioExercises(tx);
      const gyms = (await db.gymRows(tx)).filter((gym) => gym.clientId === null || gym.clientId === clientId);
      const view: ExercisesView = {
        exercises,
        settings,
        today,
        gyms: gyms.map(({ id, name, equipment }) => ({ id, name, equipment: readEquipment(equipment) })),
        clients: clients.map(({ id, name }) => ({ id, name })),
        client: clientId === null ? null : await judgedFor(tx, clientId, today, settings, exercises),
      };
      return ok(view);
    }),
);

async function judgedFor(
  tx: Transaction,
  clientId: string,
  today: string,
  settings: ExercisesView["settings"],
  exercises: ExercisesView["exercises"],
): Promise<ExercisesView["client"]> {
  const row = await db.clientRow(tx, clientId);
  if (!row) return null;
  const lifts = await liftsOn(tx, clientId, today, settings);
  const monday = mondayOf(today);
  const lines = await db.sessionLines(tx, [clientId], monday, addDays(monday, 6));
  const weekSets: Record<string, number> = {};
  const context = { catalogue: catalogueIn(exercises), settings };
  for (const session of await db.sessionRowsOf(
    tx,
    lines.filter((line) => line.state === "done" || line.date >= today).map((line) => line.id),
  )) {
    const timeline = expandSession(documentOf(session, exercises), context);
    for (const one of setsByExercise(timeline, context).values())
      weekSets[one.exerciseId] = (weekSets[one.exerciseId] ?? 0) + one.sets;
  }
  return {
    id: row.id,
    name: row.name,
    trainingAge: row.trainingAge,
    gymId: row.gymId,
    limits: row.limitList as ClientLimit[],
    priorities: row.priorities as NonNullable<ExercisesView["client"]>["priorities"],
    dislikes: row.dislikes as string[],
    pain: painOf(lifts),
    bodyMassKg: await bodyMassKgOn(tx, clientId, today),
    lifts,
    weekSets,
  };
}

export const saveExercise = defineUseCase<{ exercise: OwnExercise }>(
  "exercises.save",
  ["coach"],
  exact({ exercise: ownExerciseSchema }),
  (scope: Scope, { exercise }) =>
    inStudio(scope, async (tx) => {
      if (SHIPPED_CATALOGUE.byId.has(exercise.id))
        return refused("name", "A shipped exercise stays whole: hide it and add your own.");
      const exercises = await studioExercises(tx);
      const problems = ownExerciseProblems(exercise, exercises);
      if (problems.length > 0) return { kind: "refused", problems };
      await db.putOwnExercise(tx, { studioId: scope.studioId, id: exercise.id, definition: definitionOf(exercise) });
      return ok({});
    }),
);

/** Hidden exercises are offered nowhere; what was written or logged with them keeps its meaning. */
export const hideExercise = defineUseCase<{ exerciseId: string; hidden: boolean }>(
  "exercises.hide",
  ["coach"],
  exact({ exerciseId: identifier(), hidden: yesNo() }),
  (scope, { exerciseId, hidden }) =>
    inStudio(scope, async (tx) => {
      const studio = await db.studioRow(tx);
      const exercises = await studioExercises(tx);
      if (!studio || !catalogueIn(exercises).byId.has(exerciseId)) return notFound;
      const others = exercises.hidden.filter((id) => id !== exerciseId);
      await db.updateStudioSettings(tx, scope.studioId, {
        ...(studio.settings as object),
        hiddenExercises: hidden ? [...others, exerciseId] : others,
      });
      return ok({});
    }),
);
