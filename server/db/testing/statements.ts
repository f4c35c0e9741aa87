/** What is asked of the database while something runs, in this process. */
import pg from "pg";

export interface Statement {
  readonly text: string;
  readonly values: readonly unknown[];
}

/** Their texts alone. */
export const statementsDuring = async (work: () => Promise<unknown>): Promise<string[]> =>
  (await queriesDuring(work)).map(({ text }) => text);

export async function queriesDuring(work: () => Promise<unknown>): Promise<Statement[]> {
  const asked: Statement[] = [];
  const { query } = pg.Client.prototype;
  pg.Client.prototype.query = function (this: pg.Client, ...args: unknown[]) {
    const [statement, values] = args as [string | { text?: string; values?: unknown[] }, unknown];
    const given = typeof statement === "string" ? values : (statement.values ?? values);
    asked.push({
      text: typeof statement === "string" ? statement : (statement.text ?? ""),
      values: Array.isArray(given) ? given : [],
    });
    return Reflect.apply(query, this, args);
  } as typeof query;
  try {
    await work();
  } finally {
    pg.Client.prototype.query = query;
  }
  return asked;
}
