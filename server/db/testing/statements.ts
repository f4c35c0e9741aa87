/** What is asked of the database while something runs, in this process. */
import pg from "pg";

export async function statementsDuring(work: () => Promise<unknown>): Promise<string[]> {
  const asked: string[] = [];
  const { query } = pg.Client.prototype;
  pg.Client.prototype.query = function (this: pg.Client, ...args: unknown[]) {
    const [statement] = args as [string | { readonly text?: string }];
    asked.push(typeof statement === "string" ? statement : (statement.text ?? ""));
    return Reflect.apply(query, this, args);
  } as typeof query;
  try {
    await work();
  } finally {
    pg.Client.prototype.query = query;
  }
  return asked;
}
