/** What a gym's equipment means for the sessions written for it, and what changes when something is taken away. */

import { catalogueIn } from "../contract/catalogue";
import {
  allBlocks,
  basisWords,
  type Catalogue,
  equipmentOn,
  exerciseOrThrow,
  type GymEquipment,
  implementKeyOf,
  loadSentence,
  loadWords,
  missingStations,
  projectPlan,
  type ResolvedLoad,
  type ResolvedSession,
  type SessionDocument,
  SHIPPED_CATALOGUE,
  slotLabels,
  type WeightUnit,
} from "../core";
import { resolveIn } from "./compute";
import type { PrescribedLoad, Prescription } from "./prescription";
import type { PlanPlace, SessionContext } from "./views";
import { gymOfSession, projectContextOf, type WeeksView } from "./weeks-context";

/** What a session that is written asks for, lift by lift. */
export function prescriptionsOf(
  document: SessionDocument,
  context: SessionContext,
  place: PlanPlace | null = null,
): Prescription[] {
  const { sessionId, date, client } = context;
  return prescriptionsIn(resolveIn(document, context), catalogueIn(context.exercises), context.gym.equipment, {
    key: sessionId,
    sessionId,
    place,
    clientName: client.name,
    date,
  });
}

/** What a client's plan asks of one gym until a date, opened sessions of the plan among them, if the gym has this equipment. */
export function plannedPrescriptions(
  view: WeeksView,
  { gymId, equipment, until }: { readonly gymId: string; readonly equipment: GymEquipment; readonly until: string },
): Prescription[] {
  const { plan, client } = view;
  if (!plan) return [];
  const gyms = view.gyms.map((gym) => (gym.id === gymId ? { ...gym, equipment } : gym));
  const isHere = (id: string | null) => gymOfSession({ gyms, client }, id).id === gymId;
  const context = { ...projectContextOf({ ...view, gyms }), until };
  const opened = new Map(view.sessions.map((one) => [`${one.dayId} ${one.week}`, one.id]));
  return projectPlan(plan.document, context).flatMap(({ dayId, week, date, isAway, written, resolved }) => {
    if (isAway || !isHere(written.gymId)) return [];
    return prescriptionsIn(resolved, context.catalogue, equipmentOn(equipment, date), {
      key: `${plan.id} ${dayId} ${week}`,
      sessionId: opened.get(`${dayId} ${week}`) ?? null,
      place: { planId: plan.id, dayId, week },
      clientName: client.name,
      date,
    });
  });
}

type SessionAsked = Pick<Prescription, "key" | "sessionId" | "place" | "clientName" | "date">;

function prescriptionsIn(
  resolved: ResolvedSession,
  catalogue: Catalogue,
  equipment: GymEquipment,
  asked: SessionAsked,
): Prescription[] {
  const labels = slotLabels(resolved.document);
  return allBlocks(resolved.document).flatMap((block) =>
    block.slots.map((slot): Prescription => {
      const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
      const [missing] = missingStations(exercise, equipment);
      const loads = slot.sets.flatMap((set) =>
        (set?.segments ?? []).map((segment): PrescribedLoad => {
          const own = segment.exerciseId ? exerciseOrThrow(catalogue, segment.exerciseId) : exercise;
          const load = resolved.loads.get(segment.id);
          return {
            segmentId: segment.id,
            kg: load?.kg ?? null,
            words: load?.weight && load.kg !== null ? loadWords(own, load.kg, load.weight) : "to be found",
            expectedRir: load?.expectedRir ?? null,
            built:
              missing === undefined &&
              load?.build != null &&
              !load.reasons.some((reason) => reason.kind === "outOfReach"),
            implementKey: implementKeyOf(own, load?.kg ?? null),
            problem: missing === undefined ? problemOf(load, equipment.unit) : `There is no ${missing} here.`,
          };
        }),
      );
      return {
        ...asked,
        key: `${asked.key} ${slot.id}`,
        label: labels.get(slot.id) ?? "",
        exerciseId: exercise.id,
        exerciseName: exercise.name,
        basis: basisWords(exercise),
        loads,
      };
    }),
  );
}

function problemOf(load: ResolvedLoad | undefined, unit: WeightUnit): string | null {
  const found = load?.reasons.find((reason) =>
    ["outOfReach", "noEquipment", "stepLost", "moreHelpThanBody"].includes(reason.kind),
  );
  return found ? loadSentence(found, { catalogue: SHIPPED_CATALOGUE, unit }) : null;
}

/** A prescription that other equipment changes: the first working load that differs, and what is expected of it then. */
export interface ChangedPrescription {
  readonly key: string;
  readonly sessionId: string | null;
  readonly place: PlanPlace | null;
  readonly clientName: string;
  readonly date: string;
  readonly label: string;
  readonly exerciseName: string;
  readonly before: PrescribedLoad;
  readonly after: PrescribedLoad;
  readonly changed: number;
}

/** What differs between the same sessions under two inventories; the lost first, then by client and date. */
export function changedPrescriptions(
  before: readonly Prescription[],
  after: readonly Prescription[],
): ChangedPrescription[] {
  const then = new Map(after.map((one) => [one.key, one]));
  const broken: ChangedPrescription[] = [];
  for (const one of before) {
    const other = then.get(one.key);
    if (!other) continue;
    const pairs = one.loads.flatMap((load, index) => {
      const twin = other.loads[index];
      const same = twin && twin.built === load.built && Math.abs((twin.kg ?? -1) - (load.kg ?? -1)) < 0.002;
      return twin && !same ? [{ load, twin }] : [];
    });
    const first = pairs.find(({ twin }) => !twin.built) ?? pairs[0];
    if (!first) continue;
    const { key, sessionId, place, clientName, date, label, exerciseName } = one;
    broken.push({
      key,
      sessionId,
      place,
      clientName,
      date,
      label,
      exerciseName,
      before: first.load,
      after: first.twin,
      changed: pairs.length,
    });
  }
  return broken.sort(
    (a, b) =>
      Number(a.after.built) - Number(b.after.built) ||
      a.clientName.localeCompare(b.clientName) ||
      (a.date < b.date ? -1 : 1),
  );
}
