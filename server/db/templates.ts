/** Templates of one scope. Every function takes the transaction that `inStudio` opened. */
import { and, asc, eq, ilike, sql } from "drizzle-orm";
import type { TemplateKind } from "../../views";
import type { Transaction } from ".";
import { likePattern, type NamePlace } from "./queries";
import { templates } from "./schema";

export type TemplateRow = typeof templates.$inferSelect;

export const templatePage = (
  tx: Transaction,
  { kind, search, after }: { readonly kind: TemplateKind; readonly search: string; readonly after: NamePlace | null },
  most: number,
) =>
  tx
    .select()
    .from(templates)
    .where(
      and(
        eq(templates.kind, kind),
        search === "" ? undefined : ilike(templates.name, likePattern(search)),
        after ? sql`(${templates.name}, ${templates.id}) > (${after.name}, ${after.id})` : undefined,
      ),
    )
    .orderBy(asc(templates.name), asc(templates.id))
    .limit(most);

export async function templateRow(tx: Transaction, id: string): Promise<TemplateRow | null> {
  const [row] = await tx.select().from(templates).where(eq(templates.id, id));
  return row ?? null;
}

export async function insertTemplate(tx: Transaction, row: typeof templates.$inferInsert): Promise<void> {
  await tx.insert(templates).values(row);
}

export async function deleteTemplate(tx: Transaction, id: string): Promise<boolean> {
  return (await tx.delete(templates).where(eq(templates.id, id)).returning({ id: templates.id })).length === 1;
}
