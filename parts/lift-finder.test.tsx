// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { hasEveryWord, offerExercises, SHIPPED_CATALOGUE } from "@/core";
import { LiftFinder } from "./lift-finder";

Element.prototype.scrollIntoView = () => {};
afterEach(cleanup);

const offersFor = (typed: string) => [
  {
    heading: "By name",
    offers: offerExercises(SHIPPED_CATALOGUE, typed, { most: 6, isTyping: true }).map((exercise) => ({
      ...{ exercise, note: "", isUnfit: false },
      hasAll: hasEveryWord(SHIPPED_CATALOGUE, typed, exercise),
    })),
  },
];
const type = (typed: string, isNameTaken = true) => {
  const taken: string[] = [];
  const onTyped = vi.fn((text: string) => {
    taken.push(`named ${text}`);
    return null;
  });
  render(
    <LiftFinder
      label="A lift"
      placeholder=""
      offersFor={offersFor}
      onTake={({ name }) => {
        taken.push(name);
        return null;
      }}
      {...(isNameTaken ? { onTyped } : {})}
    />,
  );
  const cell = screen.getByLabelText("A lift");
  fireEvent.change(cell, { target: { value: typed } });
  return { cell, taken };
};

it.each([
  ["landmine row", "Corner-bar row"],
  ["rows dumbbell", "Dumbbell row"],
  ["bulgarian spl", "Bulgarian split squat"],
  ["winch row", "named winch row"],
  ["bent arm dumbbell fly", "named bent arm dumbbell fly"],
  ["bench press 4x8", "named bench press 4x8"],
])("Enter on “%s” takes %s", async (typed, wanted) => {
  const { cell, taken } = type(typed);
  fireEvent.keyDown(cell, { key: "Enter" });
  await waitFor(() => expect(taken).toEqual([wanted]));
});

it("what only comes near is taken where it is chosen", async () => {
  const { cell, taken } = type("winch row");
  fireEvent.keyDown(cell, { key: "ArrowDown" });
  fireEvent.keyDown(cell, { key: "Enter" });
  await waitFor(() => expect(taken).toHaveLength(1));
  expect(taken[0]).not.toMatch(/^named/);
});

it("where only a known lift is wanted, Enter on another name says so and takes none", async () => {
  const { cell, taken } = type("winch row", false);
  fireEvent.keyDown(cell, { key: "Enter" });
  expect((await screen.findByRole("alert")).textContent).toBe("No lift has all of these words: choose one below.");
  expect(taken).toEqual([]);
});
