/** What stood on the floor's screen when sets were done: the document with its loads as resolved then. */
import type { Catalogue } from "../exercise";
import type { GymEquipment } from "../load";
import type { ExposurePurpose, SessionDocument } from "../session";
import type { Settings } from "../settings";
import type { Weight } from "../units";
import type { PerformedSession } from "./events";

/** A load as it stood on the screen. */
export interface ShownLoad {
  /** For which exercise it was resolved. */
  readonly exerciseId: string;
  readonly kg: number | null;
  readonly weight: Weight | null;
  readonly sign: 1 | -1;
  readonly words: string;
  readonly build: string;
  /** How the plates change from what was on before; empty where there are none. */
  readonly change: string;
  readonly aimReps: number | null;
  /** What the lift's rule asked, where a share of it was asked for; null otherwise. */
  readonly nextKg: number | null;
  /** Reps foretold for a part without a figure of its own, for each mini-set of a rep goal; null where nothing is foretold. */
  readonly expectedReps: readonly number[] | null;
}

export interface ShownSession {
  readonly date: string;
  /** What the day was for. */
  readonly purpose: ExposurePurpose;
  /** Lifts that were asked for otherwise that day alone, by slot. */
  readonly oneOff: readonly string[];
  readonly document: SessionDocument;
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly bodyMassKg: number | null;
  readonly equipment: GymEquipment;
  readonly loads: Readonly<Record<string, ShownLoad>>;
}

/** The session with the blocks that were added on the floor, after those that were shown. */
export function withBlocksAdded<T extends { readonly document: SessionDocument }>(
  shown: T,
  { blocksAdded }: Pick<PerformedSession, "blocksAdded">,
): T {
  if (blocksAdded.length === 0) return shown;
  const known = new Set(shown.document.blocks.map(({ id }) => id));
  // What was written into the session's document since is there already.
  const added = blocksAdded.filter(({ id }) => !known.has(id));
  return { ...shown, document: { ...shown.document, blocks: [...shown.document.blocks, ...added] } };
}

/** How the shown session's sets are worked: the same figures on the floor as on the desk. */
export const workContextOf = ({
  catalogue,
  settings,
  loads,
}: Pick<ShownSession, "catalogue" | "settings" | "loads">) => ({
  catalogue,
  settings,
  expectedReps: ({ id }: { readonly id: string }, miniSet: number) => {
    const reps = loads[id]?.expectedReps;
    return reps ? (reps[Math.min(miniSet, reps.length - 1)] ?? null) : null;
  },
});
