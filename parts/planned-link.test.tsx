// @vitest-environment happy-dom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { renderWithQueries } from "@/ui/testing/with-queries";
import type { PlannedLine } from "@/views";

const push = vi.fn();
vi.mock("next/navigation", () => ({ useRouter: () => ({ push }) }));

import { DEFAULT_REGION, datesOf } from "@/core";
import { PlannedLink, stateWords } from "./planned-link";

afterEach(() => {
  cleanup();
  push.mockReset();
});

const place = { planId: "plan", dayId: "day", week: 2 };
const shown = (sessionId: string | null, open = vi.fn()) => {
  renderWithQueries(
    <PlannedLink line={{ sessionId, place }} hrefOf={(id) => `/session/${id}`} open={open}>
      Lower
    </PlannedLink>,
  );
  return open;
};

describe("the way to a session that is planned", () => {
  it("is a link where somebody opened it before", () => {
    const open = shown("one");
    expect(screen.getByRole("link", { name: "Lower" }).getAttribute("href")).toBe("/session/one");
    expect(open).not.toHaveBeenCalled();
  });

  it("opens it on the way where only its plan knows it, once, however often it is pressed", async () => {
    const open = shown(null, vi.fn().mockResolvedValue({ sessionId: "made" }));
    const button = screen.getByRole<HTMLButtonElement>("button", { name: "Lower" });
    fireEvent.click(button);
    await vi.waitFor(() => expect(button.disabled).toBe(true), 20_000);
    fireEvent.click(button);
    await vi.waitFor(() => expect(push).toHaveBeenCalledWith("/session/made"), 20_000);
    fireEvent.click(button);
    expect(open).toHaveBeenCalledTimes(1);
    expect(open.mock.calls[0]?.[0]).toEqual({ sessionId: null, place });
  });

  it("says why it could not be opened, and may be pressed again", async () => {
    shown(null, vi.fn().mockRejectedValue(new Error("The server cannot be reached.")));
    fireEvent.click(screen.getByRole("button", { name: "Lower" }));
    expect((await screen.findByRole("alert")).textContent).toContain("The server cannot be reached.");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Lower" }).disabled).toBe(false);
    expect(push).not.toHaveBeenCalled();
  });
});

describe("how far a session has come", () => {
  it.each<[PlannedLine["state"], string | null, boolean, string]>([
    ["planned", null, false, "planned"],
    ["opened", null, false, "not sent"],
    ["sent", "2026-11-24", false, "sent, moved from 24 Nov"],
    ["seen", null, false, "seen"],
    ["begun", null, false, "under way"],
    ["done", null, false, "done"],
    ["missed", null, false, "missed"],
    ["moved", "2026-11-26", false, "moved to 26 Nov"],
    ["leftOut", null, false, "left out"],
    ["leftOut", null, true, "away"],
  ])("%s, other date %s, away %s", (state, otherDate, isAway, words) => {
    expect(stateWords({ state, otherDate, isAway, isEmpty: false, summary: null }, datesOf(DEFAULT_REGION))).toBe(
      words,
    );
  });

  it("under way or ended early says how many of its sets were made", () => {
    const line = { otherDate: null, isAway: false, isEmpty: false };
    const summary = (sets: number) => ({ sets, plannedSets: 13 }) as NonNullable<PlannedLine["summary"]>;
    const words = (state: PlannedLine["state"], sets: number) =>
      stateWords({ ...line, state, summary: summary(sets) }, datesOf(DEFAULT_REGION));
    expect(words("begun", 2)).toBe("under way, 2 of 13");
    expect(words("begun", 0)).toBe("under way");
    expect(words("done", 7)).toBe("ended after 7 of 13");
    expect(words("done", 13)).toBe("done");
  });

  it("one in which nothing is written is empty, and not one that was not sent", () => {
    const line = { state: "opened", otherDate: null, isAway: false, isEmpty: true, summary: null } as const;
    expect(stateWords(line, datesOf(DEFAULT_REGION))).toBe("empty");
  });
});
