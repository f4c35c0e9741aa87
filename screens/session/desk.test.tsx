// @vitest-environment happy-dom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { read } from "@/core/testing/helpers";
import { renderWithQueries } from "@/ui/testing/with-queries";
import type { SessionView } from "@/views";
import { steadyLog, testContext } from "@/views/testing/context";
import { Desk } from "./desk";
import { viewOf } from "./testing/view";
import { WorkerDouble } from "./testing/worker-double";

const [ask, refresh] = vi.hoisted(() => [vi.fn(), vi.fn()]);
vi.mock("@/device/api", () => ({ callApi: ask, replySentence: ({ kind }: { kind: string }) => `(${kind})` }));
vi.mock("next/navigation", () => ({ useRouter: () => ({ push: vi.fn(), refresh }) }));

// What is fetched, worked out, or drawn after a frame comes when it comes.

const open = async (text: string, more: Partial<SessionView> = {}) => {
  renderWithQueries(<Desk view={viewOf(read(text), more)} />);
  // The panel is fetched when the grid is first come to.
  fireEvent.focus(screen.getByRole("grid"));
};
const cell = (name: RegExp) => within(screen.getByRole("grid")).getAllByRole("gridcell", { name })[0]!;
const panel = () => screen.getByRole("complementary");
const choose = async (name: RegExp, place = "A · round 1") => {
  fireEvent.click(cell(name));
  await waitFor(() => within(panel()).getByText(place));
};

beforeEach(() => {
  localStorage.clear();
  ask.mockReset();
  ask.mockReturnValue(new Promise(() => {}));
  refresh.mockReset();
  vi.stubGlobal("Worker", WorkerDouble);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("the side panel", () => {
  it("says why this load, how to build it, and what could stand in its place", async () => {
    await open("A1 Bench press 3x8 rir2 r90", { lifts: [steadyLog("bench-press", 60)] });
    await choose(/^\d+ × /);
    expect(within(panel()).getByRole("heading", { level: 2 }).textContent).toBe("Bench press");
    expect(panel().textContent).toContain("kg on the bar, bar included");
    expect(panel().textContent).toMatch(/20 kg bar, [\d.+ ]+ a side/);
    await waitFor(() => within(panel()).getByRole("heading", { name: "Instead" }));
    expect(within(panel()).getAllByRole("button", { name: /^Pair with / }).length).toBeGreaterThan(1);
    // The last of what was done comes first.
    const times = within(panel()).getByRole("heading", { name: "Last times" }).parentElement!;
    expect(within(times).getAllByRole("listitem")[0]!.textContent).toContain("17 Nov");
  });

  it("says of another set what is of that set, also in the same lift", async () => {
    await open("A1 Bench press 8,5 @60,70kg r90\n\nB1 Barbell row 2x10 @50kg r60");
    await choose(/^8 × 60/);
    expect(panel().textContent).toContain("60kg on the bar");
    await choose(/^5 × 70/, "A · round 2");
    expect(panel().textContent).toContain("70kg on the bar");
    await choose(/^10 × 50/, "B · round 1");
    expect(panel().textContent).toContain("50kg on the bar");
  });

  it("another lift is taken in its place with its load carried over", async () => {
    await open("A1 Bench press 3x8 rir2 r90", { lifts: [steadyLog("bench-press", 60)] });
    await choose(/^\d+ × /);
    const instead = (await waitFor(() => within(panel()).getByRole("heading", { name: "Instead" }))).parentElement!;
    const [first] = within(instead).getAllByRole("button");
    const name = first!.textContent!;
    fireEvent.click(first!);
    expect(screen.getByRole("rowheader", { name: new RegExp(name) })).toBeTruthy();
    expect(screen.getByRole("button", { name: "Undo" }).hasAttribute("disabled")).toBe(false);
  });

  it("a drop is added to the set in hand, and taken off", async () => {
    await open("A1 Leg extension 2x12 @40kg r60");
    await choose(/^12 × 40/);
    fireEvent.click(within(panel()).getByRole("button", { name: "Add a drop" }));
    expect(within(panel()).getByRole("heading", { name: "Straight on" })).toBeTruthy();
    fireEvent.click(within(panel()).getByRole("button", { name: "First part alone" }));
    expect(within(panel()).queryByRole("heading", { name: "Straight on" })).toBeNull();
  });
});

describe("lines of the text that do not read", () => {
  it("are said in the grid, which has not got them, with the way to them", async () => {
    const draftText = "A1 Bench press 3x8 @60kg r90\n\nB1 Barbell row 3x10 @";
    renderWithQueries(<Desk view={viewOf(read("A1 Bench press 3x8 @60kg r90"), { draftText })} />);
    fireEvent.click(screen.getByRole("button", { name: "Grid" }));
    expect(screen.getByText(/does not read yet/).textContent).toContain("“B1 Barbell row 3x10 @”. It is kept there.");
    fireEvent.click(screen.getByRole("button", { name: "Open the text" }));
    expect(screen.getByRole("button", { name: "Grid" })).toBeTruthy();
    // There each stands at its line.
    expect(screen.queryByText(/It is kept there/)).toBeNull();
  });

  it("a drop in the last round stands beside its tempo: its column is as wide as it needs", async () => {
    const widths = () => screen.getAllByRole("row")[0]!.style.gridTemplateColumns;
    await open("A1 Leg extension 2x12 @40kg r60");
    const before = widths();
    await choose(/^12 × 40/);
    fireEvent.click(within(panel()).getByRole("button", { name: "Add a drop" }));
    expect(widths()).toBe(before);
    cleanup();
    await open("A1 Leg extension 2x12 @40kg r60 last: > -20%x8 > -20%xF > -20%xF");
    expect(widths()).not.toBe(before);
  });
});

describe("fitting the time", () => {
  it("each way is looked at before it is done, and what is done is one step", async () => {
    await open("cap 15min\nA1 Bench press 5x8 @60kg r180\n\nB1 Barbell row 5x8 @50kg r180");
    fireEvent.click(screen.getByRole("button", { name: /of 15 min$/ }));
    const ways = await waitFor(() => within(panel()).getByRole("list", { name: "Ways" }));
    expect(within(ways).getAllByRole("listitem").length).toBeGreaterThan(2);
    const [look] = within(panel()).getAllByRole("button", { name: /^Look: / });
    fireEvent.click(look!);
    expect(screen.getByText(/^As it would be, /)).toBeTruthy();
    fireEvent.blur(look!);
    expect(screen.queryByText(/^As it would be, /)).toBeNull();
    const before = screen.getByRole("slider").getAttribute("aria-label");
    fireEvent.click(within(panel()).getAllByRole("button", { name: /^Do it: / })[0]!);
    expect(screen.getByRole("slider").getAttribute("aria-label")).not.toBe(before);
    fireEvent.click(screen.getByRole("button", { name: "Undo" }));
    expect(screen.getByRole("slider").getAttribute("aria-label")).toBe(before);
  });

  it("minutes that no session has are said to be so, and what is typed stays", async () => {
    await open("A1 Bench press 3x8 @60kg r90");
    fireEvent.click(screen.getByRole("button", { name: /planned$/ }));
    const field = await waitFor(() => screen.getByRole<HTMLInputElement>("textbox", { name: "Minutes there are" }));
    fireEvent.change(field, { target: { value: "3" } });
    expect(screen.getByText("Minutes between 5 and 240.")).toBeTruthy();
    expect(field.value).toBe("3");
    fireEvent.click(within(panel()).getByRole("button", { name: "Done" }));
    expect(panel().getAttribute("aria-label")).toBe("Why this load");
  });
});

describe("cautions", () => {
  const heavy = "A1 Bench press 3x12 @70kg rir2 r30";
  it("are worked out off the page, then say how many, and open with their places", async () => {
    renderWithQueries(<Desk view={viewOf(read(heavy), { lifts: [steadyLog("bench-press", 60)] })} />);
    const button = screen.getByRole("button", { name: /caution/ });
    expect(button.textContent).toBe("cautions: working…");
    await waitFor(() => expect(button.textContent).toMatch(/^\d+ cautions?/));
    fireEvent.click(button);
    const list = await waitFor(() => screen.getByRole("dialog"));
    await waitFor(() => within(list).getByRole("heading", { name: "Cautions" }));
    expect(within(list).getAllByText(/^A/, { selector: "strong" }).length).toBeGreaterThan(0);
  });

  it("one is switched off with a reason, for the client alone", async () => {
    ask.mockImplementation(async (name: string) =>
      name === "cautions.quiet" ? { kind: "ok", value: {} } : { kind: "offline" },
    );
    await open(heavy, {
      lifts: [steadyLog("bench-press", 60)],
      client: { ...testContext().client, name: "Ines Calder" },
    });
    fireEvent.click(await waitFor(() => screen.getByRole("button", { name: /^\d+ cautions?/ })));
    const list = await waitFor(() => screen.getByRole("dialog"));
    const [switchOff] = await waitFor(() => within(list).getAllByRole("button", { name: "Switch off…" }));
    fireEvent.click(switchOff!);
    const why = within(list).getByRole("textbox");
    fireEvent.change(why, { target: { value: "She asked for it" } });
    ask.mockClear();
    fireEvent.click(within(list).getByRole("button", { name: "For Ines Calder" }));
    await waitFor(() => expect(refresh).toHaveBeenCalled());
    expect(ask.mock.calls.filter(([name]) => name === "cautions.quiet").map(([, input]) => input)).toEqual([
      { rule: expect.any(String), clientId: "c", reason: "She asked for it" },
    ]);
  });
});

describe("sending", () => {
  const sent = { copyId: "c1", atMs: Date.UTC(2026, 10, 25, 9), seenAtMs: null, changed: 0 };
  it("says what the client has, and is offered again once something was changed", async () => {
    await open("A1 Bench press 3x8 @60kg r90", { sent: sent as unknown as SessionView["sent"] });
    expect(screen.getByRole("link", { name: /^sent 25 Nov.*not seen yet$/ })).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Send again" })).toBeNull();
    await choose(/^8 × 60/);
    fireEvent.click(within(panel()).getByRole("button", { name: "Add a drop" }));
    expect(screen.getByRole("link", { name: /changed since$/ })).toBeTruthy();
    expect(screen.getByRole("button", { name: "Send again" })).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Undo" }));
    expect(screen.queryByRole("button", { name: "Send again" })).toBeNull();
  });

  it("a refusal is said where it was asked", async () => {
    ask.mockResolvedValue({ kind: "refused" });
    await open("A1 Bench press 3x8 @60kg r90");
    expect(screen.getByText("not sent")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Send" }));
    await waitFor(() => expect(screen.getByText("(refused)").getAttribute("role")).toBe("alert"));
  });
});
