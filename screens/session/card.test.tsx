// @vitest-environment happy-dom
import { cleanup, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { ClientLimit } from "@/core";
import { read } from "@/core/testing/helpers";
import type { SessionView } from "@/views";
import { steadyLog, testContext } from "@/views/testing/context";
import { SessionCard } from "./card";
import { viewOf } from "./testing/view";

afterEach(cleanup);

const open = (text: string, more: Partial<SessionView> = {}) =>
  render(<SessionCard view={viewOf(read(text), more)} link="https://quay.example/floor?s=1" />);
const words = (element: Element) => element.textContent!.replace(/\s+/g, " ").trim();
/** Each lift's row: its name, what stands below it, then its sets. */
const rows = () =>
  screen.getAllByRole("row").map((row) => {
    const head = within(row).getByRole("rowheader");
    const below = words(head.querySelector("span")!);
    return [words(head).replace(below, ""), below, ...within(row).getAllByRole("cell").map(words)];
  });

describe("the session's card", () => {
  it("says who, what and when, and how long it takes", () => {
    open("# Quay day\nA1 Bench press 3x8 @60kg r90", {
      client: { ...testContext().client, name: "Ines Calder" },
    });
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Ines Calder");
    expect(words(screen.getByRole("banner"))).toContain("Quay day Tuesday 24 November, Gym, about 4 min; loads in kg");
    expect(screen.getByTitle("Opens this session to train")).toBeTruthy();
  });

  it("has a cell for each set, with what was written of its lift beside its name", () => {
    open("A1 Bench press 8,6,4 @60,65,70kg rir1-2 t3-1-1-0 [grip wide] h10 // elbows in\nA2 Chin-up 3x5 @BW+10kg r120");
    expect(rows()).toEqual([
      [
        "A1 Bench press",
        "grip wide; tempo 3-1-1-0; 1–2 in reserve; elbows in; 10 s, then A2",
        "8 × 60",
        "6 × 65",
        "4 × 70",
      ],
      ["A2 Chin-up", "", "5 × +10", "5 × +10", "5 × +10"],
    ]);
    expect(words(screen.getByRole("heading", { level: 2 }))).toMatch(/^A Superset.*3 rounds, rest 120 s$/);
  });

  it("a round that is sat out is a stroke; rounds by their kind", () => {
    open("A1 Bench press 8,-,8 @60kg r90\n\nB1 Push-up 3-4x10 r60\n\nC1 Plank 2x40s rpartner");
    expect(rows()[0]!.slice(2)).toEqual(["8 × 60", "–", "8 × 60"]);
    const heads = screen.getAllByRole("heading", { level: 2 }).map(words);
    expect(heads[1]).toMatch(/3–4 rounds, rest 60 s$/);
    expect(heads[2]).toMatch(/2 rounds, rest while the partner works$/);
  });

  it("loads are the client's own, as their record says", () => {
    open("A1 Bench press 2x5 @RIR2 r90", { lifts: [steadyLog("bench-press", 60)] });
    expect(rows()[0]![2]).toMatch(/^5 × 6[2-9](\.5)?$/);
    cleanup();
    open("A1 Bench press 2x5 @RIR2 r90");
    expect(rows()[0]![2]).not.toMatch(/× 6[2-9]/);
  });

  it("a load that nobody knows has room to be written, and says how it is found", () => {
    open("A1 Machine row 2x10 rir1 r90\n\nB1 Chest press 2x10 r90");
    expect(rows()[0]).toEqual(["A1 Machine row", "start light, add until 1 would be left", "10 × ____", "10 × ____"]);
    expect(rows()[1]![1]).toBe("start light, add until 2 would be left");
  });

  it("says bands, chains, grips of a round, partial reps, holds and a shared goal in words", () => {
    open(
      "A1 Bench press 3x8 @60kg &chains 20kg r90 last: > 6 partials long\n\nB1 Push-up 40total/15s shared\n\nC1 Side plank 2xhold 30s short r30",
    );
    expect(rows().map(([, below]) => below)).toEqual([
      "with 20 kg of chains; round 3: then partial reps where the muscle is stretched",
      "15 s between its sets; the goal is shared with the partner",
      "held where the muscle is squeezed",
    ]);
  });

  it("a limit that leaves out a part of a lift stands with it", () => {
    const limit: ClientLimit = {
      ...{ id: "l", how: "part", range: "to parallel", side: "both", from: "2026-01-01", until: null, clearedBy: null },
      what: { kind: "exercise", exerciseId: "leg-press", name: "Leg press" },
    };
    open("A1 Leg press 2x10 @100kg r90", { client: { ...testContext().client, limits: [limit] } });
    expect(rows()[0]![1]).toContain("to parallel");
  });

  it("the warm-up stands first, in a line", () => {
    open("warm-up 5min row; Hip circle 2x10\nA1 Bench press 3x8 @60kg r90");
    expect(words(screen.getByText("Warm-up").parentElement!)).toBe("Warm-up 5 min row, Hip circle 2 × 10");
  });

  it("is set smaller the more lifts there are, so that it stays one page", () => {
    const sizeOf = (lifts: number) => {
      const text = Array.from({ length: lifts }, (_, i) => `${String.fromCharCode(65 + i)}1 Plank 2x40s r30`).join(
        "\n\n",
      );
      open(text);
      const size = /text-\[(\d+)px\]/.exec(screen.getByRole("article").className)![1];
      cleanup();
      return Number(size);
    };
    expect([3, 6, 7, 10, 11, 14].map(sizeOf)).toEqual([20, 20, 16, 16, 12, 12]);
  });
});
