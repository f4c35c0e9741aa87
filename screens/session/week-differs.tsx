"use client";
import { useRouter } from "next/navigation";
import { useDeferredValue, useMemo } from "react";
import { allBlocks, diffDocuments, exerciseOrThrow, oneOffSlots, type SessionDocument, sameValue } from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { Button } from "@/ui/button";
import type { SessionView } from "@/views";
import { useWholeDesk } from "./use-desk";

/** What differs here from the plan: for this week alone, until it is kept from now on. */
export function WeekDiffers({ view }: { view: SessionView }) {
  const desk = useWholeDesk();
  const router = useRouter();
  const keep = useApiMutation(
    () => callApi("plans.keepFromSession", { sessionId: view.sessionId }),
    () => router.refresh(),
  );
  const said = keep.error
    ? keep.error.message
    : keep.data
      ? ["Saved: the weeks after this one follow.", ...keep.data.notes].join(" ")
      : null;
  const lasting = view.plan?.lasting ?? null;
  const { catalogue, locked } = desk;
  // After the figures, while somebody types.
  const document = useDeferredValue(desk.document);
  const back = useMemo(
    () => (lasting ? diffDocuments(document, { ...lasting, gymId: document.gymId }) : []),
    [lasting, document],
  );
  if (!lasting || locked || (back.length === 0 && said === null)) return null;
  const names = differing(document, lasting).map((id) => exerciseOrThrow(catalogue, id).name);
  const aside = oneOffSlots(document, lasting).length;
  return (
    <section
      aria-label="Against the plan"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-weld-tint px-4 py-1"
    >
      {back.length === 0 ? (
        <p role="status">{said}</p>
      ) : (
        <>
          <p>
            <strong>Only this week:</strong> {names.length > 0 ? names.join(", ") : "the session"} differs from the
            plan.
            {aside > 0 ? ` ${aside === 1 ? "Its rule goes" : "Their rules go"} on from before it.` : ""}
          </p>
          <span className="ml-auto flex gap-2">
            <Button
              disabled={keep.isPending || desk.save.kind !== "saved" || desk.errors.length > 0}
              onClick={() => keep.mutate()}
            >
              From now on
            </Button>
            <Button onClick={() => desk.operate({ ok: true, edits: back })}>As in the plan</Button>
          </span>
          {said ? (
            <p role="alert" className="w-full font-semibold">
              {said}
            </p>
          ) : null}
        </>
      )}
    </section>
  );
}

/** The lifts that are not what the plan says, or are not in it. */
function differing(document: SessionDocument, lasting: SessionDocument): string[] {
  const partsOf = (of: SessionDocument) =>
    new Map(
      allBlocks(of).flatMap((block) =>
        block.slots.map((slot) => [slot.id, { id: slot.exerciseId, said: [slot, { ...block, slots: [] }] }]),
      ),
    );
  const [own, planned] = [partsOf(document), partsOf(lasting)];
  const changed = [...own].filter(([id, { said }]) => !sameValue(planned.get(id)?.said, said)).map(([, { id }]) => id);
  const gone = [...planned].filter(([id]) => !own.has(id)).map(([, { id }]) => id);
  return [...new Set([...changed, ...gone])];
}
