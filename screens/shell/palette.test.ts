import { expect, it } from "vitest";
import { likeness } from "./palette";

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
