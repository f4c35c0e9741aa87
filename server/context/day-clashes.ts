/** Stations that clients want at once today. */
import { readEquipment } from "../../contract";
import { equipmentOn, groupBy } from "../../core";
import { type DayClash, type DaySession, dayClashes, type TodaySession } from "../../views";
import type { Transaction } from "../db";
import * as db from "../db/queries";
import type { ClientsNeeds } from "./needs";
import { documentsOf } from "./needs-ahead";

/** Stations wanted twice today: of sessions that are not done and whose hour is known, gym by gym. */
export async function clashesToday(
  tx: Transaction,
  {
    rows,
    onDay,
    studio,
    today,
  }: Pick<ClientsNeeds, "studio" | "today"> & {
    readonly rows: readonly db.ClientRow[];
    readonly onDay: ReadonlyMap<string, readonly TodaySession[]>;
  },
): Promise<DayClash[]> {
  const coming = rows.flatMap((row) =>
    (onDay.get(row.id) ?? []).flatMap((line) => {
      const { startMinute, minutes, state } = line;
      return state === "done" || startMinute === null
        ? []
        : [{ row, line, from: startMinute, to: startMinute + minutes }];
    }),
  );
  // Only those of one gym whose hours meet can want the same thing.
  const meeting = coming.filter((one) =>
    coming.some((other) => {
      const isSameGym = other.row.gymId === one.row.gymId;
      return other.row !== one.row && isSameGym && other.from < one.to && one.from < other.to;
    }),
  );
  const byGym = groupBy(meeting, ({ row }) => row.gymId ?? "");
  const documents = await documentsOf(
    tx,
    meeting.map(({ line }) => line),
    studio,
  );
  const clashes: DayClash[] = [];
  for (const [gymId, here] of byGym) {
    const gym = gymId === "" ? null : await db.gymRow(tx, gymId);
    if (!gym) continue;
    const sessions: DaySession[] = [];
    for (const { row, line, from } of here) {
      const document = documents.get(line);
      if (document) sessions.push({ clientName: row.name, startMinute: from, document });
    }
    const { catalogue, settings } = studio;
    clashes.push(
      ...dayClashes(sessions, { catalogue, settings, gym: equipmentOn(readEquipment(gym.equipment), today) }),
    );
  }
  return clashes.sort((a, b) => a.fromMinute - b.fromMinute);
}
