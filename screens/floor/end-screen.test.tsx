// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { FloorEventBody } from "@/core";
import { doneAsPlanned, event, shownSession } from "@/core/testing/floor";
import { read } from "@/core/testing/helpers";
import { CheckInLine } from "./check-in";
import { EndScreen } from "./end-screen";
import { type FloorOf, floorOf } from "./testing/floor";

afterEach(cleanup);

const DOCUMENT = read("A1 Bench press 3x8 @60kg r90\n\nB1 Barbell row 3x8 @50kg r90");
const DONE = doneAsPlanned(shownSession(DOCUMENT));
const press = (name: string | RegExp) => act(async () => fireEvent.click(screen.getByRole("button", { name })));

describe("the end of a session", () => {
  const open = (of: Partial<FloorOf> = {}, more = {}) => {
    const logged: FloorEventBody[] = [];
    render(<EndScreen floor={{ ...floorOf(DOCUMENT, { ...of, logged }), ...more }} sessionId="s" />);
    return logged;
  };
  const ended = (sessionRpe: number | null, note: string) => ({
    events: [...DONE, event({ kind: "ended", sessionRpe, note })],
  });

  it("asks how hard all of it was, and keeps a note; neither has to be said", async () => {
    const logged = open({ events: DONE });
    await press("7");
    fireEvent.change(screen.getByLabelText("Note"), { target: { value: "Slow start." } });
    await press("Finish");
    expect(logged).toEqual([{ kind: "ended", sessionRpe: 7, note: "Slow start." }]);
    cleanup();
    const silent = open({ events: DONE });
    await press("Finish");
    expect(silent).toEqual([{ kind: "ended", sessionRpe: null, note: "" }]);
    cleanup();
    const twice = open({ events: DONE, mayCommit: false });
    await press("Finish");
    expect(twice).toEqual([]);
  });

  it("says what was kept, and whether it has reached the studio", () => {
    open(ended(8, "Strong."));
    expect(screen.getByText("6 sets saved. All of it has reached the studio.")).toBeTruthy();
    expect(screen.getByText("Effort 8 of 10. Strong.")).toBeTruthy();
    expect(screen.getByRole("link").getAttribute("href")).toBe("/after/s");
    cleanup();
    open(ended(null, ""), { waiting: 2 });
    expect(screen.getByText(/It is safe on this device/)).toBeTruthy();
    cleanup();
    open(ended(null, ""), { refused: [{ because: "it is from tomorrow" }] });
    expect(screen.getByRole("link", { name: "Entries that were not accepted" }).getAttribute("href")).toBe(
      "/floor?entries",
    );
  });
});

describe("the check-in", () => {
  const open = (of: Partial<FloorOf> = {}) => {
    const logged: FloorEventBody[] = [];
    render(<CheckInLine floor={floorOf(DOCUMENT, { ...of, logged })} />);
    return logged;
  };

  it("is one tap where all is well", async () => {
    const logged = open();
    await press("All well");
    expect(logged).toEqual([{ kind: "checkIn", checkIn: { sleep: "well", sore: [] } }]);
  });

  it("asks for sleep, and for the muscles of this session alone; a tap more is worse, a third none", async () => {
    const logged = open();
    await press("Not quite…");
    const sheet = within(await screen.findByRole("dialog"));
    const slept = within(sheet.getByRole("group", { name: "Slept" })).getAllByRole("button");
    await act(async () => fireEvent.click(slept.at(-1)!));
    expect(sheet.queryByRole("button", { name: /^quads/ })).toBeNull();
    for (const _ of [1, 2]) await press(/^chest: /);
    for (const _ of [1, 2, 3]) await press(/^back: /);
    await press("Save");
    const [body] = logged as [Extract<FloorEventBody, { kind: "checkIn" }>];
    expect(body.checkIn.sore).toEqual([{ muscle: "chest", level: 2 }]);
    expect(body.checkIn.sleep).not.toBe("well");
  });

  it("says what was said and can be changed, until the first set is kept", () => {
    const said = event({ kind: "checkIn", checkIn: { sleep: "badly", sore: [{ muscle: "chest", level: 1 }] } });
    open({ events: [said] });
    expect(screen.getByText(/^Check-in: .*chest/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "Change" })).toBeTruthy();
    cleanup();
    open({ events: [said, ...DONE.slice(0, 1)] });
    expect(screen.queryByRole("region", { name: "Check-in" })).toBeNull();
  });
});
