// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { allWorkingSets, newPlan, type PlanTemplate } from "@/core";
import type { WeeksView } from "@/views";
import { weeksViewOf } from "@/views/testing/weeks";
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
