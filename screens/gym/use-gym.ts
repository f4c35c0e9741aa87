"use client";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Broken, GymView } from "@/contract";
import { equipmentOn, equipmentProblems, type GymEquipment, threadsOf } from "@/core";
import { ask, replySentence } from "@/device/api";

/** JSON with sorted keys: the database gives keys back in an order of its own. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, inner) =>
    inner && typeof inner === "object" && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );

const keptKey = (id: string): string => `yarvex:gym:${id}`;

/** The gym as it is kept and as it is being changed, and what the change means for the coming sessions. */
export function useGym(view: GymView) {
  const router = useRouter();
  const [equipment, setEquipment] = useState<GymEquipment>(view.equipment);
  const [name, setName] = useState(view.name);
  const [message, setMessage] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [broken, setBroken] = useState<readonly Broken[]>([]);
  const [weighing, setWeighing] = useState(false);
  const changed = name !== view.name || canonical(equipment) !== canonical(view.equipment);

  // A change that was not kept survives a closed tab.
  const restored = useRef(false);
  useEffect(() => {
    if (restored.current) return;
    restored.current = true;
    const stored = localStorage.getItem(keptKey(view.id));
    if (stored) setEquipment(JSON.parse(stored) as GymEquipment);
  }, [view.id]);
  useEffect(() => {
    if (changed) localStorage.setItem(keptKey(view.id), JSON.stringify(equipment));
    else localStorage.removeItem(keptKey(view.id));
  }, [changed, equipment, view.id]);

  useEffect(() => {
    if (!changed) {
      setBroken([]);
      setWeighing(false);
      return;
    }
    setWeighing(true);
    let current = true;
    const timer = setTimeout(async () => {
      const reply = await ask("gyms.try", { gymId: view.id, equipment });
      if (!current) return;
      setWeighing(false);
      if (reply.kind === "ok") {
        setBroken(reply.value.broken);
        setMessage(null);
      } else setMessage(replySentence(reply));
    }, 200);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [changed, equipment, view.id]);

  async function save() {
    setBusy(true);
    const reply = await ask("gyms.save", { gymId: view.id, name, equipment });
    setBusy(false);
    if (reply.kind !== "ok") return setMessage(replySentence(reply));
    localStorage.removeItem(keptKey(view.id));
    router.refresh();
  }

  const today = useMemo(() => equipmentOn(equipment, view.today), [equipment, view.today]);
  return {
    view,
    equipment,
    /** Without what is out of order today. */
    today,
    threads: useMemo(() => threadsOf(today), [today]),
    keptThreads: useMemo(() => threadsOf(equipmentOn(view.equipment, view.today)), [view.equipment, view.today]),
    problems: useMemo(() => equipmentProblems(equipment), [equipment]),
    name,
    setName,
    change: (part: Partial<GymEquipment>) => setEquipment((before) => ({ ...before, ...part })),
    discard: () => {
      setEquipment(view.equipment);
      setName(view.name);
      setMessage(null);
    },
    changed,
    broken,
    weighing,
    busy,
    message,
    save,
  };
}

export type GymState = ReturnType<typeof useGym>;
