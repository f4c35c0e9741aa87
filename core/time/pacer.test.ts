import { describe, expect, it } from "vitest";
import { exerciseOrThrow, SHIPPED_CATALOGUE } from "../exercise";
import { DEFAULT_SETTINGS } from "../settings";
import { timelineOf } from "../testing/helpers";
import { beginsWithLift, tempoPhases } from "./tempo";

describe("a pacer begins where the body begins", () => {
  it.each([
    ["back-squat", false],
    ["pin-squat", true],
    ["leg-press", false],
    ["walking-lunge", false],
    ["step-up", true],
    ["deadlift", true],
    ["romanian-deadlift", false],
    ["stiff-leg-deadlift", false],
    ["kettlebell-swing", true],
    ["bench-press", false],
    ["push-up", false],
    ["chest-press", true],
    ["overhead-press", true],
    ["handstand-push-up", false],
    ["chin-up", true],
    ["barbell-row", true],
    ["dumbbell-curl", true],
    ["skull-crusher", false],
    ["rope-press-down", true],
    ["dumbbell-fly", false],
    ["lateral-raise", true],
    ["nordic-curl", false],
    ["seated-leg-curl", true],
    ["standing-calf-raise", true],
  ])("%s with the concentric: %s", (id, liftFirst) => {
    expect(beginsWithLift(exerciseOrThrow(SHIPPED_CATALOGUE, id))).toBe(liftFirst);
  });

  it("has the same phases either way, from the concentric or from the eccentric on", () => {
    const tempo =
      timelineOf("Dumbbell curl 1x8 t3-1-1-2").blocks[0]!.timeline.block.slots[0]!.sets[0]!.segments[0]!.tempo;
    const names = (liftFirst: boolean) => tempoPhases(tempo, DEFAULT_SETTINGS, liftFirst).map(({ name }) => name);
    expect(names(false)).toEqual(["lower", "bottom", "lift", "top"]);
    expect(names(true)).toEqual(["lift", "top", "lower", "bottom"]);
  });
});
