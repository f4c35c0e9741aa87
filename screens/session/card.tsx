"use client";
import { QRCodeSVG } from "qrcode.react";
import { useMemo } from "react";
import {
  allBlocks,
  type Block,
  blockLetter,
  type ClientLimit,
  decimal,
  exerciseOrThrow,
  firstOf,
  limitsOn,
  onlyInPart,
  printRest,
  printTempo,
  type ResolvedLoad,
  roundExtras,
  type Slot,
  slotLabels,
} from "@/core";
import { useDates } from "@/parts/region";
import { cellFigure, loadFigure } from "@/parts/set-words";
import { Button } from "@/ui/button";
import {
  afterWords,
  type ComputedSession,
  computeSession,
  type SessionView,
  unknownLoadWords,
  warmUpWords,
} from "@/views";

/** Lifts from which on the card is set smaller, so that it stays one page. */
const SMALLER_FROM = [7, 11] as const;
const SIZES = ["text-[20px]", "text-[16px]", "text-[12px]"] as const;

/** The session on one page: to be read at arm's length, and written on. `link`: where it is opened to train. */
export function SessionCard({ view, link }: { view: SessionView; link: string }) {
  const { longDate } = useDates();
  const computed = useMemo(() => computeSession(view.document, view), [view]);
  const { document } = computed.resolved;
  const labels = slotLabels(document);
  const blocks = allBlocks(document);
  const lifts = blocks.reduce((sum, { slots }) => sum + slots.length, 0);
  const size = SIZES[SMALLER_FROM.filter((from) => lifts >= from).length]!;
  const catalogue = computed.forecastContext.catalogue;
  const { warmUp } = document;
  const limits = limitsOn(view.client.limits, view.date);
  return (
    <main className="mx-auto max-w-[200mm] bg-white p-6 text-black print:max-w-none print:p-0">
      <style>{"@page { size: A4; margin: 12mm; } @media print { body { background: white; } }"}</style>
      <div className="no-print mb-4 flex gap-2">
        <Button kind="main" onClick={() => window.print()}>
          Print, or keep as PDF
        </Button>
        <Button onClick={() => window.history.back()}>Back</Button>
      </div>
      <article className={size}>
        <header className="flex items-baseline justify-between gap-4 border-b-2 border-black pb-1">
          <h1 className="text-[1.5em] font-bold">{view.client.name}</h1>
          <p className="ml-auto text-right">
            {document.title ? <strong>{document.title}</strong> : null} {longDate(view.date)}, {view.gym.name}, about{" "}
            {Math.round(computed.totals.seconds / 60)} min; loads in {view.gym.equipment.unit}
          </p>
          <QRCodeSVG value={link} size={64} level="L" title="Opens this session to train" className="shrink-0" />
        </header>
        {warmUp ? (
          <p className="border-b border-black py-1">
            <strong>Warm-up</strong> {warmUpWords(warmUp)}
          </p>
        ) : null}
        {blocks.map((block, index) => (
          <section key={block.id} className="break-inside-avoid border-b border-black py-[0.35em]">
            <h2 className="flex justify-between gap-3">
              <strong>
                {blockLetter(index)} {computed.names.get(block.id)?.words}
              </strong>
              <span>{roundsWords(block, computed.blockTimelines.get(block.id)?.run.rounds.length ?? 0)}</span>
            </h2>
            <table className="w-full table-fixed border-collapse">
              <tbody>
                {block.slots.map((slot, at) => (
                  <tr key={slot.id} className="align-top">
                    <th scope="row" className="w-[34%] py-[0.15em] pr-2 text-left font-semibold leading-tight">
                      {labels.get(slot.id)} {exerciseOrThrow(catalogue, slot.exerciseId).name}
                      <span className="block text-[0.78em] font-normal">
                        {liftNotes({ slot, next: labels.get(block.slots[at + 1]?.id ?? "") ?? null }, computed, limits)}
                      </span>
                    </th>
                    {slot.sets.map((set, round) => (
                      <td key={set?.id ?? round} className="border border-black px-[0.3em] py-[0.1em]">
                        <span className="block font-semibold leading-tight">
                          {set ? cellFigure(slot, set, computed.resolved.loads).replaceAll("× ?", `× ____`) : "–"}
                        </span>
                        {/* Room to write what was done. */}
                        <span className="block h-[1.7em]" />
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        ))}
        <footer className="pt-2">
          <p className="border-b border-black pb-[1.6em]">Notes</p>
          <p className="pt-2">How hard, 0 to 10: ____ &nbsp; Slept: well / so-so / badly &nbsp; Sore: ____________</p>
        </footer>
      </article>
    </main>
  );
}

function roundsWords({ rounds, restAfterRound: rest }: Block, fit: number): string {
  const times =
    rounds.kind === "fixed"
      ? `${rounds.count} ${rounds.count === 1 ? "round" : "rounds"}`
      : rounds.kind === "range"
        ? `${rounds.low}–${rounds.high} rounds`
        : `about ${fit} rounds within ${decimal(rounds.seconds / 60)} min`;
  if (rest === null) return times;
  if (rest.kind === "partnersWork") return `${times}, rest while the partner works`;
  return `${times}, rest ${(rest.kind === "each" ? [rest.rest] : rest.rests).map(printRest).join(", ")} s`;
}

/** What else is to be known of a lift: its set-up, tempo, reserve, ramp, what its cells leave out, limits, cues, and what comes after it. */
function liftNotes(
  { slot, next }: { readonly slot: Slot; readonly next: string | null },
  computed: ComputedSession,
  limits: readonly ClientLimit[],
): string {
  const { catalogue } = computed.forecastContext;
  const first = slot.sets.find((set) => set !== null)?.segments[0];
  const ramp = computed.resolved.ramps.get(slot.id) ?? [];
  const rir = first?.rir ?? null;
  const isUnknown = slot.sets.some((set) => set && isToBeFound(computed.resolved.loads.get(firstOf(set.segments).id)));
  return [
    slot.setup.map(({ name, value }) => `${name} ${value}`).join(", "),
    first?.tempo ? `tempo ${printTempo(first.tempo).slice(1)}` : "",
    isUnknown
      ? unknownLoadWords(rir)
      : rir
        ? `${rir.low === rir.high ? rir.low : `${rir.low}–${rir.high}`} in reserve`
        : "",
    ramp.length > 0 ? `first ${ramp.map(({ load, reps }) => `${reps} × ${load.weight.amount}`).join(", ")}` : "",
    ...roundExtras(slot, catalogue),
    ...onlyInPart(exerciseOrThrow(catalogue, slot.exerciseId), limits),
    slot.cues.join("; "),
    next === null ? "" : afterWords(slot, next),
  ]
    .filter(Boolean)
    .join("; ");
}

/** Whether no load of a set is known: room is left to write it. */
const isToBeFound = (load: ResolvedLoad | undefined): boolean => loadFigure(load) === "?";
