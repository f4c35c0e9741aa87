"use client";
import { memo } from "react";
import { printWarmUpParts, type SessionDocument, writeWarmUp } from "@/core";
import { newId } from "@/device/ids";
import type { Latest } from "@/ui/use-latest";
import { InPlaceEditor } from "./in-place";
import { useDeskStore } from "./use-desk";
import type { GridState } from "./use-grid";

/** What comes before the lifts, in a line. */
export const WarmUpRow = memo(function WarmUpRow({
  warmUp,
  isWriting,
  locked,
  grid,
}: {
  warmUp: SessionDocument["warmUp"];
  isWriting: boolean;
  locked: boolean;
  grid: Latest<GridState>;
}) {
  const desk = useDeskStore();
  const text = warmUp ? printWarmUpParts(warmUp) : "";
  if (locked && text === "") return null;
  return (
    <div role="row" className="flex min-h-[25px] items-center gap-2.5 px-2">
      <span role="rowheader" className="font-bold">
        Warm-up
      </span>
      <span role="gridcell" className="text-quiet">
        <InPlaceEditor
          label="Warm-up"
          text={text}
          isWriting={isWriting}
          locked={locked}
          onWrite={() => grid.now.open({ kind: "warmUp" })}
          onKeep={(typed) => desk.getState().attempt(writeWarmUp(typed, desk.getState().catalogue, newId))}
          onLeave={() => grid.now.close()}
        >
          {text === "" ? "none; such as 5min easy row; Hip circle 2x10" : text}
        </InPlaceEditor>
      </span>
    </div>
  );
});
