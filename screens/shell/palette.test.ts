import { expect, it } from "vitest";
import { exerciseItems, likeness } from "./palette";

const NAMES = ["Exercises", "Session", "Floor", "Gym", "Clients", "Ines Calder", "Noor Castellan", "Zoë Marines"];
const best = (typed: string) =>
  NAMES.map((name) => ({ name, score: likeness(typed, name) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .map(({ name }) => name);

it.each([
  ["ines", ["Ines Calder", "Zoë Marines"]],
  ["INES", ["Ines Calder", "Zoë Marines"]],
  ["cal", ["Ines Calder"]],
  ["ca", ["Ines Calder", "Noor Castellan"]],
  ["zoe", ["Zoë Marines"]],
  ["gy", ["Gym"]],
  ["qq", []],
])("%s goes to %j", (typed, names) => {
  expect(best(typed)).toEqual(names);
});

it("exercises are found as everywhere, once a word of them is typed", () => {
  expect(exerciseItems("rd")).toEqual([]);
  expect(exerciseItems("rdl")[0]).toMatchObject({
    name: "Romanian deadlift",
    href: "/exercises?draw=romanian-deadlift",
  });
  expect(exerciseItems("hamm")[0]!.name).toBe("Hammer curl");
  expect(exerciseItems("press")).toHaveLength(4);
});
