/** A client's weeks for tests: an intermediate of 80 kg in the boathouse, on a plan, with nothing logged. */

import { NO_OWN_EXERCISES } from "../../contract/catalogue";
import { DEFAULT_SETTINGS, type PlanDocument } from "../../core";
import { BOATHOUSE } from "../../core/testing/helpers";
import type { WeeksView } from "../weeks-context";

export const weeksViewOf = (document: PlanDocument, more: Partial<WeeksView> = {}): WeeksView => ({
  today: document.startDate,
  settings: DEFAULT_SETTINGS,
  exercises: NO_OWN_EXERCISES,
  clients: [],
  client: {
    id: "c",
    name: "Somebody",
    trainingAge: "intermediate",
    rounding: "nearest",
    minutes: 60,
    priorities: {},
    gymId: null,
    unit: "kg",
    bodyMassKg: 80,
    limits: [],
    likes: [],
    dislikes: [],
    days: [],
    goals: [],
    birthYear: null,
    isInactive: false,
  },
  gyms: [{ id: "g", name: "Gym", equipment: BOATHOUSE }],
  plans: [],
  plan: { id: "p", revision: 0, document },
  sessions: [],
  lifts: [],
  known: [],
  ...more,
});
