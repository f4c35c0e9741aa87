/** What is wrong with how PostgreSQL would find rows. */
import pg from "pg";
import type { Scope } from "..";
import type { Statement } from "./statements";

/** Tables that grow with every day trained, or with every request. */
export const GROWING: ReadonlySet<string> = new Set([
  ...["sessions", "exposures", "floor_events", "shown_documents", "week_sums", "lift_summaries", "session_edits"],
  ...["sent_copies", "messages", "decisions", "safety_changes", "unprojected", "body_masses", "unread_rows"],
  ...["webhook_deliveries", "api_requests", "session", "account", "sign_in_attempts", "verification"],
]);

export interface PlanNode {
  readonly "Node Type": string;
  readonly "Relation Name"?: string;
  readonly Alias?: string;
  readonly "Index Name"?: string;
  readonly "Index Cond"?: string;
  readonly Plans?: readonly PlanNode[];
}

export const planNodes = (node: PlanNode): PlanNode[] => [node, ...(node.Plans ?? []).flatMap(planNodes)];

/** Names a growing table that the plan scans whole, or by studio_id alone; null: it does neither. */
export function planFault(node: PlanNode): string | null {
  const table = node["Relation Name"];
  if (table === undefined || !GROWING.has(table)) return null;
  if (node["Node Type"] === "Seq Scan") return `${table} is gone through`;
  const condition = node["Index Cond"];
  if (node["Node Type"].startsWith("Index") && condition && /^\(studio_id = [^)]*(\(\))?\)$/.test(condition))
    return `${table} (${node.Alias ?? table}) is gone through for the whole studio by ${node["Index Name"]}`;
  return null;
}

export interface Planner {
  /** The nodes of a statement's plan, as the scope's role sees the tables; none where it is no query of rows. */
  readonly nodesOf: (scope: Scope, statement: Statement) => Promise<PlanNode[]>;
  readonly end: () => Promise<void>;
}

/** A connection of its own that plans and runs nothing, and goes through no table where an index leads there. */
export async function openPlanner(): Promise<Planner> {
  const database = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await database.connect();
  const nodesOf = async (scope: Scope, { text, values }: Statement): Promise<PlanNode[]> => {
    if (!/^\s*(select|insert|update|delete|with)\b/i.test(text) || /set_config|yarvex_/.test(text)) return [];
    const isOfAccounts = /from "(user|session|account|verification)"|"sign_in_attempts"|sign_in_attempts/.test(text);
    await database.query("begin");
    try {
      const clientId = scope.role === "client" ? scope.clientId : "";
      await database.query(
        "select set_config('yarvex.studio_id', $1, true), set_config('yarvex.client_id', $2, true)",
        [scope.studioId, clientId],
      );
      await database.query("select set_config('enable_seqscan', 'off', true)");
      if (!isOfAccounts) await database.query(`set local role yarvex_${scope.role}`);
      const { rows } = await database.query<{ "QUERY PLAN": { Plan: PlanNode }[] }>(`explain (format json) ${text}`, [
        ...values,
      ]);
      return planNodes(rows[0]!["QUERY PLAN"][0]!.Plan);
    } finally {
      await database.query("rollback");
    }
  };
  return { nodesOf, end: () => database.end() };
}
