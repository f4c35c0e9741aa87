"use client";
import { clsx } from "clsx";
import dynamic from "next/dynamic";
import type { ReadCautions, SessionView } from "@/contract";
import { PopoverButton } from "@/ui/popover";
import type { Desk } from "./use-desk";

const CautionList = dynamic(() => import("./caution-list").then((module) => module.CautionList));

interface Props {
  readonly desk: Desk;
  readonly view: SessionView;
}

/** Cautions that name their place, with a way out where there is one; what is most important first, notes folded. */
export function Cautions({ read, desk, view }: Props & { read: ReadCautions }) {
  const { open, passed, notes, quiet } = read;
  const blocked = open.filter(({ severity }) => severity === "block").length;
  const warned = open.length - blocked;
  if (open.length + passed.length + notes.length + quiet.length === 0)
    return <span className="ml-auto text-onwalnut-quiet">no cautions</span>;
  const words = [
    blocked > 0 ? `■ ${blocked} blocked` : "",
    warned > 0 ? (warned === 1 ? "1 caution" : `${warned} cautions`) : "",
    open.length === 0 ? (notes.length > 0 ? "notes alone" : "no cautions") : "",
  ].filter(Boolean);
  const first = open[0]?.cautions[0];
  return (
    <PopoverButton
      button={{
        className: clsx(
          "ml-auto min-h-8 rounded-[3px] border border-ground px-3 font-semibold",
          blocked > 0 ? "border-2 bg-walnut text-onwalnut" : warned > 0 ? "bg-weld-fill text-walnut" : "text-onwalnut",
        ),
        children: (
          <>
            {words.join(" · ")}
            {first?.slotId ? (
              <span className="narrow ml-2 font-normal max-[1350px]:hidden">
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
      {() => <CautionList read={read} desk={desk} view={view} />}
    </PopoverButton>
  );
}
