"use client";
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useRef, useState } from "react";
import { boundedText, equipmentSchema, strictObject } from "@/contract";
import { equipmentOn, equipmentProblems, type GymEquipment, implementLoadsOf } from "@/core";
import { callApi } from "@/device/api";
import { keep, readKept } from "@/device/kept";
import { apiQuery, useApiMutation } from "@/device/query";
import { useDebounced } from "@/ui/use-debounced";
import type { ChangedPrescription, GymView } from "@/views";

/** JSON with sorted keys: the database gives keys back in an order of its own. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, inner) =>
    inner && typeof inner === "object" && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );

const PAUSE_MS = 200;
const NONE: readonly ChangedPrescription[] = [];

type Seen = Pick<GymView, "name" | "equipment">;

const KEPT = strictObject({
  equipment: equipmentSchema,
  seen: strictObject({ name: boundedText(120), equipment: equipmentSchema }),
});
const keptKey = (id: string): string => `yarvex:gym:${id}`;

/** The gym as it is kept and as it is being changed, and what the change means for the coming weeks. */
export function useGym(view: GymView) {
  const router = useRouter();
  const [equipment, setEquipment] = useState<GymEquipment>(view.equipment);
  const [name, setName] = useState(view.name);
  const queries = useQueryClient();
  /** What the changes set out from: what others change meanwhile is joined with them. */
  const seen = useRef<Seen>({ name: view.name, equipment: view.equipment });
  const changed = name !== view.name || canonical(equipment) !== canonical(view.equipment);

  // A change that was not kept survives a closed tab.
  const restored = useRef(false);
  useEffect(() => {
    if (restored.current) return;
    restored.current = true;
    const kept = readKept(keptKey(view.id), KEPT);
    if (!kept) return;
    seen.current = kept.seen;
    setEquipment(kept.equipment);
  }, [view.id]);
  useEffect(() => {
    keep(keptKey(view.id), changed ? { equipment, seen: seen.current } : null);
  }, [changed, equipment, view.id]);

  // What the change means is asked once it stands still; until the answer is there the last one stays.
  const settled = useDebounced(equipment, PAUSE_MS);
  const tried = useQuery({
    ...apiQuery("gyms.try", { gymId: view.id, equipment: settled }),
    enabled: changed,
    placeholderData: keepPreviousData,
  });
  const save = useApiMutation(
    (wanted: Seen) => callApi("gyms.save", { gymId: view.id, seen: seen.current, wanted }),
    (_, saved) => {
      keep(keptKey(view.id), null);
      seen.current = saved;
      void queries.invalidateQueries({ queryKey: ["gyms.coming"] });
      router.refresh();
    },
  );

  const today = useMemo(() => equipmentOn(equipment, view.today), [equipment, view.today]);
  return {
    view,
    equipment,
    /** Without what is out of order today. */
    today,
    implementLoads: useMemo(() => implementLoadsOf(today), [today]),
    savedImplements: useMemo(
      () => implementLoadsOf(equipmentOn(view.equipment, view.today)),
      [view.equipment, view.today],
    ),
    problems: useMemo(() => equipmentProblems(equipment), [equipment]),
    name,
    setName,
    change: (part: Partial<GymEquipment>) => setEquipment((before) => ({ ...before, ...part })),
    discard: () => {
      seen.current = { name: view.name, equipment: view.equipment };
      setEquipment(view.equipment);
      setName(view.name);
      save.reset();
    },
    changed,
    broken: (changed && tried.data?.broken) || NONE,
    weighing: changed && (tried.isFetching || settled !== equipment),
    busy: save.isPending,
    message: save.error?.message ?? (changed ? (tried.error?.message ?? null) : null),
    save: () => save.mutate({ name, equipment }),
  };
}

export type GymState = ReturnType<typeof useGym>;
