/** Plans for tests: phases with their usual shifts, and what projecting reads, in the boathouse at 80 kg. */
import { SHIPPED_CATALOGUE } from "../exercise";
import { PLAN_VERSION, type PlanDocument, type PlanPhase, type ProjectContext, USUAL_SHIFT } from "../plan";
import type { SessionDocument } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE } from "./helpers";

export const phase = (kind: PlanPhase["kind"], weeks: number): PlanPhase => ({
  id: `${kind}${weeks}`,
  kind,
  name: kind,
  weeks,
  methodId: null,
  shift: USUAL_SHIFT[kind],
  rampPercent: 0,
});

/** Each session on its weekday (Monday 0). */
export const planOf = (
  startDate: string,
  days: readonly (readonly [id: string, weekday: number, base: SessionDocument])[],
  more: Partial<PlanDocument> = {},
): PlanDocument => ({
  version: PLAN_VERSION,
  name: "Winter",
  startDate,
  phases: [phase("build", 12)],
  days: days.map(([id, weekday, base]) => ({
    id,
    name: id,
    placed: { kind: "weekday", weekday },
    timeOfDay: null,
    lastWeek: null,
    base,
  })),
  patches: [],
  absences: [],
  goals: [],
  moved: [],
  missed: "move",
  inTurn: null,
  ...more,
});

export const projectContext = (more: Partial<ProjectContext>): ProjectContext => ({
  catalogue: SHIPPED_CATALOGUE,
  settings: DEFAULT_SETTINGS,
  bodyMassKg: 80,
  policy: "nearest",
  related: [],
  trainingMaxKg: () => null,
  gymOf: () => BOATHOUSE,
  logOf: () => null,
  today: "2026-11-16",
  isClosed: () => false,
  ...more,
});
