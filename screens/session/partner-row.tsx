"use client";
import { clsx } from "clsx";
import { useState } from "react";
import { catalogueIn } from "@/contract";
import { fallsShort, firstOf, printCell, type Slot, slotById, slotLabels } from "@/core";
import { loadFigure } from "@/parts/set-words";
import { InPlaceEditor } from "./in-place";
import type { Partner } from "./use-partner";

/** The partner's loads under a lift's row: what is shared stands above, what is theirs is written here. */
export function PartnerRow({
  partner,
  slot,
  columns,
  rounds,
}: {
  partner: Partner;
  slot: Slot;
  columns: string;
  rounds: number;
}) {
  const [writing, setWriting] = useState<number | null>(null);
  const { view, computed, write } = partner;
  const theirs = slotById(view.document, slot.id);
  const [name = ""] = view.client.name.split(" ");
  return (
    <div role="row" className="grid" style={{ gridTemplateColumns: columns }}>
      <span role="rowheader" className="flex items-center pl-9 text-quiet">
        {name}
      </span>
      {Array.from({ length: rounds }, (_, round) => {
        const set = theirs?.sets[round];
        if (!set) return <span role="gridcell" key={round} />;
        const first = firstOf(set.segments);
        const likely = computed.forecast.bySegment.get(first.id);
        const text = printCell(set, catalogueIn(view.exercises), slotLabels(view.document));
        const figures = set.segments.map(({ id }) => loadFigure(computed.resolved.loads.get(id))).join(" ↘ ");
        return (
          <span
            role="gridcell"
            key={round}
            className="flex min-h-7 items-center justify-between border border-inset border-dashed px-1"
          >
            <InPlaceEditor
              label={`${view.client.name}'s load, round ${round + 1}`}
              text={text}
              isWriting={writing === round}
              locked={view.state !== "draft"}
              onWrite={() => setWriting(round)}
              onKeep={(typed) => write({ slotId: slot.id, round }, typed)}
              onLeave={() => setWriting(null)}
              className={clsx(computed.resolved.loads.get(first.id)?.assumed && "assumed")}
            >
              {figures}
            </InPlaceEditor>
            {likely && fallsShort(likely) ? (
              <span className="font-bold text-weld" title="falls short of what is asked">
                ▲
              </span>
            ) : null}
          </span>
        );
      })}
    </div>
  );
}
