/**
 * Every kind of caution: what finds it, and whether a coach may turn it off. The table is the only list. A check, a group or a
 * test that names another id does not compile, and neither does a kind of the session's rules without its check.
 */

interface CautionKind {
  /** `rule`: a check of the session's document; `load`: the reason of a load; the others name the computation. */
  readonly foundBy: "rule" | "load" | "time" | "forecast" | "gym" | "order" | "volume";
  /** A coach may turn it off for a client or the studio; false: it is answered for one session at a time. */
  readonly canTurnOff: boolean;
}

/**
 * In the order in which cautions of one severity are listed: what may hurt, then what the session asks too much of, then what
 * does not fit, then the rest.
 */
export const CAUTIONS = {
  "limit-avoid": { foundBy: "rule", canTurnOff: false },
  "limit-part": { foundBy: "rule", canTurnOff: false },
  "hurt-before": { foundBy: "rule", canTurnOff: false },
  "press-needs-spotter": { foundBy: "rule", canTurnOff: false },
  "squat-needs-pins": { foundBy: "rule", canTurnOff: false },
  "fixed-bar-failure": { foundBy: "rule", canTurnOff: true },
  "alone-failure": { foundBy: "rule", canTurnOff: false },
  "skilled-failure": { foundBy: "rule", canTurnOff: true },
  "novice-failure": { foundBy: "rule", canTurnOff: true },
  "first-week-back": { foundBy: "rule", canTurnOff: true },
  jump: { foundBy: "rule", canTurnOff: true },
  "over-band": { foundBy: "rule", canTurnOff: true },
  "tired-back": { foundBy: "rule", canTurnOff: true },
  "short-rest-heavy": { foundBy: "rule", canTurnOff: true },
  noEquipment: { foundBy: "load", canTurnOff: false },
  outOfReach: { foundBy: "load", canTurnOff: true },
  "station-away": { foundBy: "rule", canTurnOff: true },
  "over-cap": { foundBy: "time", canTurnOff: false },
  "far-over-hour": { foundBy: "time", canTurnOff: false },
  "within-time": { foundBy: "time", canTurnOff: true },
  "time-conflict": { foundBy: "time", canTurnOff: true },
  "falls-short": { foundBy: "forecast", canTurnOff: true },
  "first-set-failure": { foundBy: "rule", canTurnOff: true },
  "over-face": { foundBy: "rule", canTurnOff: true },
  "toward-face": { foundBy: "rule", canTurnOff: true },
  "one-sided-bench": { foundBy: "rule", canTurnOff: true },
  "bar-unloading": { foundBy: "rule", canTurnOff: true },
  "grip-straps": { foundBy: "rule", canTurnOff: true },
  "shared-grip": { foundBy: "rule", canTurnOff: true },
  "deep-shoulder": { foundBy: "rule", canTurnOff: true },
  "hold-after-failure": { foundBy: "rule", canTurnOff: true },
  "no-ramp": { foundBy: "rule", canTurnOff: true },
  "giant-rest": { foundBy: "rule", canTurnOff: true },
  "two-axial": { foundBy: "rule", canTurnOff: true },
  "hard-techniques": { foundBy: "rule", canTurnOff: true },
  "held-breath": { foundBy: "rule", canTurnOff: true },
  "pregnancy-supine": { foundBy: "rule", canTurnOff: false },
  noBodyMass: { foundBy: "load", canTurnOff: false },
  stepLost: { foundBy: "load", canTurnOff: true },
  moreHelpThanBody: { foundBy: "load", canTurnOff: true },
  noRecord: { foundBy: "load", canTurnOff: true },
  bandAssumed: { foundBy: "load", canTurnOff: true },
  "gym-list": { foundBy: "gym", canTurnOff: true },
  "order isolationFirst": { foundBy: "order", canTurnOff: true },
  "order skilledLate": { foundBy: "order", canTurnOff: true },
  "order priorityLate": { foundBy: "order", canTurnOff: true },
  "order gripBeforeHinge": { foundBy: "order", canTurnOff: true },
  "order stretchEarly": { foundBy: "order", canTurnOff: true },
  hole: { foundBy: "volume", canTurnOff: true },
  balance: { foundBy: "volume", canTurnOff: true },
} as const satisfies Readonly<Record<string, CautionKind>>;

export type CautionId = keyof typeof CAUTIONS;

/** The ids that one computation finds. */
export type CautionFoundBy<By extends CautionKind["foundBy"]> = {
  [Id in CautionId]: (typeof CAUTIONS)[Id]["foundBy"] extends By ? Id : never;
}[CautionId];

export const CAUTION_IDS = keysOf(CAUTIONS);

export const isCautionId = (text: string): text is CautionId => Object.hasOwn(CAUTIONS, text);

import { keysOf } from "../lists";
