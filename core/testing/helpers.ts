/** Shared by tests of the core and its callers: counting ids and quick readings of shorthand. */
import { SHIPPED_CATALOGUE } from "../exercise";
import type { GymEquipment, ResolveContext } from "../load";
import { resolveSession } from "../prescription";
import type { Exposure, LoggedSet } from "../session";
import { parseSession, type SessionDocument } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { expandSession, type Timeline } from "../time";
import { weight } from "../units";

export function countingIds(prefix = "id"): () => string {
  let next = 0;
  return () => `${prefix}${next++}`;
}

export function read(text: string, prefix = "id"): SessionDocument {
  const { document, errors } = parseSession(text, SHIPPED_CATALOGUE, countingIds(prefix));
  if (errors.length > 0)
    throw new Error(errors.map((e) => `${e.line}:${e.column} found ${e.found}, expected ${e.expected}`).join("\n"));
  return document;
}

export const TEST_CONTEXT = { catalogue: SHIPPED_CATALOGUE, settings: DEFAULT_SETTINGS };

export function timelineOf(text: string): Timeline {
  return expandSession(read(text), TEST_CONTEXT);
}

/** A document without its ids, references by label, for comparing readings. */
export function withoutIds(document: SessionDocument): unknown {
  const order = new Map<string, string>();
  const all = [...document.blocks, ...(document.finisher ? [document.finisher] : [])];
  all.forEach((block, b) => {
    block.slots.forEach((slot, s) => {
      order.set(slot.id, `${b}.${s}`);
    });
  });
  return JSON.parse(
    JSON.stringify(document, (key, value) =>
      key === "id" || key === "lineage" ? undefined : key === "slotId" ? (order.get(value) ?? value) : value,
    ),
  );
}

/** A small gym with round figures: a 20 kg bar, plates down to 1.25 kg, dumbbells from 4 to 32 kg by two. */
export const BOATHOUSE: GymEquipment = {
  unit: "kg",
  bars: [{ name: "20 kg bar", weight: weight(20), shape: "straight bar" }],
  plates: [25, 20, 15, 10, 5, 2.5, 1.25].map((kg) => ({ weight: weight(kg), pairs: kg === 25 ? 3 : 2 })),
  dumbbells: Array.from({ length: 15 }, (_, i) => weight(4 + 2 * i)),
  kettlebells: [8, 12, 16, 24].map((kg) => weight(kg)),
  stacks: [
    {
      station: "cable",
      start: weight(5),
      step: weight(5),
      max: weight(80),
      addOns: [weight(2.5)],
      pulleyRatio: 1,
      counterbalanceKg: 0,
      help: "resists",
    },
  ],
  sleds: [{ station: "angled sled", weight: weight(40), share: 1 }],
  bands: [{ name: "red", kg: 15, kgPerMetre: 20 }],
  chains: [],
  stations: [],
  outOfOrder: [],
};

export function exposure(date: string, sets: readonly Partial<LoggedSet>[], plannedSets = sets.length): Exposure {
  return {
    date,
    sessionId: `s-${date}`,
    slotId: "s",
    purpose: "training",
    plannedSets,
    sets: sets.map((set, index) => ({
      key: `s:${index}:0`,
      round: index,
      asked: true,
      loadKg: 50,
      curveKg: set.loadKg ?? 50,
      reps: 8,
      totalReps: set.reps ?? 8,
      seconds: null,
      rir: 2,
      form: "held",
      pain: 0,
      target: null,
      targetRir: null,
      working: true,
      restBeforeSeconds: null,
      fresh: index === 0,
      ...set,
    })),
  };
}

export function resolve(document: SessionDocument, options: Partial<ResolveContext> = {}) {
  return resolveSession(document, {
    catalogue: SHIPPED_CATALOGUE,
    settings: DEFAULT_SETTINGS,
    gym: BOATHOUSE,
    bodyMassKg: 80,
    policy: "nearest",
    calendar: { date: "2026-11-17", purpose: "training", planWeek: null },
    recordOf: () => null,
    related: [],
    trainingMaxKg: () => null,
    ...options,
  });
}
