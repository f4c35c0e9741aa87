"use client";
import { clsx } from "clsx";
import { useMemo } from "react";
import { fetched } from "@/ui/on-demand";
import { PopoverButton } from "@/ui/popover";
import { type ReadCautions, readCautions, type SessionView } from "@/views";
import { useAnswer } from "./use-answers";
import { useAside, useDesk } from "./use-desk";

const CautionList = fetched(() => import("./caution-list").then((module) => module.CautionList));

/** Cautions that name their place, with a way out where there is one; what is most important first, notes folded. */
export function Cautions({ view }: { view: SessionView }) {
  const document = useDesk((desk) => desk.document);
  const found = useAnswer(
    useAside(),
    "cautions",
    useMemo(() => ({ document }), [document]),
  );
  const read = useMemo(() => (found.kind === "answered" ? readCautions(found.answer, view) : null), [found, view]);
  const { words, weight, first } = read
    ? summary(read)
    : { words: WAITING[found.kind], weight: "none" as const, first: null };
  return (
    <PopoverButton
      button={{
        className: clsx("ml-auto min-h-8 rounded-[3px] border px-3 font-semibold", LOOK[weight]),
        children: (
          <>
            {words}
            {first ? (
              <span className="ml-2 font-normal max-[1350px]:hidden">
                {first.place}: {first.words}
              </span>
            ) : null}
          </>
        ),
      }}
      label="Cautions and notes"
      side="top"
      className="z-40 max-h-[70vh] w-[26rem] max-w-[96vw] overflow-y-auto border-2 border-walnut bg-ground p-4 text-walnut"
    >
      {() => (read ? <CautionList read={read} view={view} /> : <p role="status">{WAITING[found.kind]}</p>)}
    </PopoverButton>
  );
}

const WAITING = {
  working: "cautions: working…",
  answered: "",
  failed: "cautions could not be worked out: reload the page",
} as const;

const LOOK = {
  blocked: "border-2 border-ground bg-walnut text-onwalnut",
  warned: "border-ground bg-weld-fill text-walnut",
  none: "border-ground text-onwalnut",
} as const;

/** In a line: how many, how grave, and the first that can be put right in place. */
function summary({ open, notes }: ReadCautions) {
  const blocked = open.filter(({ severity }) => severity === "block").length;
  const warned = open.length - blocked;
  const words = [
    blocked > 0 ? `■ ${blocked} blocked` : "",
    warned > 0 ? (warned === 1 ? "1 caution" : `${warned} cautions`) : "",
    open.length === 0 ? (notes.length > 0 ? "notes alone" : "no cautions") : "",
  ].filter(Boolean);
  const first = open[0]?.cautions[0];
  return {
    words: words.join(" · "),
    weight: blocked > 0 ? ("blocked" as const) : warned > 0 ? ("warned" as const) : ("none" as const),
    first: first?.slotId ? first : null,
  };
}
