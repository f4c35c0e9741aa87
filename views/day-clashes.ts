/** Stations that two clients want at once, by the hours of a day's sessions and the order of their blocks. */
import {
  type Catalogue,
  exerciseOrThrow,
  expandSession,
  type GymEquipment,
  type SessionDocument,
  type Settings,
} from "../core";

export interface DaySession {
  readonly clientName: string;
  /** Minutes after midnight. */
  readonly startMinute: number;
  readonly document: SessionDocument;
}

/** A station that more clients want at the same time than the gym has of it, from when until when. */
export interface DayClash {
  readonly station: string;
  readonly count: number;
  readonly clientNames: readonly string[];
  readonly fromMinute: number;
  readonly toMinute: number;
}

interface Stay {
  readonly clientName: string;
  readonly from: number;
  readonly to: number;
}

/** Two clients who want a station for fewer minutes than this do not clash. */
const LEAST_MINUTES = 3;

/**
 * Clashes of a day, from the forecast time of each session's blocks. Stations that the gym does not list are left out, because their
 * count is not known.
 */
export function dayClashes(
  sessions: readonly DaySession[],
  {
    catalogue,
    settings,
    gym,
  }: { readonly catalogue: Catalogue; readonly settings: Settings; readonly gym: GymEquipment },
): DayClash[] {
  const counts = new Map(gym.stations.map(({ name, count }) => [name, count]));
  for (const { station } of [...gym.stacks, ...gym.sleds]) if (!counts.has(station)) counts.set(station, 1);
  const stays = new Map<string, Stay[]>();
  for (const { clientName, startMinute, document } of sessions) {
    for (const { startSeconds, timeline } of expandSession(document, { catalogue, settings }).blocks) {
      const { block, seconds } = timeline;
      const from = startMinute + startSeconds / 60;
      const to = from + seconds / 60;
      const stations = block.slots.flatMap(({ exerciseId }) => exerciseOrThrow(catalogue, exerciseId).stations);
      for (const station of new Set(stations))
        stays.set(station, [...(stays.get(station) ?? []), { clientName, from, to }]);
    }
  }
  const found: DayClash[] = [];
  for (const [station, all] of stays) {
    const count = counts.get(station);
    if (count === undefined) continue;
    for (const stay of all) {
      const there = all.filter(({ from, to }) => from <= stay.from && stay.from < to);
      const clientNames = [...new Set(there.map((one) => one.clientName))].sort();
      const leave = clientNames.map((name) =>
        Math.max(...there.flatMap((one) => (one.clientName === name ? one.to : []))),
      );
      // The clash ends when no more clients are left than there are stations.
      const toMinute = leave.sort((a, b) => b - a)[count] ?? stay.from;
      if (toMinute - stay.from < LEAST_MINUTES) continue;
      found.push({ station, count, clientNames, fromMinute: Math.round(stay.from), toMinute: Math.round(toMinute) });
    }
  }
  const keyOf = ({ station, clientNames, fromMinute }: DayClash) => `${station} ${clientNames.join()} ${fromMinute}`;
  return [...new Map(found.map((clash) => [keyOf(clash), clash])).values()].sort((a, b) => a.fromMinute - b.fromMinute);
}
