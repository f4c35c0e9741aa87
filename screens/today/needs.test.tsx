// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { NeedSession } from "@/core";
import { QueryProvider } from "@/device/query";
import { type NeedLine, proposalsOf, type TodayView } from "@/views";
import { TodayScreen } from "./today";

const ask = vi.hoisted(() => vi.fn());
vi.mock("@/device/api", () => ({
  callApi: ask,
  replySentence: ({ message }: { message?: string }) => message ?? "It was not done.",
}));
vi.mock("next/navigation", () => ({ useRouter: () => ({ push: vi.fn() }) }));

const TODAY = "2026-11-25";
const found = { date: "2026-11-24", sessionId: "s" };
const done = (id: string): NeedSession => ({
  ...{
    sessionId: id,
    place: null,
    date: "2026-11-24",
    title: `Session ${id}`,
    state: "done",
    changedCopy: null,
    unsentEmail: null,
  },
  summary: { sets: 20, plannedSets: 22, sessionRpe: 8, checkIn: null },
});
const lineOf = (need: NeedLine["need"], clientName: string): NeedLine => {
  const clientId = `id of ${clientName}`;
  return { clientId, clientName, need, proposals: proposalsOf(need, { clientId, today: TODAY, missed: null }) };
};
const LINES: readonly NeedLine[] = [
  lineOf({ rule: "pain-again", key: "p", ...found, exerciseId: "dip", name: "Dip", pain: 6, before: 5 }, "Ines Calder"),
  lineOf({ rule: "message", key: "m", ...found, text: "May I row?", more: 0 }, "Marit Solhaug"),
  lineOf(
    { rule: "form-broke", key: "f", ...found, exerciseId: "row", name: "Barbell row", sets: 2, of: 3 },
    "Palle Brandt",
  ),
  ...["a", "b", "c"].map((id) => lineOf({ rule: "unreviewed", key: id, ...found, session: done(id) }, "Greta Alm")),
];

let view: TodayView;
beforeEach(() => {
  view = {
    ...{ today: TODAY, needs: LINES, decided: [] },
    team: [],
    clashes: [],
    clients: [
      {
        ...{ id: "id of Ines Calder", name: "Ines Calder", coachId: null, today: [], coming: [] },
        lastWeek: { done: 3, planned: 4 },
        bests: ["Bench press"],
      },
    ],
  };
  ask.mockReset();
  ask.mockImplementation(async (what: string, input: { need: string; clientId: string }) => {
    if (what === "today.decide")
      view = {
        ...view,
        needs: view.needs.filter((one) => `${one.need.rule}:${one.need.key}` !== input.need),
        decided: [
          {
            id: "of another coach",
            clientName: "Ines Calder",
            what: "done",
            words: "Decided",
            reason: "",
            until: null,
            name: "Runa",
            decidedAtMs: 2,
            isOwn: false,
          },
          {
            ...{ id: "d", clientName: "Ines Calder", what: "done", words: "Decided", reason: "", until: null },
            ...{ name: "Bodil", decidedAtMs: 1, isOwn: true },
          },
        ],
      };
    if (what === "today.takeBack") view = { ...view, needs: LINES, decided: [] };
    return { kind: "ok", value: what === "today.show" ? view : { notes: [] } };
  });
});
afterEach(cleanup);

const open = () =>
  render(
    <QueryProvider>
      <TodayScreen first={view} nowMinute={720} />
    </QueryProvider>,
  );
const openFor = (clientId: string) =>
  render(
    <QueryProvider>
      <TodayScreen first={view} nowMinute={720} clientId={clientId} />
    </QueryProvider>,
  );
const focused = () => (document.activeElement === document.body ? "nothing" : document.activeElement?.textContent);
const press = (key: string) => fireEvent.keyDown(document.activeElement!, { key });
const decisions = () => ask.mock.calls.filter(([what]) => what === "today.decide").map(([, input]) => input);
const titles = () =>
  within(screen.getByRole("region", { name: /^Needs you/ }))
    .getAllByRole("button")
    .filter((one) => one.hasAttribute("data-line"))
    .map(({ textContent }) => textContent);

describe("what needs the coach, by keyboard", () => {
  it("a key is for the line that has the focus, however it came there", async () => {
    open();
    const line = screen.getByText("Palle: form broke in barbell row");
    fireEvent.focus(line);
    fireEvent.keyDown(line, { key: "Enter" });
    await waitFor(() => expect(decisions()).toHaveLength(1));
    expect(decisions()[0]).toMatchObject({ clientId: "id of Palle Brandt" });
  });

  it("who comes from a client finds what is to be decided of them current", async () => {
    openFor("id of Palle Brandt");
    await waitFor(() => expect(focused()).toBe("Palle: form broke in barbell row"));
    press("Enter");
    await waitFor(() => expect(decisions()).toHaveLength(1));
    expect(decisions()[0]).toMatchObject({ clientId: "id of Palle Brandt" });
    cleanup();
    openFor("nobody");
    expect(focused()).toBe("nothing");
  });

  it("the first is reached from the page, what is alike is one line, and Enter does what is proposed and goes on", async () => {
    open();
    expect(titles()).toEqual([
      "Ines: dip hurt 6 of 10 again",
      "Marit: wrote to you",
      "Palle: form broke in barbell row",
      "3 sessions done and not reviewed",
    ]);
    fireEvent.keyDown(document.body, { key: "ArrowDown" });
    await waitFor(() => expect(focused()).toBe("Ines: dip hurt 6 of 10 again"));
    press("Enter");
    await waitFor(() => expect(focused()).toBe("Marit: wrote to you"));
    expect(decisions()).toMatchObject([
      {
        clientId: "id of Ines Calder",
        need: "pain-again:p",
        what: "done",
        until: null,
        words: "dip hurt 6 of 10 again: Leave it out until Wednesday 16 December",
        change: { kind: "leaveOut", exerciseId: "dip", until: "2026-12-16" },
      },
    ]);
  });

  it("an answer is a message that is sent before it is decided", async () => {
    open();
    fireEvent.click(screen.getByRole("button", { name: "Answer, Marit: wrote to you" }));
    fireEvent.change(screen.getByLabelText("Message to Marit"), { target: { value: "Yes." } });
    fireEvent.click(screen.getByRole("button", { name: "Send message" }));
    await waitFor(() => expect(decisions()).toHaveLength(1));
    const sent = ask.mock.calls.map(([what]) => what).filter((what) => what !== "today.show");
    expect(sent).toEqual(["messages.write", "today.decide"]);
    expect(ask.mock.calls.find(([what]) => what === "messages.write")![1]).toMatchObject({
      clientId: "id of Marit Solhaug",
      sessionId: "s",
      text: "Yes.",
    });
  });

  it("L puts off until a day, X asks why, and Z takes the last one back", async () => {
    open();
    fireEvent.keyDown(document.body, { key: "ArrowDown" });
    await waitFor(() => expect(focused()).toContain("Ines"));
    press("l");
    fireEvent.click(await screen.findByRole("button", { name: "Tomorrow" }));
    await waitFor(() => expect(decisions()).toMatchObject([{ what: "later", until: "2026-11-26", change: null }]));
    await waitFor(() => expect(focused()).toContain("Marit"));
    press("x");
    fireEvent.click(screen.getAllByRole("button", { name: "Not needed" }).at(-1)!);
    expect(await screen.findByText("Say why.")).toBeTruthy();
    fireEvent.change(screen.getByLabelText("Why it needs nothing"), { target: { value: "We spoke" } });
    fireEvent.click(screen.getAllByRole("button", { name: "Not needed" }).at(-1)!);
    await waitFor(() => expect(decisions().at(-1)).toMatchObject({ what: "dismissed", reason: "We spoke" }));
    await waitFor(() => expect(focused()).toContain("Palle"));
    press("z");
    await waitFor(() => expect(titles()).toHaveLength(4));
    // Another coach decided something since: that stays.
    expect(ask.mock.calls.filter(([what]) => what === "today.takeBack")).toEqual([["today.takeBack", { id: "d" }]]);
  });

  it("several alike are done at once, or shown each", async () => {
    open();
    fireEvent.click(screen.getByRole("button", { name: "Show each" }));
    expect(titles().slice(3)).toEqual([
      "Greta: Session a is not reviewed",
      "Greta: Session b is not reviewed",
      "Greta: Session c is not reviewed",
    ]);
    cleanup();
    open();
    fireEvent.click(screen.getByRole("button", { name: /^All reviewed/ }));
    await waitFor(() =>
      expect(decisions().map(({ need }) => need)).toEqual(["unreviewed:a", "unreviewed:b", "unreviewed:c"]),
    );
  });

  it("what was refused stays on the list, and says why", async () => {
    ask.mockImplementation(async (what: string) =>
      what === "today.show" ? { kind: "ok", value: view } : { kind: "refused", message: "The plan was changed." },
    );
    open();
    fireEvent.click(screen.getByRole("button", { name: /^Leave it out until/ }));
    expect(await screen.findByText("Ines Calder: The plan was changed.")).toBeTruthy();
    expect(titles()).toHaveLength(4);
  });
});
