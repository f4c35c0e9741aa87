/**
 * The one place that writes a session's document: it is locked, edits that were made on an older revision are merged with what
 * was saved since, what comes of it is checked, and is kept with the edits and their inverses under the next revision. Desk,
 * plan and partners all come through here, so that what one of them did reaches an open desk with its next save.
 */
import { presentIds, readDocumentSteps, runYielding } from "../../contract";
import {
  applyEdits,
  blocksTouched,
  diffDocuments,
  type Edit,
  exerciseLookup,
  isShared,
  mergeEdits,
  type PerformedSession,
  parseSessionSteps,
  printSession,
  type SessionDocument,
  unreadLinesIn,
  withBlocksAdded,
  withUnreadLines,
} from "../../core";
import type { SavedSession } from "../../views";
import { newId, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { conflict, notFound, type Outcome, ok, refused } from "../outcome";
import { readStored } from "./documents";
import type { StudioContext } from "./studio";
import { plannedSums } from "./week";

export const STARTED = "This session has been started: what was shown on the floor is kept as it was.";

interface SessionEdits {
  readonly sessionId: string;
  /** The revision that the edits were made on. */
  readonly revision: number;
  readonly edits: readonly Edit[];
  /** The session's text as it was typed, where it does not read to its end; left out: what stood before, with the edits in it. */
  readonly draftText?: string | null;
}

/** Saves edits of one session, and what of them is shared in its partners'. */
export async function saveEdits(
  tx: Transaction,
  scope: Scope,
  studio: StudioContext,
  { sessionId, revision, edits, draftText }: SessionEdits,
): Promise<Outcome<SavedSession>> {
  const rows = await lockWithPartners(tx, sessionId);
  const row = rows.find(({ id }) => id === sessionId);
  if (!row) return notFound;
  if (row.state !== "draft") return conflict(STARTED);
  const before = readStored(row.document, studio);
  const changed = await changedBy(tx, row, before, presentIds(edits), revision);
  if (changed.kind !== "ok") return changed;
  const { next, taken, inverse, merged } = changed.value;
  const problem = await documentProblem(tx, row.clientId, next, studio);
  if (problem) return problem;
  // A text that was typed on an older revision lacks what others changed since.
  const isOfNow = draftText !== undefined && !merged;
  const mine = draftText === undefined ? row.draftText : draftText;
  const base = draftText === undefined || !merged ? row.draftText : await db.draftTextAt(tx, row.id, revision);
  const { text, unread } = isOfNow
    ? { text: mine, unread: [] }
    : await joinTexts(tx, { mine, base, theirs: row.draftText }, before, next, studio);
  await write(tx, scope, studio, row, { next, taken, inverse, draftText: text });
  for (const other of rows)
    if (other.pairId !== null && other.pairId === row.pairId && other.id !== row.id && other.state === "draft")
      await saveShared(tx, scope, studio, other, taken);
  return ok({ revision: row.revision + 1, merged: merged && { document: next, ...merged, draftText: text, unread } });
}

/** A session and its partners', locked; a pair that came about while the first lock was waited for is locked too. */
async function lockWithPartners(tx: Transaction, sessionId: string): Promise<db.SessionRow[]> {
  const rows = await db.lockSessions(tx, [sessionId]);
  const pairId = rows.find(({ id }) => id === sessionId)?.pairId ?? null;
  return pairId !== null && rows.length === 1 ? db.lockSessions(tx, [sessionId]) : rows;
}

interface Changed {
  readonly next: SessionDocument;
  readonly taken: readonly Edit[];
  readonly inverse: readonly Edit[];
  /** What others saved meanwhile; null: nobody did. */
  readonly merged: Pick<NonNullable<SavedSession["merged"]>, "conflicts" | "by" | "blocks"> | null;
}

/** The document after edits made on a revision; what others saved since stands, and what clashes with it is named. */
async function changedBy(
  tx: Transaction,
  row: db.SessionRow,
  document: SessionDocument,
  edits: readonly Edit[],
  revision: number,
): Promise<Outcome<Changed>> {
  if (revision === row.revision) {
    const edited = applyEdits(document, edits);
    if (!edited.ok) return conflict(edited.message);
    return ok({ next: edited.document, taken: edits, inverse: edited.inverse, merged: null });
  }
  const rows = await db.editsSince(tx, row.id, revision);
  const since = rows.map(({ edits: theirs, inverse }) => presentIds({ edits: theirs, inverse }));
  if (revision > row.revision || since.length !== row.revision - revision)
    return conflict("This session was changed elsewhere since you opened it.");
  const base = applyEdits(
    document,
    since.toReversed().flatMap((one) => one.inverse),
  );
  if (!base.ok) return conflict("This session was changed elsewhere since you opened it.");
  const theirs = since.flatMap((one) => one.edits);
  const { document: next, taken, inverse, conflicts } = mergeEdits(base.document, theirs, edits);
  const by = [...new Set(rows.flatMap((one) => (one.by ? [one.by] : [])))];
  return ok({ next, taken, inverse, merged: { conflicts, by, blocks: blocksTouched(next, theirs) } });
}

/** What is wrong with a document that edits led to: its shape, its sense, and the gym it names. */
async function documentProblem(
  tx: Transaction,
  clientId: string,
  document: SessionDocument,
  studio: StudioContext,
): Promise<Outcome<never> | null> {
  const read = await runYielding(readDocumentSteps(document, studio.catalogue));
  if (!read.ok) return { kind: "refused", problems: read.problems };
  if (document.gymId === null) return null;
  const gym = /^[0-9a-f-]{36}$/i.test(document.gymId) ? await db.gymRow(tx, document.gymId) : null;
  if (!gym) return refused("gymId", "This gym is not one of the studio's.");
  return gym.clientId && gym.clientId !== clientId ? refused("gymId", `${gym.name} is another client's home.`) : null;
}

/** Texts whose lines do not all read; null: there every line reads. */
interface Texts {
  readonly mine: string | null;
  /** What mine was made of. */
  readonly base: string | null;
  /** What stands by now. */
  readonly theirs: string | null;
}

/**
 * The text after edits that were made beside it, or on an older one. A line that does not read stays for as long as nobody has
 * put it right, whoever typed it: of two windows none takes the other's away.
 */
async function joinTexts(
  tx: Transaction,
  texts: Texts,
  before: SessionDocument,
  after: SessionDocument,
  { catalogue }: StudioContext,
): Promise<{ readonly text: string | null; readonly unread: readonly string[] }> {
  const { mine, base, theirs } = texts;
  if (mine === null && theirs === null) return { text: null, unread: [] };
  const gyms = await db.gymRows(tx);
  const read = async (text: string | null) => {
    const lines = (text ?? "").split(/\r?\n/);
    const parsed = await runYielding(parseSessionSteps(lines, exerciseLookup(catalogue), newId, gyms));
    return { parsed, unread: unreadLinesIn(text ?? "", parsed.errors), lines };
  };
  const [own, first, other] = [await read(mine), await read(base), await read(theirs)];
  const put = (from: typeof own, keep: (line: string) => boolean, printed: string) => {
    const errors = from.parsed.errors.filter(({ line }) => keep(from.lines[line - 1]?.trim() ?? ""));
    const { lines } = from.parsed;
    return withUnreadLines(from.lines.join("\n"), { errors, lines }, before, after, printed);
  };
  const isPutRight = (line: string) => first.unread.includes(line) && !other.unread.includes(line);
  const unread = other.unread.filter((line) => !first.unread.includes(line) && !own.unread.includes(line));
  const printed = printSession(after, catalogue, gyms);
  const withMine = put(own, (line) => !isPutRight(line), printed);
  return { text: put(other, (line) => unread.includes(line), withMine ?? printed) ?? withMine, unread };
}

/** What is shared of a change, in a partner's session: loads and efforts are each one's own. What does not fit there is left out. */
async function saveShared(
  tx: Transaction,
  scope: Scope,
  studio: StudioContext,
  row: db.SessionRow,
  edits: readonly Edit[],
): Promise<void> {
  const before = readStored(row.document, studio);
  let next = before;
  for (const edit of edits.filter(isShared)) {
    const edited = applyEdits(next, [edit]);
    if (edited.ok) next = edited.document;
  }
  const taken = diffDocuments(before, next);
  const edited = applyEdits(before, taken);
  if (taken.length === 0 || !edited.ok || (await documentProblem(tx, row.clientId, next, studio))) return;
  const texts = { mine: row.draftText, base: row.draftText, theirs: row.draftText };
  const { text } = await joinTexts(tx, texts, before, next, studio);
  await write(tx, scope, studio, row, { next, taken, inverse: edited.inverse, draftText: text });
}

async function write(
  tx: Transaction,
  { studioId, memberId }: Scope,
  studio: StudioContext,
  { id: sessionId, clientId, revision }: db.SessionRow,
  {
    next,
    taken,
    inverse,
    draftText,
  }: Pick<Changed, "next" | "taken" | "inverse"> & { readonly draftText: string | null },
): Promise<void> {
  await db.writeSession(
    tx,
    { document: next, draftText, revision: revision + 1, planned: plannedSums(next, studio) },
    { studioId, sessionId, clientId, memberId, edits: taken, inverse },
  );
}

/** Blocks that were added on the floor stand in the session's document too: to look at, to start from, and to keep as a template. */
export async function keepBlocksAdded(
  tx: Transaction,
  scope: Scope,
  studio: StudioContext,
  row: db.SessionRow,
  performed: Pick<PerformedSession, "blocksAdded">,
): Promise<void> {
  const before = readStored(row.document, studio);
  const { document: next } = withBlocksAdded({ document: before }, performed);
  const taken = diffDocuments(before, next);
  const edited = applyEdits(before, taken);
  if (taken.length === 0 || !edited.ok || (await documentProblem(tx, row.clientId, next, studio))) return;
  await write(tx, scope, studio, row, { next, taken, inverse: edited.inverse, draftText: row.draftText });
}

/** Inserts a new session with the sums of what it plans. The caller has checked its document. */
export async function createSession(
  tx: Transaction,
  studio: StudioContext,
  row: Omit<Parameters<typeof db.insertSession>[1], "planned">,
): Promise<void> {
  await db.insertSession(tx, { ...row, planned: plannedSums(row.document, studio) });
}
