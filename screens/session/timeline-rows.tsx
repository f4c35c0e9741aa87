"use client";
import { Fragment, memo } from "react";
import {
  allBlocks,
  blockLetter,
  type Catalogue,
  exerciseOrThrow,
  formatClock,
  type SessionDocument,
  type Slot,
} from "@/core";
import { NAMES, TOP } from "./work-intervals";

interface Row {
  readonly slotId: string;
  readonly name: string;
  readonly y: number;
  readonly letter: string;
  readonly first: boolean;
  readonly blockRows: number;
}

const nameOf = (slot: Slot, catalogue: Catalogue): string => {
  const name = exerciseOrThrow(catalogue, slot.exerciseId).name;
  return name.length > 23 ? `${name.slice(0, 22)}…` : name;
};

export function layRows(document: SessionDocument, catalogue: Catalogue, rowHeight: number, gap: number): Row[] {
  let y = TOP + rowHeight / 2 + 2;
  return allBlocks(document).flatMap((block, index) => {
    const rows = block.slots.map((slot, place): Row => {
      const row = {
        slotId: slot.id,
        name: nameOf(slot, catalogue),
        y,
        letter: blockLetter(index),
        first: place === 0,
        blockRows: block.slots.length,
      };
      y += rowHeight;
      return row;
    });
    y += gap;
    return rows;
  });
}

/** The ground that work is drawn on: minutes, and what is beyond the time there is. */
export const Minutes = memo(function Minutes({
  fromSeconds,
  untilSeconds,
  scale,
  capSeconds,
  width,
  height,
}: {
  fromSeconds: number;
  untilSeconds: number;
  /** CSS pixels a second. */
  scale: number;
  capSeconds: number | null;
  width: number;
  height: number;
}) {
  const x = (seconds: number) => NAMES + (seconds - fromSeconds) * scale;
  const every =
    [15, 30, 60, 300, 600, 900, 1800].find((seconds) => seconds * scale >= (seconds < 60 ? 46 : 30)) ?? 3600;
  const ticks = Array.from({ length: Math.floor(untilSeconds / every) + 1 }, (_, i) => i * every);
  return (
    <g clipPath="url(#timeline-time)">
      {capSeconds !== null ? (
        <rect
          x={x(capSeconds)}
          y={TOP - 4}
          width={Math.max(0, width - x(capSeconds))}
          height={height}
          fill="var(--color-weld-tint)"
        />
      ) : null}
      {ticks.map((tick) => (
        <Fragment key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={TOP - 4} y2={height} stroke="var(--color-mark)" strokeDasharray="1 4" />
          <text x={x(tick)} y={13} textAnchor="middle" fontSize={12} fill="var(--color-quiet)">
            {every < 60 ? formatClock(tick) : tick / 60}
          </text>
        </Fragment>
      ))}
      {capSeconds !== null ? (
        <line
          x1={x(capSeconds)}
          x2={x(capSeconds)}
          y1={TOP - 8}
          y2={height}
          stroke="var(--color-walnut)"
          strokeDasharray="1.5 3"
          strokeWidth={2}
        />
      ) : null}
    </g>
  );
});

/** The lifts' names, their lines, and what stands together. */
export const Names = memo(function Names({
  rows,
  rowHeight,
  width,
}: {
  rows: readonly Row[];
  rowHeight: number;
  width: number;
}) {
  return rows.map((row) => (
    <Fragment key={row.slotId}>
      {row.first ? (
        <>
          <text
            x={8}
            y={row.y + 4}
            fontSize={Math.min(14, rowHeight * row.blockRows)}
            fontWeight={700}
            fill="var(--color-walnut)"
          >
            {row.letter}
          </text>
          <line
            x1={24}
            x2={24}
            y1={row.y - rowHeight / 2 + 2}
            y2={row.y + rowHeight * (row.blockRows - 0.5) - 2}
            stroke="var(--color-walnut)"
            strokeWidth={1.5}
          />
        </>
      ) : null}
      <text x={30} y={row.y + 4} fontSize={Math.min(12, rowHeight)} fill="var(--color-walnut)">
        {row.name}
      </text>
      <line x1={NAMES} x2={width - 8} y1={row.y} y2={row.y} stroke="var(--color-mark)" />
    </Fragment>
  ));
});
