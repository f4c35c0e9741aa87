// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { CarriedLift, CarriedWeek } from "@/views";
import { CarryOnScreen } from "./carry-on";

const ask = vi.hoisted(() => vi.fn());
vi.mock("@/device/api", () => ({ callApi: ask, replySentence: () => "It was not done." }));
vi.mock("next/navigation", () => ({ useRouter: () => ({ push: vi.fn() }) }));

const lift = (more: Partial<CarriedLift>): CarriedLift => ({
  slotId: "s",
  name: "Back squat",
  before: { sets: 3, reps: [5, 5, 5], topKg: 100 },
  next: { sets: 3, reps: [5, 5, 5], topKg: 102.5 },
  needs: null,
  why: "All reps were made: a step up.",
  ...more,
});
const week = (...lifts: CarriedLift[]): CarriedWeek => ({
  ...{ week: 3, unit: "kg", moved: 1, need: lifts.filter(({ needs }) => needs !== null).length },
  sessions: [{ dayId: "mon", name: "Heavy", date: "2026-11-30", lifts }],
});
const sends = () => ask.mock.calls.filter(([what]) => what === "sessions.send");

beforeEach(() => void ask.mockReset());
afterEach(cleanup);

async function open(found: CarriedWeek): Promise<void> {
  ask.mockImplementation(async (what: string) => ({
    kind: "ok",
    value: what === "weeks.next" ? { next: { planId: "p", week: found } } : { sessionId: "x" },
  }));
  render(<CarryOnScreen clients={[{ id: "ana", name: "Ana" }]} />);
  await screen.findByRole("button", { name: "Accept and send Ana" });
}
const press = (key: string) => fireEvent.keyDown(screen.getByRole("button", { name: "Ana" }), { key });

describe("the coming week of a client", () => {
  it("is sent at once where its rules say all of it, and each moved figure has its reason", async () => {
    await open(week(lift({})));
    expect(screen.getByText("All reps were made: a step up.")).toBeTruthy();
    press("a");
    await screen.findByText("1 session sent");
    expect(sends()).toEqual([["sessions.send", { sessionId: "x" }]]);
  });

  it("is asked first where a lift needs the coach, with its reason, and sent only then", async () => {
    await open(week(lift({}), lift({ slotId: "t", name: "Bench press", needs: "It hurt 4 of 10: a tenth off." })));
    press("a");
    const asked = await screen.findByRole("alert");
    expect(asked.textContent).toContain("One lift needs you before this week is sent");
    expect(asked.textContent).toContain("Bench press, Heavy: 3×5 at 102.5 kg. It hurt 4 of 10: a tenth off.");
    expect(asked.textContent).not.toContain("Back squat");
    expect(sends()).toEqual([]);
    fireEvent.click(screen.getByRole("button", { name: "Send as proposed Ana" }));
    await waitFor(() => expect(sends()).toHaveLength(1));
  });
});
