"use client";
import { printWarmUpParts, writeWarmUp } from "@/core";
import { newId } from "@/device/ids";
import { InPlace } from "./in-place";
import type { Desk } from "./use-desk";
import type { GridState } from "./use-grid";

/** What comes before the lifts, in a line. */
export function WarmUpRow({ desk, grid }: { desk: Desk; grid: GridState }) {
  const { document, catalogue, locked } = desk;
  const text = document.warmUp ? printWarmUpParts(document.warmUp) : "";
  if (locked && text === "") return null;
  return (
    <div role="row" className="flex min-h-[25px] items-center gap-2.5 px-2">
      <span role="rowheader" className="font-bold">
        Warm-up
      </span>
      <span role="gridcell" className="narrow text-quiet">
        <InPlace
          label="Warm-up"
          text={text}
          isWriting={grid.place?.kind === "warmUp"}
          locked={locked}
          onWrite={() => grid.open({ kind: "warmUp" })}
          onKeep={(typed) => desk.attempt(writeWarmUp(typed, catalogue, newId))}
          onLeave={grid.close}
        >
          {text === "" ? "none; such as 5min easy row; Hip circle 2x10" : text}
        </InPlace>
      </span>
    </div>
  );
}
