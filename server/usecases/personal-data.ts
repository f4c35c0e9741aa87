/** What is kept of a client, for them to take along. */
import { catalogueIn } from "../../contract";
import { dateIn, printSession } from "../../core";
import { planOf, readStored } from "../context/documents";
import { studioOf } from "../context/studio";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok } from "./kit";

/** All that is kept of the client who asks: no other person's words but the messages they were sent. */
export const exportMe = defineUseCase("me.export", ["client"], async (scope, _input, { nowMs }) => {
  if (scope.role !== "client") return notFound;
  const { clientId } = scope;
  return answerIn(scope, async (tx) => {
    const row = await db.clientRow(tx, clientId);
    if (!row) return notFound;
    const studio = await studioOf(tx);
    const today = dateIn(studio.region.timeZone, nowMs);
    const { name, birthYear, trainingAge, unit, minutes, aims, limits, limitList, readiness, clearance } = row;
    const { priorities, likes, dislikes, days, goals } = row;
    const logs = await db.logsOfClient(tx, clientId);
    return ok({
      exportedOn: today,
      person: {
        ...{ name, birthYear, trainingAge, unit, minutes, aims, limits, limitList },
        ...{ healthAnswers: readiness, clearance, priorities, likes, dislikes, days, goals },
      },
      bodyMass: (await db.bodyMassRows(tx, clientId)).map(({ date, amount, unit: of }) => ({ date, amount, unit: of })),
      strengths: (await db.markRows(tx, clientId, today)).map(({ exerciseId, kind, reps, date, amount, unit: of }) => ({
        ...{ exercise: studio.catalogue.byId.get(exerciseId)?.name ?? exerciseId, kind, reps, date, amount, unit: of },
      })),
      plans: (await db.plansOfClient(tx, clientId)).map((plan) => ({ ...planOf(plan) })),
      sessions: (await db.sessionsOfClient(tx, clientId)).map(({ id, date, state, document: stored }) => {
        const document = readStored(stored, studio);
        const text = printSession(document, catalogueIn(studio.exercises));
        return { date, title: document.title, state, text, log: logs.get(id) ?? [] };
      }),
      messages: (await db.messagesOfClient(tx, clientId)).map(({ sentAt, name: from, text }) => ({
        ...{ at: sentAt.toISOString(), from, text },
      })),
    });
  });
});
