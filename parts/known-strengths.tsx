"use client";
import { catalogueIn } from "@/contract";
import { exerciseOrThrow, isTrainable } from "@/core";
import type { ClientView } from "@/views";
import { type StrengthActions, type StrengthOwner, Strengths } from "./strength-form";

/** Every lift of which something was said, with what was. */
export function KnownStrengths({
  view,
  actions,
  isOwn = false,
}: {
  view: StrengthOwner & Pick<ClientView, "lifts">;
  actions: StrengthActions;
  isOwn?: boolean;
}) {
  const catalogue = catalogueIn(view.exercises);
  return view.lifts
    .filter(
      ({ lineage, exerciseId }) =>
        isTrainable(catalogue, exerciseId) && view.marks.some((mark) => mark.lineage === lineage),
    )
    .map(({ lineage, exerciseId }) => (
      <section key={lineage} className="mb-3">
        <h3 className="font-bold">{exerciseOrThrow(catalogue, exerciseId).name}</h3>
        <Strengths view={view} lineage={lineage} actions={actions} isOwn={isOwn} />
      </section>
    ));
}
