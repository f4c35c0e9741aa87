import { describe, expect, it } from "vitest";
import { runSteps } from "../steps";
import { exposure, read } from "../testing/helpers";
import { phase, planOf, projectContext } from "../testing/plans";
import { addDays, mean } from "../units";
import type { PlanDocument } from "./plan";
import { assumptionsFor, keyedRandom } from "./simulated-client";
import { chanceToShow, gainOf, quantileOf, type WhatIf, whatIfSteps } from "./what-if";

const TODAY = "2026-11-16";
const session = (sets: number) => read(`A1 Back squat ${sets}x5 rir2 r150`);
const plan = (more: Partial<PlanDocument> = {}, sets = 4): PlanDocument =>
  planOf(
    TODAY,
    [
      ["d0", 0, session(sets)],
      ["d3", 3, session(sets)],
    ],
    more,
  );
/** Six weeks of squats, twice a week, four sets of five at the same load. */
const LOG = Array.from({ length: 12 }, (_, index) =>
  exposure(
    addDays(TODAY, -42 + Math.floor(index / 2) * 7 + (index % 2) * 3),
    Array.from({ length: 4 }, () => ({ loadKg: 90, reps: 5, rir: 2, target: { low: 5, high: 5 } })),
  ),
);
const context = projectContext({
  logOf: (lineage) => (lineage === "back-squat" ? { exposures: LOG, strengths: [] } : null),
  today: TODAY,
});
const run = (document: PlanDocument, more: { runs?: number; seed?: number; adherence?: number } = {}): WhatIf =>
  runSteps(
    whatIfSteps(document, context, assumptionsFor("intermediate", more.adherence ?? 1), {
      runs: more.runs ?? 40,
      ...more,
    }),
  );
const endOf = ({ fans }: WhatIf, week: number): number => quantileOf(fans[0]!.weeks[week]!, 0.5);
const madeIn = ({ cells }: WhatIf, week: number): number =>
  mean(cells.filter((one) => one.week === week).map(({ made }) => made));

describe("what if", () => {
  it("an unchanged plan differs by nothing, and a change in a later week leaves the weeks before it as they were", () => {
    const plain = run(plan());
    expect(run(plan())).toEqual(plain);
    const shorter = plan({ phases: [phase("build", 5), { ...phase("deload", 1) }, phase("build", 6)] });
    const changed = run(shorter);
    expect(changed.fans[0]!.weeks.slice(0, 5)).toEqual(plain.fans[0]!.weeks.slice(0, 5));
    expect(changed.fans[0]!.weeks[8]).not.toEqual(plain.fans[0]!.weeks[8]);
    expect(run(plan(), { seed: 2 }).fans).not.toEqual(plain.fans);
  });

  it("the fan opens with time, and holds its median between its tenths", () => {
    const { fans } = run(plan(), { runs: 80 });
    const width = (week: number) => quantileOf(fans[0]!.weeks[week]!, 0.9) - quantileOf(fans[0]!.weeks[week]!, 0.1);
    expect(width(11)).toBeGreaterThan(width(0));
    for (const figures of fans[0]!.weeks) {
      expect(quantileOf(figures!, 0.1)).toBeLessThan(quantileOf(figures!, 0.5));
      expect(quantileOf(figures!, 0.9)).toBeGreaterThan(quantileOf(figures!, 0.5));
    }
  });

  it("more sets than are usual give more, none at all take away, and few give less", () => {
    const usual = endOf(run(plan()), 11);
    expect(endOf(run(plan({}, 6)), 11)).toBeGreaterThan(usual);
    expect(endOf(run(plan({}, 2)), 11)).toBeLessThan(usual);
    const away = plan({ absences: [{ id: "a", from: TODAY, until: addDays(TODAY, 83), gymId: null }] });
    expect(run(away).fans).toEqual([]);
  });

  it("far too many sets cost reps at once: fewer prescriptions are made in the first weeks", () => {
    expect(madeIn(run(plan({}, 12)), 1)).toBeLessThan(madeIn(run(plan()), 1));
  });

  it("a deload pays back in the week after it, in what is made at the same loads", () => {
    const hard = { ...phase("build", 4), shift: { setsPercent: 150, loadPercent: 0, rir: 0 } };
    const out = plan({ phases: [hard, { ...phase("build", 1), id: "b1" }, { ...phase("build", 7), id: "b7" }] });
    const with1 = plan({ phases: [hard, phase("deload", 1), { ...phase("build", 7), id: "b7" }] });
    expect(madeIn(run(with1, { runs: 80 }), 5)).toBeGreaterThan(madeIn(run(out, { runs: 80 }), 5));
  });

  it("a missed week sets back, and who keeps fewer sessions gains less", () => {
    const week = plan({ absences: [{ id: "a", from: addDays(TODAY, 14), until: addDays(TODAY, 20), gymId: null }] });
    expect(endOf(run(week), 11)).toBeLessThan(endOf(run(plan()), 11));
    expect(endOf(run(plan(), { adherence: 0.5 }), 11)).toBeLessThan(endOf(run(plan()), 11));
    expect(mean(run(plan(), { adherence: 0.5 }).cells.map(({ trained }) => trained))).toBeCloseTo(0.5, 1);
  });

  it("a goal has a chance: near one where it is had already, none where it is far off, and never less for a later day", () => {
    const [fan] = run(plan(), { runs: 80 }).fans;
    const chance = (kg: number, days: number) => chanceToShow(fan!, kg, addDays(TODAY, days));
    expect(chance(95, 60)).toBeGreaterThan(0.95);
    expect(chance(160, 80)).toBe(0);
    expect(chance(112, 80)).toBeGreaterThanOrEqual(chance(112, 20));
    // More is never likelier.
    const falling = Array.from({ length: 40 }, (_, step) => chance(90 + step, 80));
    expect(falling).toEqual([...falling].sort((a, b) => b - a));
  });

  it("what is asked ahead of what can be done is likely missed: the chance of a cell falls as its load runs away", () => {
    const cells = run(plan({ phases: [phase("build", 12)] }), { runs: 60 }).cells;
    const early = cells.filter(({ week }) => week < 2);
    expect(mean(early.map(({ made }) => made))).toBeGreaterThan(0.5);
    for (const { made, trained, medianKg } of cells) {
      expect(made).toBeLessThanOrEqual(trained);
      expect(medianKg).not.toBeNull();
    }
  });
});

describe("the trend of a lift", () => {
  it("is drawn toward its level's by how long it is known", () => {
    const estimates = (weeks: number, percent: number) =>
      Array.from({ length: weeks }, (_, week) => ({
        date: addDays("2026-01-05", 7 * week),
        kg: 100 * (1 + (percent / 100) * week),
        low: 0,
        high: 0,
        quality: "good",
        setsRecord: true,
      })) as never;
    expect(gainOf({ estimates: [] }, 0.4)).toBe(0.4);
    const short = gainOf({ estimates: estimates(3, 1.5) }, 0.4);
    const long = gainOf({ estimates: estimates(12, 1.5) }, 0.4);
    expect(short).toBeGreaterThan(0.4);
    expect(long).toBeGreaterThan(short);
    expect(long).toBeLessThan(1.5);
  });

  it("keyed numbers are even, and each belongs to its key alone", () => {
    const drawn = Array.from({ length: 4000 }, (_, i) => keyedRandom(7, i, "form"));
    expect(mean(drawn)).toBeCloseTo(0.5, 1);
    for (let tenth = 0; tenth < 10; tenth++)
      expect(drawn.filter((one) => Math.floor(one * 10) === tenth).length).toBeGreaterThan(320);
    expect(keyedRandom(1, 23)).not.toBe(keyedRandom(12, 3));
  });
});
