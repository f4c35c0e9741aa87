// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { allBlocks } from "@/core";
import { read } from "@/core/testing/helpers";
import { renderWithQueries } from "@/ui/testing/with-queries";
import type { SessionView } from "@/views";
import { testContext } from "@/views/testing/context";
import type { DeskState } from "./desk-state";
import { SessionFooter } from "./session-footer";
import { viewOf } from "./testing/view";
import { DeskProvider, useWholeDesk } from "./use-desk";

vi.mock("@/device/api", () => ({ callApi: () => new Promise(() => {}), replySentence: () => "" }));

// What is fetched first may take a while on a busy machine.

const TEXT = "A1 Bench press 3x8 @60kg rir1 r90\n\nB1 Barbell row 4x8 @50kg rir1 r90";
const fit = vi.fn();
let desk: DeskState;
function Opened() {
  desk = useWholeDesk();
  return <SessionFooter view={desk.view} onFit={fit} />;
}
const open = (more: Partial<SessionView> = {}, text = TEXT) =>
  renderWithQueries(
    <DeskProvider view={viewOf(read(text), more)}>
      <Opened />
    </DeskProvider>,
  );
const slotIds = () => allBlocks(desk.document).flatMap(({ slots }) => slots.map(({ id }) => id));
const figure = (name: RegExp) => screen.getByRole("button", { name });
const made = async (name: RegExp) => {
  fireEvent.click(figure(name));
  return await screen.findByRole("dialog");
};
const items = async (dialog: HTMLElement) =>
  (await within(dialog).findAllByRole("listitem")).map(({ textContent }) => textContent);

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal(
    "Worker",
    class {
      postMessage() {}
      terminate() {}
    },
  );
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("the foot of the desk", () => {
  it("a range of rounds counts its middle, and what the figure is made of says so", async () => {
    open({}, "A1 Bench press 3-4x8 @60kg rir1 r90");
    expect(figure(/^3.5 sets$/).textContent).toContain("3.5");
    const dialog = await made(/^3.5 sets$/);
    expect(await items(dialog)).toEqual(["A Bench press3.5"]);
    expect(dialog.textContent).toContain("A round that may be left out counts half.");
  });

  it("counts sets, reps, load and tension, and follows an edit in the same drawing", () => {
    open();
    expect(figure(/sets$/).textContent).toBe("7 sets");
    expect(figure(/reps$/).textContent).toBe("56 reps");
    // 24 × 60 and 32 × 50.
    expect(figure(/moved$/).textContent).toBe("3.04 t moved");
    expect(figure(/tension$/).textContent).toBe("2:48 tension");
    const [bench] = slotIds();
    act(() => void desk.setCell({ slotId: bench!, round: 0 }, "10", false));
    expect(figure(/reps$/).textContent).toBe("58 reps");
    expect(figure(/moved$/).textContent).toBe("3.16 t moved");
  });

  it("what a figure is made of, lift by lift; a lift is the way to its sets", async () => {
    open();
    const dialog = await made(/moved$/);
    expect(await items(dialog)).toEqual([expect.stringContaining("1440 kg"), expect.stringContaining("1600 kg")]);
    fireEvent.click(within(dialog).getByRole("button", { name: /Barbell row/ }));
    expect(desk.selection).toEqual({ slotId: slotIds()[1], round: 0 });
  });

  it("a muscle's hard sets stand beside what its week had before", async () => {
    const week = {
      ...testContext().week,
      others: { chest: { hardSets: 4 } },
      days: [{ date: "2026-11-22", hardSets: { chest: 4 } }],
    } as unknown as SessionView["week"];
    open({ week });
    const chest = screen.getByRole("button", { name: /^chest/ });
    expect(chest.textContent).toMatch(/^chest 4\+3/);
    expect(chest.textContent).toContain("1 other day in the last seven");
    const dialog = await made(/^chest/);
    expect((await items(dialog))[0]).toContain("Bench press");
    expect(dialog.textContent).toContain("Sunday 22 November");
  });

  it("the time stands against what there is, and opens what fits it; not where the session was started", () => {
    open({}, `cap 5min\n${TEXT}`);
    const time = figure(/of 5 min/);
    expect(time.querySelector("strong")!.className).toContain("bg-weld-fill");
    fireEvent.click(time);
    expect(fit).toHaveBeenCalledTimes(1);
    cleanup();
    open({ state: "started" });
    expect(figure(/planned/).hasAttribute("disabled")).toBe(true);
  });
});
