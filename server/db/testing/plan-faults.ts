/** What is wrong with how PostgreSQL would find rows. */

/** Tables that grow with every day trained, or with every request. */
export const GROWING: ReadonlySet<string> = new Set([
  ...["sessions", "exposures", "floor_events", "shown_documents", "week_sums", "lift_summaries", "session_edits"],
  ...["sent_copies", "messages", "decisions", "safety_changes", "unprojected", "body_masses", "unread_rows"],
  ...["webhook_deliveries", "api_requests", "session", "account", "sign_in_attempts", "verification"],
]);

export interface PlanNode {
  readonly "Node Type": string;
  readonly "Relation Name"?: string;
  readonly "Index Cond"?: string;
  readonly Plans?: readonly PlanNode[];
}

export const planNodes = (node: PlanNode): PlanNode[] => [node, ...(node.Plans ?? []).flatMap(planNodes)];

/** A growing table that is gone through whole, or a studio's whole part of it; null: neither. */
export function planFault(node: PlanNode): string | null {
  const table = node["Relation Name"];
  if (table === undefined || !GROWING.has(table)) return null;
  if (node["Node Type"] === "Seq Scan") return `${table} is gone through`;
  const condition = node["Index Cond"];
  if (node["Node Type"].startsWith("Index") && condition && /^\(studio_id = [^)]*(\(\))?\)$/.test(condition))
    return `${table} is gone through for the whole studio`;
  return null;
}
