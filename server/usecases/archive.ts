/** A whole studio, or one client, as a file: it goes out as a stream and comes in table by table, into an empty studio as it was. */
import {
  ARCHIVE_FORMAT,
  ARCHIVE_TABLES,
  ARCHIVE_VERSION,
  type ArchiveTable,
  check,
  documentSchema,
  equipmentSchema,
  HABITS_SCHEMA,
  jsonSchemaOf,
  LIMITS_SCHEMA,
  ownExerciseSchema,
  readEquipment,
  readEvent,
  readPlan,
  regionOf,
  type Schema,
  upcastDocument,
} from "../../contract";
import { finishProjections } from "../context/projecting";
import { FailedQuery, inStudio, type Scope } from "../db";
import {
  archivePage,
  archiveRowSchema,
  clearGyms,
  hasClients,
  markUnprojected,
  putArchiveRows,
  putStudio,
  STUDIO_FIELDS,
} from "../db/archive";
import * as db from "../db/queries";
import { dutyRefusal } from "./duties";
import { answerIn, conflict, defineUseCase, ok, refused } from "./kit";

const ROWS_AT_ONCE = 100;

/**
 * The archive's text in parts; of one client where one is named. The same rows give the same text, byte by byte. Null: there is no
 * such client, or whoever asks may not have it.
 */
export async function streamArchive(scope: Scope, clientId: string | null): Promise<AsyncGenerator<string> | null> {
  if (scope.role !== "coach" || dutyRefusal(scope.duty ?? "owner", "clients.describe") !== null) return null;
  if (clientId !== null && !(await inStudio(scope, (tx) => db.clientRow(tx, clientId)))) return null;
  return archiveParts(scope, clientId);
}

async function* archiveParts(scope: Scope, clientId: string | null): AsyncGenerator<string> {
  const studio = (await inStudio(scope, (tx) => db.studioRow(tx))) as Record<string, unknown> | null;
  const fields = Object.fromEntries(STUDIO_FIELDS.map((key) => [key, studio?.[key] ?? null]));
  const head = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    of: clientId === null ? "studio" : "client",
    studio: fields,
  };
  yield JSON.stringify(head).slice(0, -1);
  for (const name of ARCHIVE_TABLES) {
    yield `,\n"${name}":[`;
    let after: readonly unknown[] | null = null;
    let isFirst = true;
    do {
      const page: Awaited<ReturnType<typeof archivePage>> = await inStudio(scope, (tx) =>
        archivePage(tx, name, { clientId, after, most: ROWS_AT_ONCE }),
      );
      if (page.rows.length > 0) {
        yield `${isFirst ? "" : ","}\n${page.rows.map((row) => JSON.stringify(row)).join(",\n")}`;
        isFirst = false;
      }
      after = page.next;
    } while (after !== null);
    yield "]";
  }
  yield "}\n";
}

export const lookAtStudio = defineUseCase("archive.look", ["coach"], (scope) =>
  inStudio(scope, async (tx) =>
    ok({
      isEmpty: !(await hasClients(tx)),
      gyms: (await db.gymRows(tx)).map(({ id, name }) => ({ id, name })),
      ownExercises: (await db.ownExerciseRows(tx)).map(({ id, definition }) => ({ id, name: definition.name })),
    }),
  ),
);

/** What holds for the studio as a whole; only an empty one takes it, and gives up its gyms for those that come. */
export const takeStudio = defineUseCase("archive.studio", ["coach"], (scope, { studio }) =>
  answerIn(scope, async (tx) => {
    if (await hasClients(tx)) return conflict("This studio has clients: what holds for the studio stays as it is.");
    const given = (studio ?? {}) as Record<string, unknown>;
    if (typeof given.name !== "string" || typeof given.timeZone !== "string")
      return refused("studio", "This file does not say what the studio is called, or where it is.");
    const fields = Object.fromEntries(STUDIO_FIELDS.flatMap((key) => (given[key] == null ? [] : [[key, given[key]]])));
    // A place or a way of writing that is none is that of the program.
    const { timeZone } = regionOf(given.timeZone, (given.region ?? {}) as never);
    await clearGyms(tx);
    await putStudio(tx, scope.studioId, { ...fields, name: given.name.slice(0, 120), timeZone });
    return ok({});
  }),
);

/** Of what a row holds beside its plain values: whether this build reads it. */
const HELD: Partial<Record<ArchiveTable, (row: Record<string, unknown>) => string | null>> = {
  gyms: ({ equipment }) =>
    faultOf(
      equipmentSchema,
      attempt(() => readEquipment(equipment)),
    ),
  clients: ({ limitList, gymId, rounding, unit, days, goals, likes, dislikes, groups, coachId }) =>
    faultOf(LIMITS_SCHEMA, limitList) ??
    faultOf(HABITS_SCHEMA, { gymId, rounding, unit, days, goals, likes, dislikes, groups, coachId }),
  ownExercises: ({ definition }) => faultOf(ownExerciseSchema, definition),
  plans: ({ document }) => {
    const read = attempt(() => readPlan(document));
    return read?.ok ? null : (read?.problems[0]?.message ?? "is no plan");
  },
  sessions: ({ document }) =>
    faultOf(
      documentSchema,
      attempt(() => upcastDocument(document)),
    ),
  floorEvents: ({ id, sessionId, atMs, shownHash, version, clocks, body }) => {
    const sent = { id, sessionId, atMs, shownHash, body };
    const whole = version === 1 ? sent : { ...sent, version, ...(version === 2 ? { steady: clocks } : { clocks }) };
    const read = readEvent(whole);
    return read.ok ? null : read.because;
  },
};

const attempt = <T>(work: () => T): T | null => {
  try {
    return work();
  } catch {
    return null;
  }
};

const faultOf = (schema: Schema<unknown>, value: unknown): string | null => {
  const read = check(schema, value);
  return read.ok ? null : `${read.problems[0]?.field ?? ""} ${read.problems[0]?.message ?? "cannot be read"}`.trim();
};

/** Rows of one table; those that are there stay as they are, so that what is sent twice is there once. */
export const addRows = defineUseCase("archive.add", ["coach"], async (scope, { table, rows }) => {
  const name = ARCHIVE_TABLES.find((one) => one === table);
  if (!name) return refused("table", "This file has rows that this program does not know.");
  const schema = archiveRowSchema(name);
  for (const [at, row] of rows.entries()) {
    const fault = faultOf(schema, row) ?? HELD[name]?.(row as Record<string, unknown>) ?? null;
    if (fault !== null) return refused(`rows[${at}]`, `${name}, row ${at + 1}: ${fault}`);
  }
  const { studioId } = scope;
  const given = rows as readonly Record<string, unknown>[];
  try {
    return await answerIn(scope, async (tx) => {
      await putArchiveRows(tx, studioId, name, given);
      if (name === "floorEvents")
        await markUnprojected(tx, studioId, given as unknown as readonly { sessionId: string; clientId: string }[]);
      return ok({});
    });
  } catch (error) {
    // A rule of the tables: it names what is neither in the file nor here.
    if (error instanceof FailedQuery && error.code.startsWith("23"))
      return refused("rows", `${name}: a row belongs to something that is not in this file.`);
    throw error;
  }
});

export const finishArchive = defineUseCase(
  "archive.finish",
  ["coach"],
  async (scope) => {
    await finishProjections(scope);
    return ok({});
  },
  "inWorker",
);

/** What the file of a studio or a client holds, as JSON Schema (2020-12). What rows hold as documents is said in docs/formats.md. */
export const archiveJsonSchema = (): Readonly<Record<string, unknown>> => ({
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Yarvex studio",
  type: "object",
  properties: {
    format: { const: ARCHIVE_FORMAT },
    version: { const: ARCHIVE_VERSION },
    of: { enum: ["studio", "client"] },
    studio: {
      type: "object",
      properties: Object.fromEntries(
        STUDIO_FIELDS.map((key) => [
          key,
          { type: key === "name" || key === "timeZone" ? "string" : ["object", "null"] },
        ]),
      ),
      required: ["name", "timeZone"],
    },
    ...Object.fromEntries(
      ARCHIVE_TABLES.map((name) => [name, { type: "array", items: jsonSchemaOf(archiveRowSchema(name)) }]),
    ),
  },
  required: ["format", "version", "of", "studio", ...ARCHIVE_TABLES],
  additionalProperties: false,
});
