/**
 * Twelve sessions of twelve kinds, each written at the desk by mouse (but for names and figures), and as text: both are the same
 * document. What it takes is counted; docs/desk.md has the counts.
 */
import { parseSession, printSession, type SessionDocument, SHIPPED_CATALOGUE } from "../core";
import { countingIds } from "../core/testing/helpers";
import { alive, does, enterAsCoach } from "./helpers";
import { expect, type Page, test } from "./test";

/** Works at the desk as a user does, and counts the clicks and keys that it takes. */
class CountingUser {
  clicks = 0;
  keys = 0;
  constructor(private readonly page: Page) {}

  private async click(name: string, role: "button" | "menuitem" = "button", shift = false): Promise<void> {
    this.clicks++;
    const modifiers = shift ? (["Shift"] as const) : [];
    await this.page
      .getByRole(role, { name, exact: role === "button" })
      .first()
      .click({ modifiers: [...modifiers] });
  }
  private async type(text: string): Promise<void> {
    this.keys += text.length + 1;
    await this.page.keyboard.type(text);
    await this.page.keyboard.press("Enter");
  }
  /** The first lift, typed into the cell that is open. */
  async first(name: string): Promise<void> {
    await this.page.getByRole("combobox", { name: "The first lift" }).focus();
    await this.found(name);
  }
  /** Another lift below. */
  async below(name: string): Promise<void> {
    await this.click("Add a lift");
    await this.found(name);
  }
  /** Another lift into the block of one. */
  async beside(lift: string, name: string): Promise<void> {
    await this.menu(`Change ${lift}`, "Add a lift to its block…");
    await this.found(name);
  }
  private async found(name: string): Promise<void> {
    const rows = this.page.getByRole("rowheader", { name, exact: false });
    const before = await rows.count();
    this.keys += name.length + 1;
    await this.page.keyboard.type(name);
    await expect(this.page.getByRole("option", { name, exact: false }).first()).toBeVisible();
    await this.page.keyboard.press("Enter");
    await expect(rows).toHaveCount(before + 1);
  }
  async menu(button: string, ...items: string[]): Promise<void> {
    await this.click(button);
    for (const item of items) await this.click(item, "menuitem");
  }
  /** Edits a value in place, such as a rest or a number of rounds: clicked, typed, Enter. */
  async place(label: string, text: string): Promise<void> {
    await this.click(`${label}, change`);
    await expect(this.page.getByRole("textbox", { name: label })).toBeFocused();
    await this.type(text);
    await expect(this.page.getByRole("textbox", { name: label })).toHaveCount(0);
  }
  /** A place that the menu opens. */
  async opened(button: string, item: string, label: string, text: string): Promise<void> {
    await this.menu(button, item);
    await expect(this.page.getByRole("textbox", { name: label })).toBeFocused();
    await this.type(text);
    await expect(this.page.getByRole("textbox", { name: label })).toHaveCount(0);
  }
  /** A set, and with Shift the sets up to it. */
  async cell(at: number, shift = false): Promise<void> {
    this.clicks++;
    const cells = this.page.locator("[role=gridcell][id^=cell]");
    await cells.nth(at).click(shift ? { modifiers: ["Shift"] } : {});
  }
  /** A figure of the chosen sets, in its field. */
  async figure(name: string, text: string): Promise<void> {
    this.clicks++;
    const field = this.page.getByLabel(name, { exact: true });
    await field.click();
    await field.fill(text);
    this.keys += text.length + 1;
    await field.press("Enter");
  }
  async step(name: string, more: boolean): Promise<void> {
    await this.click(`${name}: ${more ? "more" : "less"}`);
  }
}

interface Kind {
  readonly name: string;
  readonly text: string;
  readonly by: (user: CountingUser) => Promise<void>;
  /** The most clicks that it may take. */
  readonly most: number;
}

const KINDS: readonly Kind[] = [
  {
    name: "straight sets with a ramp",
    text: "A1 Back squat 5x5 rir2 ramp",
    most: 8,
    by: async (user) => {
      await user.first("Back squat");
      await user.place("Rounds of block A", "5");
      await user.cell(0);
      await user.cell(4, true);
      await user.figure("Reps", "5");
      await user.menu("Change Back squat", "Ramp up to it");
    },
  },
  {
    name: "a superset",
    text: "A1 Bench press 3x6-10 rir2\nA2 Barbell row 3x6-10 rir2 r90",
    most: 5,
    by: async (user) => {
      await user.first("Bench press");
      await user.beside("Bench press", "Barbell row");
      await user.place("Rest after each round of block A", "90");
    },
  },
  {
    name: "a giant set of four",
    text: "A1 Seated dumbbell shoulder press 3x6-10 rir2\nA2 Lateral raise 3x10-15 rir2\nA3 Front raise 3x10-15 rir2\nA4 Rear-delt fly 3x10-15 rir2 r120",
    most: 7,
    by: async (user) => {
      const first = "Seated dumbbell shoulder press";
      await user.first(first);
      for (const name of ["Lateral raise", "Front raise", "Rear-delt fly"]) await user.beside(first, name);
      await user.place("Rest after each round of block A", "120");
    },
  },
  {
    name: "a double drop",
    text: "A1 Lateral raise 10-15,10-15,10-15 rir2 round 1: > -20%x15 > -20%x15",
    most: 3,
    by: async (user) => {
      await user.first("Lateral raise");
      await user.menu("Change Lateral raise", "Make round 1 a…", "Double drop");
    },
  },
  {
    name: "a pyramid",
    text: "A1 Bench press 12,10,8,6 rir2",
    most: 6,
    by: async (user) => {
      await user.first("Bench press");
      await user.figure("Reps", "12/10/8/6");
      await user.menu("Make it 4 rounds");
    },
  },
  {
    name: "slow eccentrics",
    text: "A1 Leg extension 3x10-15 rir2 t4-0-1-1",
    most: 2,
    by: async (user) => {
      await user.first("Leg extension");
      await user.place("Tempo of Leg extension", "4-0-1-1");
    },
  },
  {
    name: "rest-pause",
    text: "A1 Chest press 3x6-10 rir2 round 1: > pause 15s x3 > pause 15s x3",
    most: 3,
    by: async (user) => {
      await user.first("Chest press");
      await user.menu("Change Chest press", "Make round 1 a…", "Rest-pause");
    },
  },
  {
    name: "a rep goal",
    text: "A1 Push-up 30total rir2",
    most: 3,
    by: async (user) => {
      await user.first("Push-up");
      await user.menu("Change Push-up", "Make its sets a…", "Rep goal");
    },
  },
  {
    name: "as many rounds as fit into a time",
    text: "A: within 10min\nA1 Goblet squat 1x6-10 rir2\nA2 Push-up 1x6-10 rir2",
    most: 4,
    by: async (user) => {
      await user.first("Goblet squat");
      await user.beside("Goblet squat", "Push-up");
      await user.place("Rounds of block A", "within 10 min");
    },
  },
  {
    name: "paired sets with a rest after each",
    text: "A1 Overhead press 3x6-10 rir2 r75\nA2 Chin-up 3x6-10 rir2 r90",
    most: 5,
    by: async (user) => {
      await user.first("Overhead press");
      await user.beside("Overhead press", "Chin-up");
      await user.place("Transition after Overhead press", "75");
      await user.place("Rest after each round of block A", "90");
    },
  },
  {
    name: "one side at a time, set up, with a cue",
    text: "A1 Cable curl 3x10-15/side rir2 [handle rope] // elbows still",
    most: 8,
    by: async (user) => {
      await user.first("Cable curl");
      await user.menu("Change Cable curl", "Sides", "one side, then the other");
      await user.opened("Change Cable curl", "Set-up…", "Set-up of Cable curl", "handle rope");
      await user.opened("Change Cable curl", "Cues…", "Cues for Cable curl", "elbows still");
    },
  },
  {
    name: "back-off sets, a rep less each in reserve",
    text: "A1 Deadlift 8,10,10 @-,90%top,90%top rir1",
    most: 7,
    by: async (user) => {
      await user.first("Deadlift");
      await user.menu("Change Deadlift", "Make its sets a…", "Back-off sets");
      await user.cell(0);
      await user.cell(2, true);
      await user.step("In reserve", false);
    },
  },
];

/** What was written, without what a new session has of its own: where, and how long there is. */
const printed = (document: SessionDocument): string =>
  printSession({ ...document, gymId: null, capSeconds: null }, SHIPPED_CATALOGUE).trim();

for (const part of [0, 1, 2])
  test(`twelve kinds of sessions are the same by mouse and as text, in few clicks: ${KINDS.slice(4 * part, 4 * part + 4)
    .map(({ name }) => name)
    .join(", ")}`, async ({ page }, info) => {
    await enterAsCoach(page);
    const { clientId } = await does<{ clientId: string }>(page, "clients.create", {
      ...{ name: `Count ${part}`, birthYear: null, trainingAge: "intermediate", minutes: 60 },
      ...{ aims: "", limits: "", bodyMass: null },
    });
    await does(page, "clients.stateReadiness", { clientId, seen: null, yes: [] });
    for (const { name, text, by, most } of KINDS.slice(4 * part, 4 * part + 4)) {
      const { sessionId } = await does<{ sessionId: string }>(page, "sessions.create", { clientId, title: "" });
      await page.goto(`/session/${sessionId}`);
      await alive(page);
      const user = new CountingUser(page);
      await by(user);
      const wanted = parseSession(text, SHIPPED_CATALOGUE, countingIds());
      expect(wanted.errors, name).toEqual([]);
      const written = async () =>
        printed((await does<{ document: SessionDocument }>(page, "sessions.show", { sessionId })).document);
      await expect.poll(written, name).toBe(printed(wanted.document));
      expect(user.clicks, name).toBeLessThanOrEqual(most);
      info.annotations.push({
        type: name,
        description: `${user.clicks} clicks, ${user.keys} keys; as text ${text.length} keys`,
      });
      console.log(`${name}: ${user.clicks} clicks, ${user.keys} keys; as text ${text.length} keys`);
    }
  });
