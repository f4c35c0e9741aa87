/**
 * What happens on the floor: an append-only log of events, each with an id made on the device. Folding the log in the
 * server's order gives what was done; corrections and undoing are events too, so two devices resolve alike.
 */

import type { FormReport } from "../log";
import type { Weight } from "../units";

export interface PerformedSegment {
  readonly segmentId: string;
  readonly exerciseId: string;
  /** The figure lifted, as given; `null` for the body alone. `sign` −1 is assistance. */
  readonly load: Weight | null;
  readonly sign: 1 | -1;
  /** Left side's reps where sides are apart, else all. */
  readonly reps: number;
  readonly rightReps: number | null;
  /** Seconds of a hold or timed set. */
  readonly seconds: number | null;
}

export interface PerformedSet {
  readonly setId: string;
  readonly slotId: string;
  readonly round: number;
  readonly segments: readonly PerformedSegment[];
  readonly rir: number | null;
  readonly form: FormReport;
  readonly pain: number;
  readonly painPlace: string;
  readonly note: string;
  /** Rest kept before this set's round, in seconds; null for the first. */
  readonly restSeconds: number | null;
}

export type FloorEventBody =
  | { readonly kind: "started" }
  | { readonly kind: "setsDone"; readonly sets: readonly PerformedSet[] }
  | { readonly kind: "setCorrected"; readonly set: PerformedSet }
  | { readonly kind: "setsSkipped"; readonly setIds: readonly string[]; readonly reason: string }
  | { readonly kind: "undone"; readonly eventId: string }
  | { readonly kind: "ended"; readonly sessionRpe: number | null; readonly note: string };

export interface FloorEvent {
  /** UUIDv7, made on the device; sent again, it is stored once. */
  readonly id: string;
  readonly sessionId: string;
  /** Device clock, milliseconds since 1970; devices lie, so it never decides order. */
  readonly atMs: number;
  /** Hash of the document that was on the screen. */
  readonly shownHash: string;
  readonly body: FloorEventBody;
}

export interface PerformedSession {
  readonly sets: ReadonlyMap<string, PerformedSet>;
  readonly skipped: ReadonlySet<string>;
  readonly startedAtMs: number | null;
  readonly ended: { readonly sessionRpe: number | null; readonly note: string; readonly atMs: number } | null;
}

/** Folds events in the server's order. A set is what its last event that was not undone says. */
export function foldEvents(events: readonly FloorEvent[]): PerformedSession {
  const undone = new Set<string>();
  for (const event of events) if (event.body.kind === "undone") undone.add(event.body.eventId);
  const sets = new Map<string, PerformedSet>();
  const skipped = new Set<string>();
  let startedAtMs: number | null = null;
  let ended: PerformedSession["ended"] = null;
  for (const event of events) {
    if (undone.has(event.id)) continue;
    const { body } = event;
    switch (body.kind) {
      case "started":
        startedAtMs ??= event.atMs;
        break;
      case "setsDone":
        for (const set of body.sets) {
          sets.set(set.setId, set);
          skipped.delete(set.setId);
        }
        break;
      case "setCorrected":
        sets.set(body.set.setId, body.set);
        skipped.delete(body.set.setId);
        break;
      case "setsSkipped":
        for (const id of body.setIds) {
          skipped.add(id);
          sets.delete(id);
        }
        break;
      case "ended":
        ended = { sessionRpe: body.sessionRpe, note: body.note, atMs: event.atMs };
        break;
      case "undone":
        break;
    }
  }
  return { sets, skipped, startedAtMs, ended };
}
