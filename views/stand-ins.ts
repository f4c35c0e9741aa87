/** What may stand in for each exercise of a session on the floor, without the network: a machine is taken, a shoulder hurts. */

import { catalogueIn } from "../contract/catalogue";
import {
  allBlocks,
  buildableLoads,
  exerciseOrThrow,
  firstOf,
  floorLoadOf,
  isPlaceholder,
  keysOf,
  loadWords,
  type SessionDocument,
  type Slot,
  type Steps,
  type Substitute,
  substitutesFor,
  substitutesSparing,
} from "../core";
import { traineeOf } from "./judge";
import type { SessionContext, StandIn } from "./views";

const OFFERED = 8;
const SPARING = 3;

/**
 * By slot, the nearest exercises that the client can do in this gym, and after them some that spare each joint which the exercise
 * stresses, in steps; `kgOf` is a segment's prescribed load, null where it has none.
 */
export function* standInSteps(
  document: SessionDocument,
  kgOf: (segmentId: string) => number | null,
  context: SessionContext,
): Steps<Record<string, readonly StandIn[]>> {
  const slots = allBlocks(document).flatMap((block) => block.slots);
  const inSession = new Set(slots.map(({ exerciseId }) => exerciseId));
  const found: Record<string, readonly StandIn[]> = {};
  for (const slot of slots) {
    found[slot.id] = standInsFor(slot, kgOf, inSession, context);
    yield;
  }
  return found;
}

function standInsFor(
  slot: Slot,
  kgOf: (segmentId: string) => number | null,
  inSession: ReadonlySet<string>,
  context: SessionContext,
): StandIn[] {
  // Of a lift that is known by its name alone nobody knows what is near to it.
  if (isPlaceholder(slot.exerciseId)) return [];
  const catalogue = catalogueIn(context.exercises);
  const { settings, bodyMassKg } = context;
  const gym = context.gym.equipment;
  const around = { trainee: traineeOf(context), gym, settings, bodyMassKg, policy: context.client.rounding };
  const set = slot.sets.find((one) => one?.role === "working");
  const kg = set ? kgOf(firstOf(set.segments).id) : null;
  const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
  const others = catalogue.list.filter(({ id }) => !inSession.has(id));
  const substitutes = substitutesFor(exercise, kg, others, around, OFFERED + inSession.size);
  const joints = keysOf(exercise.stress).filter((joint) => exercise.stress[joint]);
  const sparing = joints.flatMap((joint) => substitutesSparing(exercise, joint, kg, others, around, SPARING));
  // Whoever is alone takes what can be put down when it fails.
  const isFirst = (one: Substitute) => !context.alone || one.exercise.failureSafeAlone;
  const near = [...substitutes.filter(isFirst), ...substitutes.filter((one) => !isFirst(one))].slice(0, OFFERED);
  return [...new Map([...near, ...sparing].map((one) => [one.exercise.id, one])).values()].map((one): StandIn => {
    const load = one.kg === null ? undefined : buildableLoads(one.exercise, gym).find(({ kg: at }) => at === one.kg);
    return {
      exerciseId: one.exercise.id,
      distance: one.distance,
      load: load ? floorLoadOf(load) : null,
      words: load ? loadWords(one.exercise, load.kg, load.weight) : "find the load",
    };
  });
}
