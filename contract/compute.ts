/** A session computed in its context: the same on the server, in the browser and on the floor. */
import {
  allBlocks,
  type BlockTimeline,
  blockNameWords,
  expandSession,
  type LiftRecord,
  liftRecord,
  type NamedBlock,
  nameBlock,
  type ResolvedSession,
  resolveSession,
  type SessionDocument,
  type SessionTotals,
  SHIPPED_CATALOGUE,
  type Timeline,
  totalSession,
} from "../core";
import type { SessionContext } from "./views";

export function recordsOf(context: Pick<SessionContext, "lifts" | "settings">): Map<string, LiftRecord> {
  return new Map(context.lifts.map((lift) => [lift.lineage, liftRecord(lift.exposures, context.settings)]));
}

export function resolveIn(
  document: SessionDocument,
  context: SessionContext,
  records = recordsOf(context),
): ResolvedSession {
  return resolveSession(document, {
    catalogue: SHIPPED_CATALOGUE,
    settings: context.settings,
    gym: context.gym.equipment,
    bodyMassKg: context.bodyMassKg,
    policy: context.client.rounding,
    date: context.date,
    recordOf: (lineage) => records.get(lineage) ?? null,
    related: context.lifts.flatMap(({ lineage, exerciseId }) => {
      const e1rmKg = records.get(lineage)?.e1rmKg;
      return e1rmKg ? [{ exerciseId, e1rmKg }] : [];
    }),
    trainingMaxKg: () => null,
    ruleOf: (slotId) => context.rules[slotId] ?? null,
  });
}

export interface ComputedSession {
  readonly resolved: ResolvedSession;
  readonly timeline: Timeline;
  readonly totals: SessionTotals;
  readonly names: ReadonlyMap<string, NamedBlock & { readonly words: string }>;
  readonly records: ReadonlyMap<string, LiftRecord>;
  readonly blockTimelines: ReadonlyMap<string, BlockTimeline>;
}

export function computeSession(
  document: SessionDocument,
  context: SessionContext,
  records = recordsOf(context),
): ComputedSession {
  const resolved = resolveIn(document, context, records);
  const timeContext = {
    catalogue: SHIPPED_CATALOGUE,
    settings: context.settings,
    rampReps: (slot: { id: string }) => resolved.ramps.get(slot.id)?.map((set) => set.reps) ?? [],
  };
  const timeline = expandSession(document, timeContext);
  const totals = totalSession(timeline, {
    catalogue: SHIPPED_CATALOGUE,
    settings: context.settings,
    effectiveKg: (id) => resolved.loads.get(id)?.effectiveKg ?? null,
    expectedRir: (id) => resolved.loads.get(id)?.expectedRir ?? null,
  });
  const names = new Map(
    allBlocks(document).map((block) => {
      const named = nameBlock(block, SHIPPED_CATALOGUE, context.settings);
      return [block.id, { ...named, words: blockNameWords(named) }];
    }),
  );
  return {
    resolved,
    timeline,
    totals,
    names,
    records,
    blockTimelines: new Map(timeline.blocks.map(({ timeline: t }) => [t.block.id, t])),
  };
}
