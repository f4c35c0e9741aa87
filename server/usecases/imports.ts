/** Logs from elsewhere: brought in day by day, listed, and undone as a whole. */
import { catalogueIn } from "../../contract";
import { dateIn, isPlaceholder, lastOf } from "../../core";
import { keepDays, sumImported } from "../context/importing";
import { studioOf } from "../context/studio";
import { readInStudio } from "../db";
import * as imports from "../db/imports";
import * as db from "../db/queries";
import { answerIn, conflict, defineUseCase, notFound, ok, readIn, refused } from "./kit";

/** Sent twice, it is begun once. */
export const beginImport = defineUseCase("imports.begin", ["coach"], (scope, { id, name, newClients }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const { studioId, memberId } = scope;
    const known = await imports.importRow(tx, id);
    if (known) return known.state === "open" ? ok({}) : conflict("This log has been brought in already.");
    const [gym] = await db.gymRows(tx);
    const { unit } = (await studioOf(tx)).region;
    const coachId = (await db.coachRows(tx)).length > 1 ? memberId : null;
    const there = new Set((await db.allClientNames(tx)).map((client) => client.id));
    for (const client of newClients) {
      if (there.has(client.id)) return refused("newClients", "A client with this mark is there already.");
      await db.insertClient(tx, {
        ...{ studioId, id: client.id, name: client.name.trim(), coachId, gymId: gym?.id ?? null, unit },
        ...{ birthYear: null, trainingAge: "intermediate", minutes: 60, aims: "", limits: "", notes: "" },
        rounding: "nearest",
      });
    }
    await imports.insertImport(tx, {
      ...{ studioId, id, name: name.trim(), memberId, by: scope.name, createdAt: new Date(nowMs) },
      newClients: newClients.map((client) => client.id),
    });
    return ok({});
  }),
);

/** Adds days of the log to an import, each stored once however often it is sent, and the rows that could not be read. */
export const addToImport = defineUseCase(
  "imports.add",
  ["coach"],
  (scope, { importId, days, unread }, { nowMs }) =>
    answerIn(scope, async (tx) => {
      const row = await imports.importRow(tx, importId, true);
      if (!row) return notFound;
      if (row.state !== "open") return conflict("This log is finished: nothing more comes into it.");
      const studio = await studioOf(tx);
      const clients = new Set((await db.allClientNames(tx)).map(({ id }) => id));
      if (days.some(({ clientId }) => !clients.has(clientId))) return notFound;
      const today = dateIn(studio.region.timeZone, nowMs);
      const catalogue = catalogueIn(studio.exercises);
      const isKnown = (exerciseId: string) => isPlaceholder(exerciseId) || catalogue.byId.has(exerciseId);
      for (const [at, { date, lifts }] of days.entries()) {
        if (date > today) return refused(`days[${at}].date`, "A day that is still to come cannot have been trained.");
        if (lifts.some(({ exerciseId }) => !isKnown(exerciseId)))
          return refused(`days[${at}].lifts`, "An exercise is not there any more.");
      }
      const added = await keepDays(tx, scope, { importId, days, studio, nowMs });
      const { studioId } = scope;
      await imports.putUnreadRows(
        tx,
        unread.map((one) => ({ studioId, importId, ...one })),
      );
      return ok({ added, known: days.length - added });
    }),
  "inWorker",
);

export const finishImport = defineUseCase(
  "imports.finish",
  ["coach"],
  (scope, { importId }) =>
    answerIn(scope, async (tx) => {
      const row = await imports.importRow(tx, importId, true);
      if (!row) return notFound;
      if (row.state === "undone") return conflict("This log was undone meanwhile.");
      // A file that was brought in again after a fault ends what was begun of it before.
      const begun = await imports.openImportsOf(tx, row.name);
      const studio = await studioOf(tx);
      for (const id of new Set([importId, ...begun])) {
        await sumImported(tx, scope.studioId, await imports.touchedByImport(tx, id), studio);
        await imports.setImportState(tx, id, "done");
      }
      return ok({});
    }),
  "inWorker",
);

/** All that came with it goes: its days, and clients who came with it and have nothing else here. */
export const undoImport = defineUseCase(
  "imports.undo",
  ["coach"],
  (scope, { importId }) =>
    answerIn(scope, async (tx) => {
      const row = await imports.importRow(tx, importId, true);
      if (!row) return notFound;
      const touched = await imports.touchedByImport(tx, importId);
      const days = await imports.deleteImported(tx, importId);
      await imports.deleteUnreadRows(tx, importId);
      await sumImported(tx, scope.studioId, touched, await studioOf(tx));
      const gone = await imports.clientsWithNothing(tx, row.newClients);
      for (const clientId of gone) await db.deleteClient(tx, clientId);
      await imports.setImportState(tx, importId, "undone");
      return ok({ days, clients: gone.length });
    }),
  "inWorker",
);

const MOST_LISTED = 50;

export const listImports = defineUseCase("imports.list", ["coach"], (scope) =>
  readInStudio(scope, async (tx) => {
    const { rows, sums, unread } = await imports.newestImports(tx, MOST_LISTED);
    return ok({
      imports: rows.map(({ id, name, by, state, createdAt }) => ({
        ...{ id, name, by, state, atMs: createdAt.getTime() },
        days: sums.get(id)?.days ?? 0,
        sets: sums.get(id)?.sets ?? 0,
        clients: sums.get(id)?.clients ?? [],
        unread: unread.get(id) ?? 0,
      })),
    });
  }),
);

const MOST_UNREAD = 500;

/** A page of the rows that could not be read. */
export const listUnread = defineUseCase("imports.unread", ["coach"], (scope, { importId, after }) =>
  readIn(scope, async (tx) => {
    if (!(await imports.importRow(tx, importId))) return notFound;
    const rows = await imports.unreadRowsAfter(tx, importId, after, MOST_UNREAD + 1);
    const page = rows.slice(0, MOST_UNREAD);
    return ok({ rows: page, next: rows.length > MOST_UNREAD ? lastOf(page).row : null });
  }),
);
