/** A log as a table that any spreadsheet reads, and that comes in again as it went out: one row a set, planned beside done. */
import { exerciseOrThrow } from "../exercise";
import type { PlacedSet } from "../floor";
import { slotLabels } from "../session";
import { decimal, fromKg } from "../units";

/** The headings, in their order. docs/formats.md says what each holds. */
export const SET_LOG_HEADINGS = [
  "date",
  "client",
  "session",
  "place",
  "exercise",
  "set no",
  "part",
  "planned reps",
  "planned load",
  "planned rir",
  "reps",
  "right side reps",
  "seconds",
  "metres",
  "load",
  "unit",
  "assistance",
  "rir",
  "failed",
  "form",
  "pain",
  "rest seconds",
  "notes",
] as const;

export type SetLogRow = Readonly<Record<(typeof SET_LOG_HEADINGS)[number], string>>;

const figure = (value: number | null | undefined, places = 3): string => (value == null ? "" : decimal(value, places));

/** The rows of a session's sets, in the order in which they were done; a set of several parts has a row for each. */
export function setLogRows(
  { clientName, date, title }: { readonly clientName: string; readonly date: string; readonly title: string },
  placed: readonly PlacedSet[],
): SetLogRow[] {
  return placed.flatMap(({ done, shown, slot, planned }) =>
    done.segments.map((part, at): SetLogRow => {
      const asked = planned?.segments.find(({ id }) => id === part.segmentId) ?? null;
      const load = asked && shown.loads[asked.id];
      const reps = asked?.amount.kind === "reps" ? asked.amount.reps : null;
      const rir = asked?.rir ?? null;
      return {
        date,
        client: clientName,
        session: title,
        place: slotLabels(shown.document).get(slot.id) ?? "",
        exercise: exerciseOrThrow(shown.catalogue, part.exerciseId).name,
        "set no": String(done.round + 1),
        part: String(at + 1),
        "planned reps": reps === null ? "" : reps.low === reps.high ? figure(reps.low) : `${reps.low} to ${reps.high}`,
        "planned load": load?.kg == null ? "" : (load.weight?.amount ?? "0"),
        "planned rir": rir === null ? "" : figure((rir.low + rir.high) / 2, 1),
        reps: part.seconds === null && part.metres === null ? figure(part.reps) : "",
        "right side reps": figure(part.rightReps),
        seconds: figure(part.seconds),
        metres: figure(part.metres),
        load: part.load?.amount ?? "0",
        unit: part.load?.unit ?? fromKg(0, shown.equipment.unit).unit,
        assistance: part.sign < 0 ? "yes" : "",
        rir: at === done.segments.length - 1 ? (done.failed ? "0" : figure(done.rir, 1)) : "",
        failed: done.failed ? "yes" : "",
        form: done.form,
        pain: figure(done.pain),
        "rest seconds": at === 0 ? figure(done.restSeconds, 0) : "",
        notes: at === 0 ? done.note : "",
      };
    }),
  );
}
