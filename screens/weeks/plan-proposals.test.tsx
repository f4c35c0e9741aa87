// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { allWorkingSets, EMPTY_DOCUMENT, newPlan, type PlanTemplate } from "@/core";
import type { WeeksView } from "@/views";
import { weeksViewOf } from "@/views/testing/weeks";
import { templateOfSessions } from "./plan-from-sessions";
import { Proposals } from "./plan-proposals";

afterEach(cleanup);

const MONDAY = "2026-11-23";

/** The template of the first proposal for a client, as it is started. */
function started(client: Partial<WeeksView["client"]>): PlanTemplate {
  const view = weeksViewOf(newPlan("None", { phases: [], inTurn: null, days: [] }, MONDAY));
  const taken: PlanTemplate[] = [];
  const starting = {
    isBusy: false,
    take: (template: PlanTemplate & { readonly name: string }) => {
      taken.push(template);
    },
  };
  render(<Proposals view={{ ...view, client: { ...view.client, ...client } }} starting={starting} />);
  fireEvent.click(screen.getAllByRole("button", { name: "Start this plan" })[0]!);
  return taken[0]!;
}

const reservesIn = ({ days }: PlanTemplate): number[] =>
  days
    .flatMap(({ base }) => base.blocks.flatMap(({ slots }) => slots))
    .flatMap(allWorkingSets)
    .flatMap(({ segments }) => segments[0]?.rir?.low ?? []);

describe("proposed weeks", () => {
  it("keep three repetitions in reserve for somebody who has not trained for long", () => {
    expect(Math.min(...reservesIn(started({ isInactive: true })))).toBeGreaterThanOrEqual(3);
  });

  it("stand on the client's own days and hours where they have as many, with a liked lift in them", () => {
    const days = [
      { weekday: 5, timeOfDay: null },
      { weekday: 1, timeOfDay: 18 * 60 },
    ];
    const { days: placed } = started({ days, likes: ["front-squat"] });
    expect(placed.map(({ placed: where, timeOfDay }) => [where, timeOfDay])).toEqual([
      [{ kind: "weekday", weekday: 1 }, 18 * 60],
      [{ kind: "weekday", weekday: 5 }, null],
    ]);
    const ids = placed.flatMap(({ base }) => base.blocks.flatMap(({ slots }) => slots.map((slot) => slot.exerciseId)));
    expect(ids).toContain("front-squat");
  });

  it("go nearer to failure for a client who trains", () => {
    expect(Math.min(...reservesIn(started({})))).toBeLessThan(3);
  });

  it("say how long a session may be, at the field, and propose nothing until it can be", () => {
    render(
      <Proposals
        view={weeksViewOf(newPlan("None", { phases: [], inTurn: null, days: [] }, MONDAY))}
        starting={{ isBusy: false, take: () => {} }}
      />,
    );
    fireEvent.change(screen.getByLabelText("Minutes at most"), { target: { value: "500" } });
    expect(screen.getByText("Between 15 and 240 minutes.")).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Start this plan" })).toBeNull();
  });
});

it("a plan of sessions that exist has each on its weekday, two of one weekday on days of their own, in no gym", () => {
  const session = (date: string, title: string) => ({ date, document: { ...EMPTY_DOCUMENT, title, gymId: "loft" } });
  const { days, inTurn } = templateOfSessions([
    session("2026-11-23", "Squat"),
    session("2026-11-30", "Press"),
    session("2026-11-26", ""),
  ]);
  expect(days.map(({ name, placed, base }) => [name, placed, base.gymId])).toEqual([
    ["Squat", { kind: "weekday", weekday: 0 }, null],
    ["Press", { kind: "weekday", weekday: 1 }, null],
    ["A day", { kind: "weekday", weekday: 3 }, null],
  ]);
  expect(inTurn).toBeNull();
});
