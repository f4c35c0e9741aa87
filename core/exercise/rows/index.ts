/**
 * The shipped exercises, each a motion with an implement in a position; only what differs from the motion is said. Names are
 * generic words. `cable`: where the cable pulls from, in degrees (0 from the floor, 90 level, 180 from above). `ratio`: the load
 * as a share of the family's lead lift. `fraction`: the part of body mass that is moved.
 */
import { ARM_ROWS } from "./arms";
import type { Row } from "./definition";
import { LEG_ROWS } from "./legs";
import { OVERHEAD_ROWS } from "./overhead";
import { PRESS_ROWS } from "./press";
import { PULL_ROWS } from "./pull";
import { TRUNK_ROWS } from "./trunk";
import { WHOLE_ROWS } from "./whole";

export type { ExerciseDefinition } from "./definition";

export const ROWS: readonly Row[] = [
  ...LEG_ROWS,
  ...PRESS_ROWS,
  ...OVERHEAD_ROWS,
  ...PULL_ROWS,
  ...ARM_ROWS,
  ...TRUNK_ROWS,
  ...WHOLE_ROWS,
];
