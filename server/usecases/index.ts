/** The registry of use cases: the only things a person can ask of the server. */
import { check } from "../../contract";
import type { Scope } from "../db";
import * as clients from "./clients";
import * as exercises from "./exercises";
import * as floor from "./floor";
import * as gyms from "./gyms";
import type { Clock, Outcome, UseCase } from "./kit";
import * as lifts from "./lifts";
import * as sessions from "./sessions";
import * as studio from "./studio";

export const USE_CASES: ReadonlyMap<string, UseCase> = new Map(
  [
    studio.showViewer,
    studio.changeSettings,
    studio.changeMethods,
    gyms.showGym,
    gyms.tryGym,
    gyms.saveGym,
    gyms.createGym,
    gyms.makeDefaultGym,
    gyms.removeGym,
    lifts.markLift,
    lifts.unmarkLift,
    clients.listClients,
    clients.showClient,
    clients.showMe,
    clients.createClient,
    clients.changeClient,
    clients.setLimits,
    clients.setPriorities,
    clients.weighClient,
    clients.stateReadiness,
    clients.recordClearance,
    clients.inviteClient,
    clients.eraseClient,
    sessions.createSession,
    sessions.latestSession,
    sessions.showSession,
    sessions.saveSession,
    sessions.discardSession,
    sessions.moveSession,
    sessions.recordReason,
    exercises.showExercises,
    exercises.saveExercise,
    exercises.hideExercise,
    floor.openFloor,
    floor.recordEvents,
    floor.reviewSession,
  ].map((one) => [one.name, one]),
);

/** Authorises, checks and runs one use case. What a role may not do does not exist for it. */
export async function ask<T>(
  scope: Scope,
  name: string,
  input: unknown,
  clock: Clock = { nowMs: Date.now() },
): Promise<Outcome<T>> {
  const found = USE_CASES.get(name);
  if (!found?.roles.includes(scope.role)) return { kind: "notFound" };
  const checked = check(found.input, input);
  if (!checked.ok) return { kind: "refused", problems: checked.problems };
  return found.run(scope, checked.value as never, clock) as Promise<Outcome<T>>;
}

export type { Clock, Outcome } from "./kit";
