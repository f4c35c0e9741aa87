import { expect, it } from "vitest";
import { catalogueOf, SHIPPED_CATALOGUE, SHIPPED_EXERCISES } from "@/core";
import { exerciseItems, likeness } from "./palette-dialog";

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
  const found = (typed: string, catalogue = SHIPPED_CATALOGUE) => exerciseItems(typed, catalogue);
  expect(found("rd")).toEqual([]);
  expect(found("rdl")[0]).toMatchObject({
    name: "Romanian deadlift",
    href: "/exercises?draw=romanian-deadlift",
  });
  expect(found("hamm")[0]!.name).toBe("Hammer curl");
  expect(found("press")).toHaveLength(4);
  // The studio's own, and none that it hides.
  const rows = SHIPPED_CATALOGUE.byId.get("t-bar-row")!;
  const studio = catalogueOf([
    ...SHIPPED_EXERCISES.filter(({ id }) => id !== "hammer-curl"),
    { ...rows, id: "own", name: "Jetty row", otherNames: [] },
  ]);
  expect(found("jetty", studio)[0]).toMatchObject({ name: "Jetty row", href: "/exercises?draw=own" });
  expect(found("hammer curl", studio).map(({ name }) => name)).not.toContain("Hammer curl");
});
