"use client";
import { useMemo, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  type Coverage,
  coverageHoles,
  directRegions,
  type Exercise,
  equipmentOn,
  limitsOn,
  RANK_PRESETS,
  type RankWeights,
  REGIONS,
  type RegionId,
  rankExercises,
  rankForMuscle,
  type Trainee,
  UNRESTRICTED,
  workingLoads,
} from "@/core";
import { useRegion } from "@/parts/region";
import type { ExercisesView } from "@/views";

const NOTHING_COVERED: Coverage = {};

/** What is chosen on the Exercises screen, and what follows from it for a client in a gym. */
export function useExercises(view: ExercisesView, draw: string | null) {
  const catalogue = useMemo(() => catalogueIn(view.exercises), [view.exercises]);
  const drawn = draw === null ? undefined : catalogue.byId.get(draw);
  const [region, setRegion] = useState<RegionId>((drawn && directRegions(drawn)[0]) ?? "midChest");
  const [wholeMuscle, setWholeMuscle] = useState(false);
  const [firstId, setFirstId] = useState<string | null>(drawn?.id ?? null);
  const [secondId, setSecondId] = useState<string | null>(null);
  const [gymId, setGymId] = useState(view.client?.gymId ?? view.gyms[0]?.id ?? "");
  const [weights, setWeights] = useState<RankWeights>(RANK_PRESETS[0]!.weights);
  const gym = useMemo(() => {
    const found = view.gyms.find((one) => one.id === gymId) ?? view.gyms[0];
    return found ? equipmentOn(found.equipment, view.today) : null;
  }, [view.gyms, view.today, gymId]);
  const isHome = view.gyms.find((one) => one.id === gymId)?.isHome ?? false;
  const trainee: Trainee = useMemo(
    () =>
      view.client
        ? {
            trainingAge: view.client.trainingAge,
            limits: limitsOn(view.client.limits, view.today),
            pain: new Map(Object.entries(view.client.pain)),
            likes: new Set(view.client.likes),
            dislikes: new Set(view.client.dislikes),
            alone: isHome,
          }
        : UNRESTRICTED,
    [view.client, view.today, isHome],
  );
  const workingKg = useMemo(
    () => workingLoads(view.client?.known ?? [], catalogue, view.client?.bodyMassKg ?? null, view.settings),
    [view.client, view.settings, catalogue],
  );
  const studio = useRegion();
  const unit = gym?.unit ?? studio.unit;
  const ranked = useMemo(
    () =>
      wholeMuscle
        ? rankForMuscle(catalogue.list, REGIONS[region].muscle, { trainee, gym, unit, weights, workingKg })
        : rankExercises(catalogue.list, region, { trainee, gym, unit, weights, workingKg }),
    [catalogue, region, wholeMuscle, trainee, gym, unit, weights, workingKg],
  );
  const coverage = view.client?.coverage ?? NOTHING_COVERED;
  const holes = useMemo(
    () => coverageHoles(coverage, catalogue.list, trainee, gym),
    [coverage, catalogue, trainee, gym],
  );
  const of = (id: string | null): Exercise | null => (id === null ? null : (catalogue.byId.get(id) ?? null));
  return {
    view,
    catalogue,
    region,
    setRegion,
    wholeMuscle,
    setWholeMuscle,
    first: of(firstId),
    second: of(secondId),
    /** Draws an exercise, alone or beside the one that is drawn. */
    draw: (id: string | null, beside = false) => {
      if (beside) setSecondId(id === secondId ? null : id);
      else {
        setFirstId(id);
        if (id === null || id === secondId) setSecondId(null);
      }
    },
    gym,
    gymId,
    setGymId,
    weights,
    setWeights,
    trainee,
    ranked,
    coverage,
    holes,
  };
}

export type ExercisesState = ReturnType<typeof useExercises>;
