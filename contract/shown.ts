/** What stood on the floor's screen, as it is stored by its hash: only what computes, and what was read from the screen. */
import {
  DEFAULT_SETTINGS,
  type ExerciseDefinition,
  type ExposurePurpose,
  type GymEquipment,
  identityCache,
  mapValues,
  type SessionDocument,
  type Settings,
  type ShownLoad,
  type ShownSession,
} from "../core";
import { catalogueIn, type StudioExercises } from "./catalogue";
import { upcastDocument } from "./document-versions";
import { readEquipment } from "./equipment-versions";
import { presentIds } from "./renamed";

export const SHOWN_VERSION = 5;

export interface ShownContent {
  readonly version: typeof SHOWN_VERSION;
  readonly engineVersion: number;
  readonly settings: Settings;
  readonly date: string;
  readonly purpose: ExposurePurpose;
  /** Slots that asked for something else that day alone. */
  readonly oneOff: readonly string[];
  readonly bodyMassKg: number | null;
  /** The gym as it was that day. */
  readonly equipment: GymEquipment;
  /** The studio's own exercises. */
  readonly own: readonly ExerciseDefinition[];
  readonly document: SessionDocument;
  readonly loads: Readonly<Record<string, ShownLoad>>;
  readonly ramps: Readonly<
    Record<string, readonly { readonly words: string; readonly build: string; readonly reps: number }[]>
  >;
  /** By slot, what of its lift is left out by the client's limits of that day, in words; slots without one are left out. */
  readonly inPart: Readonly<Record<string, readonly string[]>>;
}

type Json = Record<string, unknown>;

/**
 * Stored content as this build reads it. Version 1 carried the person's name and did not say for what a load was resolved;
 * version 2 had the document in its third version, and one figure of reps for all mini-sets; version 3 did not know what was
 * asked for that day alone; version 4 did not know the client's limits.
 */
export function readShown(stored: unknown): ShownContent {
  const content = stored as Json;
  if (content.version === SHOWN_VERSION) return stored as ShownContent;
  if (content.version === 4) return ofFourth(stored as FourthContent);
  if (content.version === 3) return ofThird(stored as ThirdContent);
  const document = upcastDocument(content.document) as SessionDocument;
  if (content.version === 2) {
    const second = presentIds(stored as Omit<ThirdContent, "loads"> & { readonly loads: Record<string, SecondLoad> });
    return ofThird({ ...second, document, loads: mapValues(second.loads, ofSecond) });
  }
  const exercises = content.exercises as StudioExercises | undefined;
  const { engineVersion, date, bodyMassKg, ramps } = content as unknown as ShownContent;
  return {
    version: SHOWN_VERSION,
    engineVersion,
    settings: settingsOf(content.settings),
    date,
    purpose: "training",
    oneOff: [],
    bodyMassKg,
    equipment: readEquipment(content.equipment),
    own: exercises?.own ?? [],
    document,
    loads: upcastLoads(document, content.loads as Readonly<Record<string, ThirdLoad>>),
    ramps,
    inPart: {},
  };
}

type ThirdLoad = Omit<ShownLoad, "nextKg">;
type FourthContent = Omit<ShownContent, "version" | "inPart">;
type ThirdContent = Omit<FourthContent, "loads" | "oneOff"> & { readonly loads: Readonly<Record<string, ThirdLoad>> };
type SecondLoad = Omit<ThirdLoad, "expectedReps"> & { readonly expectedReps: number | null };

const ofFourth = (fourth: FourthContent): ShownContent => ({ ...fourth, inPart: {}, version: SHOWN_VERSION });

const ofThird = (third: ThirdContent): ShownContent =>
  ofFourth({ ...third, oneOff: [], loads: mapValues(third.loads, (load) => ({ ...load, nextKg: null })) });

const ofSecond = (load: SecondLoad): ThirdLoad => ({
  ...load,
  expectedReps: load.expectedReps === null ? null : [load.expectedReps],
});

function upcastLoads(document: SessionDocument, loads: Readonly<Record<string, ThirdLoad>>): Record<string, ShownLoad> {
  const exerciseOf = new Map<string, string>();
  for (const block of [...document.blocks, ...(document.finisher ? [document.finisher] : [])])
    for (const slot of block.slots)
      for (const set of slot.sets)
        for (const segment of set?.segments ?? []) exerciseOf.set(segment.id, segment.exerciseId ?? slot.exerciseId);
  return Object.fromEntries(
    Object.entries(loads).map(([id, load]) => [
      id,
      { ...load, exerciseId: exerciseOf.get(id) ?? "", expectedReps: null, nextKg: null },
    ]),
  );
}

/** Stored settings, filled up with the defaults that an older record did not know. */
export function settingsOf(stored: unknown): Settings {
  const known = (stored ?? {}) as Partial<Settings>;
  const said = Object.fromEntries(
    Object.entries(known).filter(([key, value]) => key in DEFAULT_SETTINGS && value != null),
  );
  return { ...DEFAULT_SETTINGS, ...said, assumed: { ...DEFAULT_SETTINGS.assumed, ...known.assumed } };
}

const sessions = identityCache<ShownSession>();

/** The content as the core works with it; the same for the same value. */
export function shownSession(content: ShownContent, named: StudioExercises["named"] = {}): ShownSession {
  const names = Object.entries(named).flat();
  return sessions(content, names, () => {
    const { date, purpose, oneOff, document, settings, bodyMassKg, equipment, loads } = content;
    const catalogue = catalogueIn({ own: content.own, hidden: [], named });
    return { date, purpose, oneOff, document, catalogue, settings, bodyMassKg, equipment, loads };
  });
}
