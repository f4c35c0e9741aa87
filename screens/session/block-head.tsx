"use client";
import { memo } from "react";
import { type Block, decimal, roundRestText, writeRoundRest, writeRounds } from "@/core";
import { newId } from "@/device/ids";
import type { Latest } from "@/ui/use-latest";
import { handleId, headId } from "./grid-ids";
import { InPlaceEditor } from "./in-place";
import { BlockMenu } from "./lift-menu";
import { useDeskStore } from "./use-desk";
import type { GridState, Place } from "./use-grid";

/** A block's name, rounds, transitions and rest, each written in place. Drawn again where one of these is another. */
export const BlockHead = memo(function BlockHead({
  blockId,
  rounds,
  rest,
  letter,
  words,
  fit,
  assumedRestSeconds,
  place,
  locked,
  grid,
}: {
  blockId: string;
  rounds: Block["rounds"];
  rest: Block["restAfterRound"];
  letter: string;
  /** What kind of block it is. */
  words: string;
  /** Rounds that fit into its time. */
  fit: number;
  assumedRestSeconds: number;
  /** What of it is being written. */
  place: Place | null;
  locked: boolean;
  grid: Latest<GridState>;
}) {
  const desk = useDeskStore();
  const isAt = (kind: "rest" | "rounds") => place?.kind === kind;
  const roundsText =
    rounds.kind === "fixed"
      ? `${rounds.count}`
      : rounds.kind === "range"
        ? `${rounds.low}-${rounds.high}`
        : `within ${decimal(rounds.seconds / 60)} min`;
  const restText = roundRestText(rest);
  return (
    <div
      id={headId(blockId)}
      role="row"
      className="flex min-h-[25px] items-center gap-2.5 border-b border-rule px-2 data-over:bg-indigo-tint"
    >
      <span id={handleId(blockId)} role="rowheader" className="grid font-bold">
        <span className="flex items-baseline gap-2.5 [grid-area:1/1]">
          <span>{letter}</span>
          <span>{words}</span>
        </span>
      </span>
      <span role="gridcell" className="flex items-center gap-1 text-quiet">
        <InPlaceEditor
          label={`Rounds of block ${letter}`}
          text={roundsText}
          isWriting={isAt("rounds")}
          locked={locked}
          onWrite={() => grid.now.open({ kind: "rounds", blockId })}
          onKeep={(typed) => desk.getState().attempt(writeRounds(desk.getState().document, blockId, typed, newId))}
          onLeave={() => grid.now.close()}
        >
          {rounds.kind === "withinTime"
            ? `${fit} rounds within ${decimal(rounds.seconds / 60)} min`
            : `${roundsText.replace("-", "–")} ${roundsText === "1" ? "round" : "rounds"}`}
        </InPlaceEditor>
        <span aria-hidden>·</span>
        <InPlaceEditor
          label={`Rest after each round of block ${letter}`}
          text={restText}
          isWriting={isAt("rest")}
          locked={locked}
          onWrite={() => grid.now.open({ kind: "rest", blockId })}
          onKeep={(typed) => desk.getState().attempt(writeRoundRest(desk.getState().document, blockId, typed))}
          onLeave={() => grid.now.close()}
          className={rest === null ? "assumed" : undefined}
        >
          {rest === null
            ? `${assumedRestSeconds} s rest`
            : rest.kind === "partnersWork"
              ? "rest: the partner's work"
              : `${restText.replaceAll(",", ", ")} s rest`}
        </InPlaceEditor>
      </span>
      <span role="gridcell" className="ml-auto self-center">
        {locked ? null : <BlockMenu grid={grid} blockId={blockId} letter={letter} />}
      </span>
    </div>
  );
});
