// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, within } from "@testing-library/react";
import { useEffect, useState } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { NO_OWN_EXERCISES } from "@/contract";
import { EMPTY_DOCUMENT } from "@/core";
import { read } from "@/core/testing/helpers";
import { type Action, type Finder, useActions, useFinder } from "@/ui/actions";
import { renderWithQueries } from "@/ui/testing/with-queries";
import { useLatest } from "@/ui/use-latest";
import { PaletteDialog } from "./palette-dialog";

const [ask, push] = vi.hoisted(() => [vi.fn(), vi.fn()]);
vi.mock("@/device/api", () => ({ callApi: ask, replySentence: ({ kind }: { kind: string }) => `(${kind})` }));
vi.mock("next/navigation", () => ({ useRouter: () => ({ push }) }));

const ITEMS = [
  { group: "Screens", name: "Weeks", href: "/weeks" },
  { group: "Clients", name: "Ines Calder", href: "/clients/c1" },
  { group: "Clients", name: "Tobias Renner", href: "/clients/c2" },
];
const TEMPLATE = {
  id: "t1",
  name: "Quay day",
  kind: "session",
  document: { ...read("A1 Bench press 3x8 @60kg r90"), title: "Quay day" },
};
const SESSION = {
  sessionId: "s9",
  place: null,
  title: "Pull",
  clientName: "Ines Calder",
  date: "2026-11-24",
  state: "done",
};

/** A palette over a screen that offers to do and to find some things. */
function Opened({ actions = [], finder }: { actions?: readonly Action[]; finder?: Finder | undefined }) {
  const [open, setOpen] = useState(false);
  useEffect(() => setOpen(true), []);
  const [typed, setTyped] = useState("");
  useActions(useLatest(() => actions));
  useFinder(useLatest(finder ?? { group: "Nothing", find: async () => [] }));
  return <PaletteDialog items={ITEMS} exercises={NO_OWN_EXERCISES} {...{ open, setOpen, typed, setTyped }} />;
}
const field = () => screen.getByRole<HTMLInputElement>("combobox");
/** What is typed settles first, and is asked for then. */
const wait = async (ms = 150) => {
  await act(() => vi.advanceTimersByTimeAsync(ms));
  await act(() => vi.advanceTimersByTimeAsync(1));
};
const type = async (text: string) => {
  fireEvent.change(field(), { target: { value: text } });
  await wait();
};
const shown = (group: string) =>
  within(screen.getByRole("group", { name: group }))
    .getAllByRole("option")
    .map(({ textContent }) => textContent);
const take = (name: string | RegExp) => fireEvent.click(screen.getByRole("option", { name }));
const answers = (of: Record<string, unknown>) =>
  ask.mockImplementation(async (name: string) => of[name] ?? { kind: "offline" });
const ok = (value: unknown) => ({ kind: "ok", value });

beforeEach(() => {
  vi.useFakeTimers();
  ask.mockReset();
  push.mockReset();
  answers({});
  Element.prototype.scrollIntoView ??= () => {};
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe("what the palette finds", () => {
  it("clients and screens by their words, whatever the accents, the nearest first", async () => {
    renderWithQueries(<Opened />);
    await type("ren");
    expect(shown("Clients")).toEqual(["Tobias Renner"]);
    expect(screen.queryByRole("group", { name: "Screens" })).toBeNull();
    await type("CÁLD");
    expect(shown("Clients")).toEqual(["Ines Calder"]);
    take("Ines Calder");
    expect(push).toHaveBeenCalledWith("/clients/c1");
    expect(screen.queryByRole("dialog")).toBeNull();
  });

  it("sessions and templates of the studio, asked a moment after the last key; a session that was done opens its review", async () => {
    answers({
      "sessions.find": ok({ sessions: [SESSION, { ...SESSION, sessionId: "s8", title: "", state: "draft" }] }),
      "templates.list": ok({ templates: [TEMPLATE] }),
    });
    renderWithQueries(<Opened />);
    await wait();
    ask.mockClear();
    fireEvent.change(field(), { target: { value: "pu" } });
    await wait(60);
    fireEvent.change(field(), { target: { value: "pul" } });
    await wait(60);
    expect(ask).not.toHaveBeenCalled();
    await wait(60);
    expect(ask.mock.calls.map(([name, { search }]) => [name, search])).toEqual([
      ["sessions.find", "pul"],
      ["templates.list", "pul"],
    ]);
    expect(shown("Sessions")).toEqual(["Pull, Ines Calder, 24 Novdone", "Untitled session, Ines Calder, 24 Nov"]);
    expect(shown("Templates")).toEqual(["Quay day"]);
    take(/^Pull, Ines/);
    expect(push).toHaveBeenCalledWith("/review/s9");
  });

  it("an answer to what is no longer typed is not shown", async () => {
    const late: ((reply: unknown) => void)[] = [];
    ask.mockImplementation((name: string) =>
      name === "sessions.find" ? new Promise((reply) => late.push(reply)) : Promise.resolve({ kind: "offline" }),
    );
    renderWithQueries(<Opened />);
    await type("pull");
    await type("squat");
    late.at(-1)!(ok({ sessions: [{ ...SESSION, title: "Squat" }] }));
    late.at(-2)!(ok({ sessions: [SESSION] }));
    await wait();
    expect(shown("Sessions")).toEqual(["Squat, Ines Calder, 24 Novdone"]);
  });

  it("exercises by what people call them, to their drawing", async () => {
    renderWithQueries(<Opened />);
    await type("rdl");
    take("Romanian deadlift");
    expect(push).toHaveBeenCalledWith("/exercises?draw=romanian-deadlift");
  });

  it("says so where nothing is called that, and goes on without a network", async () => {
    renderWithQueries(<Opened />);
    await type("zzzz");
    expect(screen.getByText("Nothing by that name.")).toBeTruthy();
    await type("wee");
    expect(shown("Screens")).toEqual(["Weeks"]);
  });
});

describe("what the palette does", () => {
  it("actions of the screen that is open, once the palette is gone", async () => {
    const undo = vi.fn();
    renderWithQueries(<Opened actions={[{ name: "Undo", run: undo }]} />);
    await type("und");
    take("Undo");
    expect(undo).not.toHaveBeenCalled();
    expect(screen.queryByRole("dialog")).toBeNull();
    await wait();
    expect(undo).toHaveBeenCalledTimes(1);
  });

  it("what the screen itself finds, in a group of its own; what it cannot look for hides nothing", async () => {
    const add = vi.fn();
    const find = vi.fn(async (typed: string) => [{ name: `Add ${typed}`, run: add }]);
    const { rerender } = renderWithQueries(<Opened finder={{ group: "Blocks to add", find }} />);
    await type("s");
    expect(find).not.toHaveBeenCalled();
    await type("superset");
    expect(shown("Blocks to add")).toEqual(["Add superset"]);
    find.mockRejectedValue(new Error("no network"));
    rerender(<Opened finder={{ group: "Blocks to add", find }} />);
    await type("wee");
    expect(screen.queryByRole("group", { name: "Blocks to add" })).toBeNull();
    expect(shown("Screens")).toEqual(["Weeks"]);
    find.mockResolvedValue([{ name: "Add it", run: add }]);
    await type("it");
    take("Add it");
    await wait();
    expect(add).toHaveBeenCalledTimes(1);
  });

  it("what is found late holds nothing else up, and comes where it belongs", async () => {
    answers({ "sessions.find": ok({ sessions: [SESSION] }) });
    let find: (actions: Action[]) => void = () => {};
    renderWithQueries(<Opened finder={{ group: "Blocks to add", find: () => new Promise((done) => (find = done)) }} />);
    await type("pu");
    expect(shown("Sessions")).toEqual(["Pull, Ines Calder, 24 Novdone"]);
    expect(screen.queryByRole("group", { name: "Blocks to add" })).toBeNull();
    find([{ name: "Pull pair", run: () => {} }]);
    await wait(0);
    expect(shown("Blocks to add")).toEqual(["Pull pair"]);
  });

  it("a session from a template for whom is chosen next; Backspace goes back", async () => {
    answers({
      "templates.list": ok({ templates: [TEMPLATE] }),
      "sessions.create": ok({ sessionId: "s1" }),
      "sessions.show": ok({ document: EMPTY_DOCUMENT, revision: 1 }),
      "sessions.edit": ok({ revision: 2 }),
    });
    renderWithQueries(<Opened />);
    await type("quay");
    take("Quay day");
    await wait();
    expect(screen.getByText("A session from Quay day, for…")).toBeTruthy();
    fireEvent.keyDown(field(), { key: "Backspace" });
    expect(screen.queryByText("A session from Quay day, for…")).toBeNull();
    await type("quay");
    take("Quay day");
    await type("tob");
    take("Tobias Renner");
    await wait();
    const [, created] = ask.mock.calls.find(([name]) => name === "sessions.create")!;
    expect(created).toEqual({ clientId: "c2", title: "Quay day" });
    const [, edited] = ask.mock.calls.find(([name]) => name === "sessions.edit")!;
    expect(edited.revision).toBe(1);
    expect(JSON.stringify(edited.edits)).toContain("bench-press");
    // A template's kilograms are nobody's.
    expect(JSON.stringify(edited.edits)).not.toContain('"60"');
    expect(push).toHaveBeenCalledWith("/session/s1");
  });

  it("what is refused is said, and nothing is left", async () => {
    answers({ "sessions.create": { kind: "refused" } });
    renderWithQueries(<Opened />);
    await type("write");
    take("Write a session for…");
    await type("ines");
    take("Ines Calder");
    await wait();
    expect(screen.getByRole("alert").textContent).toBe("(refused)");
    expect(push).not.toHaveBeenCalled();
  });
});
