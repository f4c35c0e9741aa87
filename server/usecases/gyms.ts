/** Gyms of a studio: their equipment, which is the default, whose home one is, and what a change means for the week. */
import { check, GYM_SCHEMA, readEquipment } from "../../contract";
import { equipmentOn, usualEquipment } from "../../core";
import { changedPrescriptions, type GymLine, type GymView } from "../../views";
import { prescriptionsAhead } from "../context/gym-ahead";
import { studioOf, todayOf } from "../context/studio";
import { newId, readInStudio, type Transaction } from "../db";
import * as db from "../db/queries";
import { answerIn, changedElsewhere, defineUseCase, joined, notFound, ok, readIn, refused } from "./kit";

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

export const showGym = defineUseCase("gyms.show", ["coach"], (scope, { gymId }, clock) =>
  readIn(scope, async (tx) => {
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

export const comingInGym = defineUseCase(
  "gyms.coming",
  ["coach"],
  async (scope, { gymId }, { nowMs }) => {
    const gym = await readInStudio(scope, (tx) => db.gymRow(tx, gymId));
    if (!gym) return notFound;
    const [prescriptions] = await prescriptionsAhead(scope, gym, nowMs, [readEquipment(gym.equipment)]);
    return ok({ prescriptions: prescriptions ?? [] });
  },
  "inWorker",
);

/** What the coming weeks would ask with other equipment, without keeping it. */
export const tryGym = defineUseCase(
  "gyms.try",
  ["coach"],
  async (scope, { gymId, equipment }, { nowMs }) => {
    const read = await readInStudio(scope, async (tx) => ({
      gym: await db.gymRow(tx, gymId),
      today: await todayOf(tx, nowMs),
    }));
    if (!read.gym) return notFound;
    const both = [readEquipment(read.gym.equipment), equipment];
    const [before, after] = await prescriptionsAhead(scope, read.gym, nowMs, both);
    return ok({ broken: changedPrescriptions(before ?? [], after ?? []), here: equipmentOn(equipment, read.today) });
  },
  "inWorker",
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
