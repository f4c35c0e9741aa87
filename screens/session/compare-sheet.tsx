"use client";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import {
  allBlocks,
  decimal,
  exerciseOrThrow,
  formatClock,
  type SessionDocument,
  type SessionTotals,
  volumeWords,
  type WeightUnit,
} from "@/core";
import { apiQuery } from "@/device/query";
import { useDates } from "@/parts/region";
import { cellFigure, doneFigures } from "@/parts/set-words";
import { SelectField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";
import { type ComputedSession, computeSession, type PastSession } from "@/views";
import { useWholeDesk } from "./use-desk";

/** This session beside one of before: lift by lift, and what both ask in all. The other is computed as it would be asked now. */
export function CompareSheet({ onClose }: { onClose: () => void }) {
  const desk = useWholeDesk();
  const { longDate } = useDates();
  const { view, document, computed, catalogue } = desk;
  const { unit } = view.gym.equipment;
  const { data, error } = useQuery(apiQuery("sessions.before", { sessionId: view.sessionId }));
  const past = data?.sessions ?? null;
  const likest = useMemo(() => {
    // The one that is most like it: the same day's of last week, as a rule.
    const shared = ({ document: other }: PastSession) =>
      idsIn(other).filter((id) => idsIn(document).includes(id)).length;
    return [...(past ?? [])].sort((a, b) => shared(b) - shared(a))[0]?.id ?? "";
  }, [past, document]);
  const [choice, setChoice] = useState<string | null>(null);
  const chosen = choice ?? likest;
  const other = past?.find(({ id }) => id === chosen) ?? null;
  const before = useMemo(() => other && computeSession(other.document, view), [other, view]);
  const done = useMemo(
    () =>
      new Map(
        view.lifts.flatMap(({ exposures }) =>
          exposures.filter(({ sessionId }) => sessionId === other?.id).map((one) => [one.slotId, one] as const),
        ),
      ),
    [view.lifts, other],
  );
  const rows = useMemo(() => {
    if (!before) return [];
    const mine = linesOf(computed.resolved.document);
    const theirs = linesOf(before.resolved.document);
    const ids = [...new Set([...mine.keys(), ...theirs.keys()])];
    return ids.map((lineage) => ({ lineage, mine: mine.get(lineage), theirs: theirs.get(lineage) }));
  }, [before, computed]);
  return (
    <Sheet open onOpenChange={onClose} title="Beside one of before">
      {error ? <p role="alert">{error.message}</p> : null}
      {past === null && !error ? <p className="text-quiet">Looking…</p> : null}
      {past?.length === 0 ? <p className="text-quiet">There is none before it.</p> : null}
      {past && past.length > 0 ? (
        <SelectField label="Which" value={chosen} onChange={(event) => setChoice(event.target.value)}>
          {past.map(({ id, date, title }) => (
            <option key={id} value={id}>
              {longDate(date)}
              {title ? `, ${title}` : ""}
            </option>
          ))}
        </SelectField>
      ) : null}
      {before && other ? (
        <table className="mt-3 w-full text-left">
          <thead className="text-xs text-quiet">
            <tr>
              <th scope="col">lift</th>
              <th scope="col">{longDate(other.date)}</th>
              <th scope="col">this one</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ lineage, mine, theirs }) => (
              <tr key={lineage} className="border-t border-line align-top">
                <th scope="row" className="pr-2 font-semibold">
                  {exerciseOrThrow(catalogue, (mine ?? theirs)!.exerciseId).name}
                </th>
                <td className="pr-2">
                  {theirs ? doneFigures(done.get(theirs.id)?.sets ?? [], unit) || cells(theirs, before) : "–"}
                </td>
                <td>{mine ? cells(mine, computed) : "–"}</td>
              </tr>
            ))}
            {FIGURES.map(([name, words]) => (
              <tr key={name} className="border-t border-line">
                <th scope="row" className="font-normal text-quiet">
                  {name}
                </th>
                <td>{words(before.totals, unit)}</td>
                <td className="font-semibold">{words(computed.totals, unit)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      {before ? (
        <p className="mt-2 text-quiet">What was done is as it was logged; the sums are of what was planned then.</p>
      ) : null}
    </Sheet>
  );
}

const FIGURES: readonly (readonly [string, (totals: SessionTotals, unit: WeightUnit) => string])[] = [
  ["minutes", ({ seconds }) => formatClock(seconds)],
  ["sets", ({ sets }) => String(sets)],
  ["reps", ({ reps }) => decimal(reps, 1)],
  ["moved", ({ volumeLoadKg }, unit) => volumeWords(volumeLoadKg, unit)],
  ["tension", ({ workSeconds }) => formatClock(workSeconds)],
];

const idsIn = (document: SessionDocument): string[] =>
  allBlocks(document).flatMap(({ slots }) => slots.map(({ lineage }) => lineage));

const linesOf = (document: SessionDocument) =>
  new Map(allBlocks(document).flatMap(({ slots }) => slots.map((slot) => [slot.lineage, slot] as const)));

type Line = ReturnType<typeof linesOf> extends Map<string, infer S> ? S : never;

const inOne = (sets: readonly string[]): string =>
  new Set(sets).size === 1 && sets.length > 1 ? `${sets.length} × (${sets[0]})` : sets.join(", ");

const cells = (slot: Line, { resolved }: Pick<ComputedSession, "resolved">): string =>
  inOne(slot.sets.map((set) => (set ? cellFigure(slot, set, resolved.loads) : "–")));
