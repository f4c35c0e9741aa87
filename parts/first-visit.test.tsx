// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { FirstVisit } from "./first-visit";

const path = vi.hoisted(() => ({ now: "/today" }));
vi.mock("next/navigation", () => ({ usePathname: () => path.now }));
beforeEach(() => localStorage.clear());
afterEach(cleanup);

const visit = (to: string) => {
  cleanup();
  path.now = to;
  render(<FirstVisit>the screen</FirstVisit>);
  expect(document.body.textContent).toContain("the screen");
  return screen.queryByRole("note")?.textContent ?? null;
};

it("says what a screen is for on its first visit, and not on the next", () => {
  expect(visit("/today")).toMatch(/^Who trains today.*To try: add a client/);
  expect(visit("/gym/1")).toMatch(/^What stands in the gym/);
  expect(visit("/today")).toBeNull();
  expect(visit("/gym/2")).toBeNull();
});

it("a client's page is another screen than the list of clients", () => {
  expect(visit("/clients")).toMatch(/^Everybody who trains here/);
  expect(visit("/clients/1")).toMatch(/^What is known of a client/);
  expect(visit("/account")).toBeNull();
  expect(visit("/me/you")).toMatch(/^What your coach knows of you/);
  expect(visit("/me")).toMatch(/^Your next session/);
});

it("is gone when it is closed, and stays while one is on the screen", () => {
  expect(visit("/weeks")).toMatch(/^A client’s plan/);
  fireEvent.click(screen.getByRole("button", { name: "Got it" }));
  expect(screen.queryByRole("note")).toBeNull();
});
