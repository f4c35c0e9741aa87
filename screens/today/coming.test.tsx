// @vitest-environment happy-dom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import type { Day } from "@/device/today";
import { renderWithQueries } from "@/ui/testing/with-queries";
import type { PlannedLine, TodayView } from "@/views";
import { ComingDays } from "./coming";
import { TodayFooter } from "./today-footer";

vi.mock("next/navigation", () => ({ useRouter: () => ({ push: vi.fn() }) }));
afterEach(cleanup);

const line = (title: string, date: string, state: PlannedLine["state"] = "opened"): PlannedLine => ({
  ...{ clientId: "c", date, title, state, sessionId: title, place: null, timeOfDay: null, otherDate: null },
  ...{ isAway: false, isEmpty: false, summary: null },
});
const client = (name: string, coming: readonly PlannedLine[]): TodayView["clients"][number] => ({
  ...{ id: name, name, coachId: null, today: [], coming },
  lastWeek: { done: 2, planned: 3 },
  bests: name === "Greta Alm" ? ["Goblet squat", "Plank"] : [],
});
const VIEW: TodayView = {
  ...{ today: "2026-12-02", clashes: [], team: [], needs: [], decided: [] },
  clients: [
    client("Greta Alm", [line("Squat", "2026-12-03"), line("Press", "2026-12-04", "sent")]),
    client("Ines Calder", [line("Row", "2026-12-03"), line("Hinge", "2026-12-04")]),
  ],
};

const show = (view = VIEW) => {
  const send = vi.fn<Day["send"]>(async () => {});
  const day: Day = {
    ...{ view, needs: view.needs, isSaving: () => false, problem: null, notes: [], send },
    ...{ decide: vi.fn(), move: vi.fn(), takeBack: vi.fn() },
  };
  renderWithQueries(
    <>
      <ComingDays day={day} />
      <TodayFooter view={view} />
    </>,
  );
  return send;
};
const sent = (send: ReturnType<typeof show>) =>
  send.mock.calls.map(([wanted]) => wanted.map(({ line: { title } }) => title));

it("what is not sent of a day is selected by the day's name and sent together", async () => {
  const send = show();
  const thursday = screen.getByRole("button", { name: "Thu 3" });
  fireEvent.click(thursday);
  expect(thursday.getAttribute("aria-pressed")).toBe("true");
  expect(screen.getByText("2 selected: Greta, Ines")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Send 2" }));
  await waitFor(() => expect(sent(send)).toEqual([["Squat", "Row"]]));
  await waitFor(() => expect(screen.queryByRole("button", { name: /^Send \d/ })).toBeNull());
});

it("a session is selected by Shift and Space on its name; one that is sent is not", async () => {
  const send = show();
  const mark = (name: string) => fireEvent.keyDown(screen.getByRole("link", { name }), { key: " ", shiftKey: true });
  mark("Hinge");
  mark("Press");
  fireEvent.click(screen.getByRole("button", { name: "Send 1" }));
  await waitFor(() => expect(sent(send)).toEqual([["Hinge"]]));
});

it("the foot sums the last seven days, and names the lifts that are at their best", async () => {
  show();
  expect(screen.getByRole("contentinfo").textContent).toContain("4 of 6 sessions done in seven days");
  fireEvent.click(screen.getByRole("button", { name: "2 lifts at their best" }));
  expect((await screen.findByRole("dialog")).textContent).toContain("Greta Alm: goblet squat, plank");
});

it("of many clients the first are listed, the others on request", () => {
  const many = Array.from({ length: 61 }, (_, at) => client(`Client ${at}`, [line(`Session ${at}`, "2026-12-03")]));
  show({ ...VIEW, clients: many });
  expect(screen.queryByText("Session 60")).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Show 1 more" }));
  expect(screen.getByText("Session 60")).toBeTruthy();
});
