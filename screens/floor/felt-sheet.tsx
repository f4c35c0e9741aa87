"use client";
import type { FormReport, PerformedSet } from "@/core";
import { FloorSheet } from "./floor-sheet";
import { FORMS } from "./forms";
import { Pain } from "./rest-parts";
import { SmallButton } from "./small-button";

/** Form and pain reported while a round is trained, by slot; they are put into its sets when the round is done. */
export type Felt = ReadonlyMap<string, Pick<PerformedSet, "form" | "pain" | "painPlace">>;

export const NOTHING_FELT = { form: "held", pain: 0, painPlace: "" } as const satisfies Pick<
  PerformedSet,
  "form" | "pain" | "painPlace"
>;

export const isFelt = (felt: Felt, what: "form" | "pain"): boolean =>
  [...felt.values()].some(({ form, pain }) => (what === "form" ? form !== "held" : pain > 0));

/** Asks for the form or the pain of each lift of a round while it is trained. */
export function FeltSheet({
  what,
  lifts,
  felt,
  onFelt,
  onClose,
}: {
  what: "form" | "pain";
  lifts: readonly { readonly slotId: string; readonly name: string }[];
  felt: Felt;
  onFelt: (slotId: string, part: Partial<Pick<PerformedSet, "form" | "pain" | "painPlace">>) => void;
  onClose: () => void;
}) {
  return (
    <FloorSheet title={what === "form" ? "Form" : "Hurts"} open onOpenChange={(open) => !open && onClose()}>
      {lifts.map(({ slotId, name }) => {
        const own = felt.get(slotId) ?? NOTHING_FELT;
        return what === "form" ? (
          <fieldset key={slotId} className="flex gap-2">
            <legend className="mb-1 text-lg">{name}</legend>
            {FORMS.map((form: FormReport) => (
              <SmallButton key={form} pressed={own.form === form} onClick={() => onFelt(slotId, { form })}>
                {form}
              </SmallButton>
            ))}
          </fieldset>
        ) : (
          <Pain key={slotId} name={name} sets={[own]} onChange={(part) => onFelt(slotId, part)} />
        );
      })}
    </FloorSheet>
  );
}
