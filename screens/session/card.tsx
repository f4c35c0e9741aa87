"use client";
import { useMemo } from "react";
import {
  allBlocks,
  type Block,
  blockLetter,
  decimal,
  exerciseOrThrow,
  printRest,
  printTempo,
  type Slot,
  slotLabels,
} from "@/core";
import { useDates } from "@/parts/region";
import { cellFigure } from "@/parts/set-words";
import { Button } from "@/ui/button";
import { computeSession, type SessionView } from "@/views";

/** Lifts from which on the card is set smaller, so that it stays one page. */
const SMALLER_FROM = [7, 11] as const;
const SIZES = ["text-[20px]", "text-[16px]", "text-[12px]"] as const;

/** The session on one page: to be read at arm's length, and written on. */
export function SessionCard({ view }: { view: SessionView }) {
  const { longDate } = useDates();
  const computed = useMemo(() => computeSession(view.document, view), [view]);
  const { document } = computed.resolved;
  const labels = slotLabels(document);
  const blocks = allBlocks(document);
  const lifts = blocks.reduce((sum, { slots }) => sum + slots.length, 0);
  const size = SIZES[SMALLER_FROM.filter((from) => lifts >= from).length]!;
  const catalogue = computed.forecastContext.catalogue;
  const { warmUp } = document;
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
          <p className="text-right">
            {document.title ? <strong>{document.title}</strong> : null} {longDate(view.date)}, {view.gym.name}, about{" "}
            {Math.round(computed.totals.seconds / 60)} min
          </p>
        </header>
        {warmUp ? (
          <p className="border-b border-black py-1">
            <strong>Warm-up</strong>{" "}
            {[
              warmUp.pulseRaiser ? `${decimal(warmUp.pulseRaiser.seconds / 60)} min ${warmUp.pulseRaiser.what}` : "",
              ...warmUp.drills.map(
                ({ name, sets, amount }) =>
                  `${name} ${sets > 1 ? `${sets} × ` : ""}${amount.kind === "reps" ? amount.reps : `${amount.seconds} s`}`,
              ),
            ]
              .filter(Boolean)
              .join(", ")}
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
                {block.slots.map((slot) => (
                  <tr key={slot.id} className="align-top">
                    <th scope="row" className="w-[34%] py-[0.15em] pr-2 text-left font-semibold leading-tight">
                      {labels.get(slot.id)} {exerciseOrThrow(catalogue, slot.exerciseId).name}
                      <span className="block text-[0.78em] font-normal">
                        {besideWords(slot, computed.resolved.ramps.get(slot.id) ?? [])}
                      </span>
                    </th>
                    {slot.sets.map((set, round) => (
                      <td key={set?.id ?? round} className="border border-black px-[0.3em] py-[0.1em]">
                        <span className="block font-semibold leading-tight">
                          {set ? cellFigure(slot, set, computed.resolved.loads) : "–"}
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

/** What else is to be known of a lift: its set-up, tempo, reserve, ramp and cues. */
function besideWords(
  slot: Slot,
  ramp: readonly { readonly load: { readonly weight: { readonly amount: string } }; readonly reps: number }[],
): string {
  const first = slot.sets.find((set) => set !== null)?.segments[0];
  const rir = first?.rir;
  return [
    slot.setup.map(({ name, value }) => `${name} ${value}`).join(", "),
    first?.tempo ? `tempo ${printTempo(first.tempo).slice(1)}` : "",
    rir ? `${rir.low === rir.high ? rir.low : `${rir.low}–${rir.high}`} in reserve` : "",
    ramp.length > 0 ? `ramp ${ramp.map(({ load, reps }) => `${load.weight.amount}×${reps}`).join(", ")}` : "",
    slot.cues.join("; "),
  ]
    .filter(Boolean)
    .join("; ");
}
