"use client";
import { useMemo, useRef, useState } from "react";
import type { ComputedSession, SessionView } from "@/contract";
import {
  allBlocks,
  type Block,
  blockLetter,
  decimal,
  type Exposure,
  exerciseOrThrow,
  isUnknownLift,
  printCell,
  printRest,
  printTempo,
  type SessionDocument,
  type ShorthandError,
  type Slot,
  slotById,
  slotLabels,
} from "@/core";
import { SetCell } from "@/parts/set-cell";
import { BlockMenu } from "./block-menu";
import type { Desk, Selection } from "./use-desk";

interface Props {
  readonly desk: Desk;
  readonly view: SessionView;
}

/** A cell that is being written: where it is, whatever is chosen meanwhile; what is typed; and what stood there. */
interface Editing {
  readonly at: Selection;
  readonly text: string;
  readonly printed: string;
}

/**
 * Whether a typed text says the whole set. Where something of what stood there is in it still, it was put right in place, and
 * does. Where nothing is, a part was typed, and changes that part.
 */
function isWhole({ text, printed }: Editing): boolean {
  const words = new Set(printed.split(/\s+/).filter(Boolean));
  return words.size > 1 && text.split(/\s+/).some((word) => words.has(word));
}

/** Rows are lifts, columns are rounds; the cells are the crossings. One tab stop; arrows rove, Enter writes, F6 leaves. */
export function Grid({ desk, view }: Props) {
  const { document, computed, selection } = desk;
  const [cell, setCell] = useState<Editing | null>(null);
  const [error, setError] = useState<ShorthandError | null>(null);
  // What is being written now, also for handlers of an earlier render: a text is committed once.
  const writing = useRef<Editing | null>(null);
  const put = (next: Editing | null) => {
    writing.current = next;
    setCell(next);
  };
  const container = useRef<HTMLDivElement>(null);
  const cells = useMemo(() => order(document), [document]);
  const rounds = Math.max(1, ...allBlocks(document).flatMap((block) => block.slots.map((slot) => slot.sets.length)));
  const last = useMemo(() => new Map(view.lifts.map((lift) => [lift.lineage, lift.exposures.at(-1)])), [view.lifts]);
  const columns = `11.5rem repeat(${rounds}, minmax(${rounds > 6 ? 4.6 : 6.4}rem, ${rounds > 5 ? 6.6 : 7.2}rem)) 5.6rem minmax(7rem, 1fr)`;

  const startEdit = (at: Selection | null, typed?: string) => {
    if (!at || desk.locked) return;
    if (writing.current) {
      // What does not read yet is put right, or left with Escape, before another cell is written.
      window.document.querySelector<HTMLInputElement>("[data-writing]")?.focus();
      return;
    }
    const set = slotById(document, at.slotId)?.sets[at.round] ?? null;
    const printed = set ? printCell(set, desk.catalogue, slotLabels(document)) : "";
    put({ at, text: typed ?? printed, printed });
    setError(null);
  };
  const commit = (move: "down" | "stay") => {
    const now = writing.current;
    if (!now) return;
    const problem = now.text.trim() === now.printed.trim() ? null : desk.setCell(now.at, now.text, isWhole(now));
    setError(problem);
    if (problem) return;
    put(null);
    if (move === "down") rove(0, 1);
    container.current?.focus();
  };
  const leave = () => {
    put(null);
    setError(null);
    container.current?.focus();
  };
  const rove = (dx: number, dy: number) => {
    if (cells.length === 0) return;
    const row = cells.findIndex((one) => one.slotId === selection?.slotId);
    const next = cells[Math.max(0, Math.min(cells.length - 1, Math.max(row, 0) + dy))]!;
    const round = Math.max(0, Math.min(next.rounds - 1, (selection?.round ?? 0) + dx));
    desk.select({ slotId: next.slotId, round });
  };

  const onKeyDown = (event: React.KeyboardEvent) => {
    if ((event.target as HTMLElement).closest("input, button, select, textarea")) return;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const by = moves[event.key];
    if (by) {
      event.preventDefault();
      rove(...by);
    } else if (event.key === "Enter" || event.key === "F2") {
      event.preventDefault();
      startEdit(selection);
    } else if (event.key === "F6") {
      event.preventDefault();
      window.document.getElementById("why")?.focus();
    } else if (event.key.length === 1 && /[\dF@=>rt]/.test(event.key) && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      startEdit(selection, event.key);
    }
  };

  return (
    <div
      ref={container}
      role="grid"
      aria-label="Session, rows are lifts and columns are rounds"
      tabIndex={0}
      aria-activedescendant={selection ? `cell-${selection.slotId}-${selection.round}` : undefined}
      onKeyDown={onKeyDown}
      onFocus={() => {
        if (!selection && cells[0]) desk.select({ slotId: cells[0].slotId, round: 0 });
      }}
      className="overflow-x-auto px-3 pb-3"
    >
      <div role="row" className="narrow grid pt-1.5 pb-0.5 text-quiet" style={{ gridTemplateColumns: columns }}>
        <span role="columnheader" className="pl-2">
          round
        </span>
        {Array.from({ length: rounds }, (_, i) => (
          <span role="columnheader" key={i} className="pl-2">
            {i + 1}
          </span>
        ))}
        <span role="columnheader" className="pl-2">
          tempo
        </span>
        <span role="columnheader" className="pl-2">
          last time
        </span>
      </div>
      {allBlocks(document).map((block, index) => (
        <div key={block.id} role="rowgroup">
          <BlockHead block={block} letter={blockLetter(index)} computed={computed} desk={desk} />
          {block.slots.map((slot) => (
            <div key={slot.id} role="row" className="grid" style={{ gridTemplateColumns: columns }}>
              <span role="rowheader" className="narrow flex min-h-[34px] items-center pr-1 pl-8 leading-tight">
                <span>
                  {exerciseOrThrow(desk.catalogue, slot.exerciseId).name}
                  {slot.setup.length > 0 ? (
                    <span className="block text-quiet">
                      {slot.setup.map(({ name, value }) => `${name} ${value}`).join(", ")}
                    </span>
                  ) : null}
                  {isUnknownLift(desk.catalogue, slot.exerciseId) ? (
                    <span className="block text-quiet">not known yet</span>
                  ) : null}
                </span>
              </span>
              {Array.from({ length: rounds }, (_, round) => (
                <SetCell
                  key={round}
                  slot={slot}
                  round={round}
                  computed={computed}
                  selected={selection?.slotId === slot.id && selection.round === round}
                  onSelect={desk.select}
                  onEdit={() => startEdit({ slotId: slot.id, round })}
                  editing={cell?.at.slotId === slot.id && cell.at.round === round ? cell.text : null}
                  setEditing={(text) => writing.current && put({ ...writing.current, text })}
                  commit={commit}
                  leave={leave}
                  error={error}
                />
              ))}
              <span role="gridcell" className="narrow flex items-center pl-2">
                {tempoOf(slot)}
              </span>
              <span role="gridcell" className="narrow flex items-center pl-2 text-woad">
                {lastTime(last.get(slot.lineage))}
              </span>
            </div>
          ))}
        </div>
      ))}
    </div>
  );
}

const order = (document: SessionDocument): { slotId: string; rounds: number }[] =>
  allBlocks(document).flatMap((block) => block.slots.map((slot) => ({ slotId: slot.id, rounds: slot.sets.length })));

function tempoOf(slot: Slot): string {
  const tempo = slot.sets.find((set) => set !== null)?.segments[0]?.tempo;
  return tempo ? printTempo(tempo).slice(1) : "";
}

function lastTime(exposure: Exposure | undefined): string {
  if (!exposure) return "first time";
  const load = Math.max(...exposure.sets.map((set) => set.loadKg));
  const done = exposure.sets.map((set) => (set.seconds === null ? set.reps : `${decimal(set.seconds)}s`)).join(" ");
  return load === 0 ? done : `${done} × ${decimal(load).replace("-", "−")}`;
}

function BlockHead({
  block,
  letter,
  computed,
  desk,
}: {
  block: Block;
  letter: string;
  computed: ComputedSession;
  desk: Desk;
}) {
  const rounds =
    block.rounds.kind === "fixed"
      ? `${block.rounds.count}`
      : block.rounds.kind === "range"
        ? `${block.rounds.low}–${block.rounds.high}`
        : `${computed.blockTimelines.get(block.id)?.run.rounds.length ?? 0}`;
  const rest = block.restAfterRound;
  const restWords =
    rest === null
      ? null
      : rest.kind === "partnersWork"
        ? "partner's work"
        : `${(rest.kind === "each" ? [rest.rest] : rest.rests).map(printRest).join(", ")} s`;
  const handovers = block.slots
    .slice(0, -1)
    .map((slot) =>
      slot.restAfter
        ? (slot.restAfter.kind === "each" ? [slot.restAfter.rest] : slot.restAfter.rests).map(printRest).join(", ")
        : null,
    );
  return (
    <div role="row" className="mt-0.5 flex min-h-[25px] items-center gap-2.5 border-b border-rule px-2">
      <span role="rowheader" className="flex items-baseline gap-2.5 font-bold">
        <span>{letter}</span>
        <span>{computed.names.get(block.id)?.words}</span>
      </span>
      <span role="gridcell" className="narrow text-quiet">
        {rounds} {rounds === "1" ? "round" : "rounds"}
        {handovers.length > 0 ? (
          handovers[0] ? (
            ` · ${[...new Set(handovers)].join(", ")} s handover`
          ) : (
            <span className="assumed"> · 10 s handover</span>
          )
        ) : null}
        {restWords ? ` · ${restWords}` : rounds !== "1" ? <span className="assumed"> · 90 s</span> : null}
      </span>
      <span role="gridcell" className="ml-auto self-center">
        <BlockMenu desk={desk} block={block} letter={letter} />
      </span>
    </div>
  );
}
