"use client";
import { useMemo, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  type Coverage,
  coverageHoles,
  directRegions,
  type Exercise,
  equipmentOn,
  type GymEquipment,
  limitsOn,
  mapValues,
  muscleName,
  RANK_PRESETS,
  type RankWeights,
  REGIONS,
  type RegionId,
  rankExercises,
  rankForMuscle,
  type Trainee,
  UNRESTRICTED,
  unfitness,
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
  const [isCompared, setCompared] = useState(false);
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
  const byRegion = useMemo(() => exercisesByRegion(catalogue.list, trainee, gym), [catalogue, trainee, gym]);
  const of = (id: string | null): Exercise | null => (id === null ? null : (catalogue.byId.get(id) ?? null));
  const first = of(firstId) ?? ranked.find(({ unfit }) => !unfit)?.exercise ?? ranked[0]?.exercise ?? null;
  return {
    view,
    catalogue,
    region,
    /** Selects another muscle region, and with it the best exercise of its ranking. */
    setRegion: (wanted: RegionId) => {
      setRegion(wanted);
      setFirstId(null);
      setSecondId(null);
      setCompared(false);
    },
    /** The muscle that the ranking is for, as it is called on screen. */
    placeName: wholeMuscle ? muscleName(REGIONS[region].muscle) : REGIONS[region].name,
    byRegion,
    wholeMuscle,
    setWholeMuscle,
    /** The exercise that is looked at: the one that was chosen, else the best. */
    first,
    second: of(secondId),
    /** Looks at an exercise, with a muscle that it trains. */
    choose: (id: string) => {
      const exercise = of(id);
      if (!exercise) return;
      setFirstId(id);
      if (id === secondId) setSecondId(null);
      if (!ranked.some((one) => one.exercise.id === id)) setRegion(directRegions(exercise)[0] ?? region);
    },
    /** Puts an exercise beside the one that is looked at, or takes it away again. */
    compare: (id: string, beside = first?.id ?? null) => {
      const isSame = id === secondId && beside === first?.id;
      setFirstId(beside);
      setSecondId(isSame ? null : id);
      setCompared(!isSame);
    },
    isCompared,
    setCompared,
    unit,
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

/** The exercises that a client can do in a gym, by the muscle regions that they train directly or by half. */
function exercisesByRegion(
  list: readonly Exercise[],
  trainee: Trainee,
  gym: GymEquipment | null,
): Readonly<Record<RegionId, readonly Exercise[]>> {
  const fit = list.filter((exercise) => unfitness(exercise, trainee, gym) === null);
  return mapValues(REGIONS, (_, id) => fit.filter(({ shares }) => (shares[id] ?? 0) >= 0.5));
}

export type ExercisesState = ReturnType<typeof useExercises>;
