/** A client of 80 kg with a sound statement in a small gym, for tests that compute a session in its context. */

import { NO_OWN_EXERCISES } from "../../contract";
import { DEFAULT_SETTINGS, NO_BALANCE } from "../../core";
import { BOATHOUSE, exposure } from "../../core/testing/helpers";
import type { LiftLog, SessionContext } from "..";

export const testContext = (more: Partial<SessionContext> = {}): SessionContext => ({
  sessionId: "s",
  date: "2026-11-24",
  purpose: "training",
  oneOff: [],
  planWeek: null,
  alone: false,
  client: {
    id: "c",
    name: "Somebody",
    trainingAge: "intermediate",
    rounding: "nearest",
    minutes: 60,
    limits: [],
    priorities: {},
    likes: [],
    dislikes: [],
    answeredYes: [],
  },
  exercises: NO_OWN_EXERCISES,
  pain: {},
  week: { others: {}, coverage: {}, balance: NO_BALANCE, before: [], weeksTrained: 0, hardTechniques: [], days: [] },
  reasons: {},
  quiet: { client: {}, studio: {} },
  readiness: { kind: "ready", lightStart: false },
  bodyMassKg: 80,
  gym: { id: "g", name: "Gym", equipment: BOATHOUSE },
  settings: DEFAULT_SETTINGS,
  lifts: [],
  known: [],
  ...more,
});

/** The record of a lift with so many kg for eight, two in reserve, on three days. */
export const steadyLog = (exerciseId: string, loadKg: number): LiftLog => ({
  lineage: exerciseId,
  exerciseId,
  exposures: ["2026-11-03", "2026-11-10", "2026-11-17"].map((date) =>
    exposure(date, [{ loadKg, reps: 8, rir: 2, target: { low: 8, high: 8 } }]),
  ),
  strengths: [],
  trainingMaxKg: null,
});
