/** A first form for a lift that nobody knows: made of its words, whole enough to be kept, and never a fact. */
import { describe, expect, it } from "vitest";
import { readNames } from "../testing/typed-names";
import { exerciseFrom, exerciseProblems, SHIPPED_CATALOGUE } from "./catalogue";
import { findExercise } from "./finder";
import { guessExercise } from "./guess";
import { MOTIONS } from "./motions";

const guess = (name: string) => guessExercise(SHIPPED_CATALOGUE, name);

describe("what a name says of a lift", () => {
  it.each([
    ["Quay curl with a kettlebell", { motion: "curl", implement: "kettlebell" }],
    ["Single arm bollard row", { laterality: "eachSide" }],
    ["Alternating winch press", { laterality: "alternating" }],
    ["Cable jetty fly", { implement: "stack", station: "cross-cable" }],
    ["Machine jetty shrug", { motion: "shrug" }],
    ["Incline oar curl", { motion: "inclineCurl", implement: "dumbbells" }],
    ["Bodyweight pontoon squat", { motion: "squat", implement: "bodyweight" }],
    ["Band mooring pull-apart", { motion: "rearFly", implement: "band" }],
  ])("%s", (name, wanted) => {
    expect(findExercise(SHIPPED_CATALOGUE, name)).toBeNull();
    expect(guess(name)).toMatchObject(wanted);
  });

  it("of nothing that is known is still a form to begin with", () => {
    expect(guess("zzz")).toMatchObject({ motion: "row", implement: "dumbbell", laterality: "both" });
  });

  it("is whole: what it lacks is what a coach can see and say, and never a contradiction", () => {
    for (const { typed } of readNames("working")) {
      const name = `Jetty ${typed.replace(/[^a-z ]/gi, " ")}`;
      const made = guess(name);
      expect(Object.keys(MOTIONS)).toContain(made.motion);
      const exercise = exerciseFrom({
        id: "own-1",
        name,
        m: made.motion,
        on: made.implement,
        side: made.laterality,
        ratio: made.ratio,
        ...(made.station ? { at: made.station } : {}),
        ...(made.fraction === null ? {} : { fraction: made.fraction }),
        ...(made.cableDegrees === null ? {} : { cable: made.cableDegrees }),
      });
      const fields = exerciseProblems(exercise).map(({ field, message }) => `${field}: ${message}`);
      expect(fields, `${name}: ${JSON.stringify(made)}`).toEqual([]);
    }
  });
});
