/** What a gym's equipment means for the sessions written for it, and what changes when something is taken away. */

import { catalogueIn } from "../contract/catalogue";
import {
  allBlocks,
  basisWords,
  exerciseOrThrow,
  implementKeyOf,
  loadSentence,
  loadWords,
  missingStations,
  type ResolvedLoad,
  type SessionDocument,
  SHIPPED_CATALOGUE,
  slotLabels,
  type WeightUnit,
} from "../core";
import { resolveIn } from "./compute";
import type { PrescribedLoad, Prescription } from "./prescription";
import type { SessionContext } from "./views";

export function prescriptionsOf(document: SessionDocument, context: SessionContext): Prescription[] {
  const resolved = resolveIn(document, context);
  const catalogue = catalogueIn(context.exercises);
  const labels = slotLabels(document);
  return allBlocks(document).flatMap((block) =>
    block.slots.map((slot): Prescription => {
      const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
      const [missing] = missingStations(exercise, context.gym.equipment);
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
            problem:
              missing === undefined ? problemOf(load, context.gym.equipment.unit) : `There is no ${missing} here.`,
          };
        }),
      );
      return {
        key: `${context.sessionId} ${slot.id}`,
        sessionId: context.sessionId,
        clientName: context.client.name,
        date: context.date,
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
  readonly sessionId: string;
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
    const { key, sessionId, clientName, date, label, exerciseName } = one;
    broken.push({
      key,
      sessionId,
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
