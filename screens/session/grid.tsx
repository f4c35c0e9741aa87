"use client";
import { clsx } from "clsx";
import { Fragment, memo, useEffect, useMemo, useRef, useState } from "react";
import { allBlocks, type Block, blockLetter, type Exposure } from "@/core";
import { cellFigure } from "@/parts/set-words";
import { Button } from "@/ui/button";
import { fetched, useOnDemand } from "@/ui/on-demand";
import { useLatest } from "@/ui/use-latest";
import type { LiftLog, SessionView } from "@/views";
import { BlockHead } from "./block-head";
import type { Question } from "./desk-state";
import { gapId } from "./grid-ids";
import { LiftRow } from "./lift-row";
import { useWholeDesk } from "./use-desk";
import { type Place, useGrid } from "./use-grid";
import type { Partner } from "./use-partner";
import { WarmUpRow } from "./warm-up-row";

const PartnerRow = fetched(() => import("./partner-row").then((module) => module.PartnerRow));
const AddLift = fetched(() => import("./add-lift").then((module) => module.AddLift));

const loadDrag = () => import("./grid-drag").then((module) => module.GridDrag);

/** Rows are lifts, columns are rounds; the cells are the crossings. One tab stop; arrows rove, Enter writes, F6 leaves. */
export function Grid({ view, partner }: { view: SessionView; partner: Partner | null }) {
  const desk = useWholeDesk();
  const { document, computed } = desk;
  const grid = useGrid();
  const blocks = allBlocks(document);
  const rounds = Math.max(1, ...blocks.flatMap((block) => block.slots.map((slot) => slot.sets.length)));
  const last = useMemo(() => lastTimes(view.lifts), [view.lifts]);
  const columns = columnsOf(rounds, widestEnd(blocks, rounds, computed.resolved.loads));
  const selected = desk.selection;
  const writing = grid.cell;
  const [isPointed, setPointed] = useState(false);
  const Drag = useOnDemand(loadDrag, isPointed, setPointed);
  const latest = useLatest(grid);
  /** What is being written of a block or a lift. */
  const placeOf = (id: string): Place | null => {
    const { place } = grid;
    const of = place && ("slotId" in place ? place.slotId : "blockId" in place ? place.blockId : null);
    return of === id ? place : null;
  };
  const isWrittenIn = (block: Block): boolean =>
    placeOf(block.id) !== null || block.slots.some(({ id }) => writing?.at.slotId === id || placeOf(id) !== null);
  return (
    <>
      <div
        ref={grid.container}
        role="grid"
        aria-label="Session, rows are lifts and columns are rounds"
        aria-multiselectable
        tabIndex={0}
        aria-activedescendant={selected ? `cell-${selected.slotId}-${selected.round}` : undefined}
        onKeyDown={grid.onKeyDown}
        onPointerEnter={() => {
          setPointed(true);
          AddLift.fetch();
        }}
        onCopy={grid.onCopy}
        onPaste={grid.onPaste}
        onFocus={() => {
          AddLift.fetch();
          const [first] = grid.rows;
          if (!selected && first) desk.select({ slotId: first.slotId, round: 0 });
        }}
        // A sentence below the last row is seen whole.
        className="relative shrink-0 overflow-x-auto px-3 pb-2 has-[[role=rowgroup]:nth-last-child(2)_[role=alert]]:pb-24"
      >
        <ColumnHeads rounds={rounds} columns={columns} />
        <WarmUpRow
          warmUp={document.warmUp}
          isWriting={grid.place?.kind === "warmUp"}
          locked={desk.locked}
          grid={latest}
        />
        {blocks.map((block, index) => (
          <div
            key={block.id}
            role="rowgroup"
            // Painted by itself; what hangs out of a place that is written lies over the blocks below.
            className={clsx("isolate", isWrittenIn(block) && "relative z-10")}
          >
            <Gap at={index} />
            <BlockHead
              blockId={block.id}
              rounds={block.rounds}
              rest={block.restAfterRound}
              letter={blockLetter(index)}
              words={computed.names.get(block.id)?.words ?? ""}
              fit={computed.blockTimelines.get(block.id)?.run.rounds.length ?? 0}
              assumedRestSeconds={view.settings.assumed.roundRestSeconds}
              place={placeOf(block.id)}
              locked={desk.locked}
              grid={latest}
            />
            {block.slots.map((slot) => (
              <Fragment key={slot.id}>
                <LiftRow
                  block={block}
                  slot={slot}
                  rounds={rounds}
                  columns={columns}
                  catalogue={desk.catalogue}
                  settings={view.settings}
                  locked={desk.locked}
                  selected={selected?.slotId === slot.id ? selected.round : null}
                  chosen={grid.chosenOf(slot.id)}
                  writing={
                    writing?.at.slotId === slot.id
                      ? { round: writing.at.round, text: writing.text, error: grid.error }
                      : null
                  }
                  place={placeOf(slot.id)}
                  isMenuOpen={grid.menuOf === slot.id}
                  grid={latest}
                  unit={view.gym.equipment.unit}
                  last={last.get(slot.lineage)}
                />
                {partner ? <PartnerRow partner={partner} slot={slot} columns={columns} rounds={rounds} /> : null}
              </Fragment>
            ))}
            {grid.place?.kind === "add" && grid.place.blockId === block.id ? (
              <AddLift
                blockId={block.id}
                isInside={grid.place.isInside}
                typed={grid.place.typed}
                onClose={grid.close}
              />
            ) : null}
          </div>
        ))}
        <Gap at={document.blocks.length} />
      </div>
      {desk.locked ? null : (
        <div className="shrink-0 px-3 pt-1.5 pb-3">
          {grid.place?.kind === "add" ? (
            grid.place.blockId === null && (
              <AddLift blockId={null} isInside={false} typed={grid.place.typed} onClose={grid.close} />
            )
          ) : (
            <button
              type="button"
              onClick={() => grid.open({ kind: "add", blockId: null, isInside: false })}
              className="flex min-h-[30px] w-full max-w-md items-center gap-2 border border-dashed border-rule px-2 text-quiet hover:bg-inset"
            >
              <span aria-hidden>+</span> Add a lift
            </button>
          )}
          {desk.question ? <Asked question={desk.question} /> : null}
          <p role="status" className="min-h-4 text-quiet">
            {grid.said}
          </p>
        </div>
      )}
      {Drag && !desk.locked ? <Drag /> : null}
    </>
  );
}

/** What is asked before something is done: each answer does its own. */
function Asked({ question: { says, answers } }: { question: Question }) {
  const desk = useWholeDesk();
  const first = useRef<HTMLButtonElement>(null);
  useEffect(() => first.current?.focus(), []);
  return (
    <div
      role="alertdialog"
      aria-label={says}
      className="mt-1.5 flex flex-wrap items-center gap-2 border-2 border-walnut bg-surface px-2 py-1.5"
    >
      <p className="font-semibold">{says}</p>
      {answers.map(({ name, operation }, at) => (
        <Button
          key={name}
          ref={at === 0 ? first : undefined}
          kind={at === 0 ? "main" : "plain"}
          className="min-h-7 px-2 py-0.5"
          onClick={() => {
            desk.ask(null);
            desk.operate(operation);
          }}
        >
          {name}
        </Button>
      ))}
      <Button kind="quiet" className="min-h-7 px-2 py-0.5" onClick={() => desk.ask(null)}>
        Neither
      </Button>
    </div>
  );
}

const ColumnHeads = memo(function ColumnHeads({ rounds, columns }: { rounds: number; columns: string }) {
  return (
    <div role="row" className="grid pt-1.5 pb-0.5 text-quiet" style={{ gridTemplateColumns: columns }}>
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
  );
});

/** Between two blocks: what is dropped here stands here alone. */
const Gap = memo(function Gap({ at }: { at: number }) {
  return <div id={gapId(at)} className="-my-0.5 h-1.5 data-over:bg-indigo" aria-hidden />;
});

/** Rounds side by side, the last one wide enough for what runs on beyond its set; tempo and last time after them. */
function columnsOf(rounds: number, lastRem: number): string {
  const [least, most] = [rounds > 6 ? 4.6 : 6.2, rounds > 5 ? 6.6 : 7.2];
  const round = `minmax(${least}rem, ${most}rem)`;
  const last = lastRem > most ? `minmax(${lastRem}rem, max-content)` : round;
  return `12.5rem ${rounds > 1 ? `repeat(${rounds - 1}, ${round}) ` : ""}${last} 5.2rem minmax(6.5rem, 1fr)`;
}

const NARROW_LETTER_REM = 0.42;

/** What the longest drop in the last round takes, in rem; in whole ones, so that an edit seldom moves a column. */
function widestEnd(blocks: readonly Block[], rounds: number, loads: Parameters<typeof cellFigure>[2]): number {
  let letters = 0;
  for (const slot of blocks.flatMap((block) => block.slots)) {
    const set = slot.sets.length === rounds ? slot.sets.at(-1) : null;
    if (set && set.segments.length > 1) letters = Math.max(letters, cellFigure(slot, set, loads).length);
  }
  return letters === 0 ? 0 : Math.ceil(letters * NARROW_LETTER_REM + 2);
}

const lastTimes = (lifts: readonly LiftLog[]): ReadonlyMap<string, Exposure | undefined> =>
  new Map(lifts.map((lift) => [lift.lineage, lift.exposures.at(-1)]));
