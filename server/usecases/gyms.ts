/** Gyms of a studio: their equipment, which is the default, whose home one is, and what a change means for the week. */
import { check, GYM_SCHEMA, readEquipment } from "../../contract";
import { addDays, entryAt, equipmentOn, type GymEquipment, mondayOf, usualEquipment } from "../../core";
import { changedPrescriptions, type GymLine, type GymView, type Prescription, prescriptionsOf } from "../../views";
import { readStored } from "../context/documents";
import { SharedReading, sessionContext } from "../context/session";
import { studioOf, todayOf } from "../context/studio";
import { newId, type Transaction } from "../db";
import * as db from "../db/queries";
import { answerIn, changedElsewhere, defineUseCase, joined, notFound, ok, refused } from "./kit";

const gymLine = (row: db.GymRow, names: ReadonlyMap<string, string>): GymLine => ({
  id: row.id,
  name: row.name,
  isDefault: row.isDefault,
  clientId: row.clientId,
  clientName: row.clientId ? (names.get(row.clientId) ?? null) : null,
});

export async function gymLines(tx: Transaction): Promise<GymLine[]> {
  const names = new Map((await db.allClientNames(tx)).map((row) => [row.id, row.name]));
  return (await db.gymRows(tx)).map((row) => gymLine(row, names));
}

const DRAFTS_AT_ONCE = 100;

/** What the sessions of this week and the next ask of a gym, for each equipment that it may have. */
async function prescriptionsIn<E extends readonly GymEquipment[]>(
  tx: Transaction,
  gym: db.GymRow,
  today: string,
  ...equipments: E
): Promise<{ [K in keyof E]: Prescription[] }> {
  const studio = await studioOf(tx);
  const to = addDays(mondayOf(today), 13);
  const found = equipments.map((): Prescription[] => []) as { [K in keyof E]: Prescription[] };
  let after: { date: string; id: string } | null = null;
  const shared = new SharedReading();
  for (;;) {
    const rows: db.SessionRow[] = await db.draftsInGym(tx, gym, today, to, after, DRAFTS_AT_ONCE);
    for (const row of rows) {
      const document = readStored(row.document, studio);
      const context = await sessionContext(tx, row, document, studio, {
        extent: { week: false },
        shared,
      });
      if (!context) continue;
      equipments.forEach((equipment, index) => {
        const onTheDay = { ...context.gym, equipment: equipmentOn(equipment, row.date) };
        entryAt(found, index).push(...prescriptionsOf(document, { ...context, gym: onTheDay }));
      });
    }
    const last = rows.at(-1);
    if (!last || rows.length < DRAFTS_AT_ONCE) return found;
    after = { date: last.date, id: last.id };
  }
}

export const showGym = defineUseCase("gyms.show", ["coach"], (scope, { gymId }, clock) =>
  answerIn(scope, async (tx) => {
    const rows = await db.gymRows(tx);
    const row = gymId === null ? rows[0] : rows.find((one) => one.id === gymId);
    if (!row) return notFound;
    const gyms = await gymLines(tx);
    const today = await todayOf(tx, clock.nowMs);
    const equipment = readEquipment(row.equipment);
    const view: GymView = {
      ...gyms.find(({ id }) => id === row.id)!,
      equipment,
      today,
      gyms,
      clients: await db.clientNames(tx),
    };
    return ok(view);
  }),
);

export const comingInGym = defineUseCase("gyms.coming", ["coach"], (scope, { gymId }, clock) =>
  answerIn(scope, async (tx) => {
    const row = await db.gymRow(tx, gymId);
    if (!row) return notFound;
    const today = await todayOf(tx, clock.nowMs);
    const [prescriptions] = await prescriptionsIn(tx, row, today, readEquipment(row.equipment));
    return ok({ prescriptions });
  }),
);

/** What the coming sessions would be with other equipment, without keeping it. */
export const tryGym = defineUseCase("gyms.try", ["coach"], (scope, input, clock) =>
  answerIn(scope, async (tx) => {
    const row = await db.gymRow(tx, input.gymId);
    if (!row) return notFound;
    const today = await todayOf(tx, clock.nowMs);
    const [before, after] = await prescriptionsIn(tx, row, today, readEquipment(row.equipment), input.equipment);
    return ok({ broken: changedPrescriptions(before, after), here: equipmentOn(input.equipment, today) });
  }),
);

export const saveGym = defineUseCase("gyms.save", ["coach"], (scope, { gymId, ...change }) =>
  answerIn(scope, async (tx) => {
    const row = await db.gymRow(tx, gymId, true);
    if (!row) return notFound;
    if (change.wanted.name.trim() === "") return refused("name", "Give the gym a name.");
    const next = joined("the same part of this gym", change, {
      name: row.name,
      equipment: readEquipment(row.equipment),
    });
    if (next.kind !== "ok") return next;
    const { name, equipment } = next.value;
    if (!check(GYM_SCHEMA, next.value).ok) return changedElsewhere("the same part of this gym");
    await db.updateGym(tx, gymId, { name: name.trim(), equipment });
    return ok({});
  }),
);

/** A new gym of the studio, or a client's home; it starts empty, as a copy of another, or with the usual things of a home. */
export const createGym = defineUseCase("gyms.create", ["coach"], (scope, input) =>
  answerIn(scope, async (tx) => {
    if (input.name.trim() === "") return refused("name", "Give the gym a name.");
    if (input.clientId && !(await db.clientRow(tx, input.clientId))) return notFound;
    const copied = input.copyOf ? await db.gymRow(tx, input.copyOf) : null;
    if (input.copyOf && !copied) return notFound;
    const rows = await db.gymRows(tx);
    if (rows.length >= 50) return refused("name", "A studio holds at most 50 gyms.");
    const id = newId();
    const { region } = await studioOf(tx);
    await db.insertGym(tx, {
      studioId: scope.studioId,
      id,
      name: input.name.trim(),
      equipment: copied ? readEquipment(copied.equipment) : usualEquipment(input.things ?? [], region.unit),
      isDefault: rows.length === 0,
      clientId: input.clientId,
    });
    return ok({ gymId: id });
  }),
);

export const makeDefaultGym = defineUseCase("gyms.makeDefault", ["coach"], (scope, { gymId }) =>
  answerIn(scope, async (tx) => {
    const row = await db.gymRow(tx, gymId);
    if (!row) return notFound;
    if (row.clientId) return refused("gymId", "A client's home cannot be the studio's default.");
    await db.makeDefaultGym(tx, gymId);
    return ok({});
  }),
);

export const removeGym = defineUseCase("gyms.remove", ["coach"], (scope, { gymId }) =>
  answerIn(scope, async (tx) => {
    const row = await db.gymRow(tx, gymId);
    if (!row) return notFound;
    if (row.isDefault) return refused("gymId", "The default gym stays; make another one the default first.");
    const uses = await db.usesOfGym(tx, gymId);
    if (uses > 0)
      return refused("gymId", `${row.name} is named by ${uses} sessions or clients; give them another gym first.`);
    await db.deleteGym(tx, gymId);
    return ok({});
  }),
);
