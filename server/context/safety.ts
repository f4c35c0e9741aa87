/** The one way to change what keeps a client safe: health answers, clearance and limits; who did it is kept. */
import { type ClientLimit, limitWords, READINESS_QUESTIONS, sameValue } from "../../core";
import { newId, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";

type Change = Partial<Pick<db.ClientRow, "readiness" | "clearance" | "limitList">>;

/** Writes the change, and in words who changed what; what stays as it was is no change. */
export async function changeSafety(
  tx: Transaction,
  scope: Scope,
  client: db.ClientRow,
  change: Change,
  nowMs: number,
): Promise<void> {
  await db.updateClient(tx, client.id, change);
  await noteSafety(tx, scope, client.id, changeWords(client, change), nowMs);
}

/** Adds rows to the log of safety changes for a change that another module writes. */
export async function noteSafety(
  tx: Transaction,
  { studioId, memberId, name }: Scope,
  clientId: string,
  words: readonly string[],
  nowMs: number,
): Promise<void> {
  const changedAt = new Date(nowMs);
  await db.addSafetyChanges(
    tx,
    words.map((one) => ({ studioId, id: newId(), clientId, memberId, name, words: one, changedAt })),
  );
}

function changeWords(before: db.ClientRow, { readiness, clearance, limitList }: Change): string[] {
  const health = readiness && !sameValue(readiness, before.readiness) ? [answersWords(readiness.yes)] : [];
  const cleared = clearance && !sameValue(clearance, before.clearance) ? [`Cleared by ${clearance.by}`] : [];
  return [...health, ...cleared, ...(limitList ? limitChanges(before.limitList, limitList) : [])];
}

function answersWords(yes: readonly string[]): string {
  const texts = READINESS_QUESTIONS.filter(({ id }) => yes.includes(id)).map(({ text }) => text);
  return `Health questions answered: ${texts.length === 0 ? "none applies" : texts.join("; ")}`;
}

function limitChanges(before: readonly ClientLimit[], now: readonly ClientLimit[]): string[] {
  const added = now.filter(({ id }) => !before.some((one) => one.id === id));
  const gone = before.filter(({ id }) => !now.some((one) => one.id === id));
  const changed = now.filter((limit) => before.some((one) => one.id === limit.id && !sameValue(one, limit)));
  return [
    ...added.map((limit) => `Limit added: ${wholeLimit(limit)}`),
    ...changed.map((limit) => `Limit changed: ${wholeLimit(limit)}`),
    ...gone.map((limit) => `Limit taken away: ${wholeLimit(limit)}`),
  ];
}

function wholeLimit(limit: ClientLimit): string {
  const until = limit.until === null ? "" : `, until ${limit.until}`;
  const cleared = limit.clearedBy ? `, cleared by ${limit.clearedBy}` : "";
  return `${limit.how === "avoid" ? "not" : "in part"} ${limitWords(limit)}${until}${cleared}`;
}
