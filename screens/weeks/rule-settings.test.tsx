// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { newRule, type ProgressionRule, RULE_KINDS, type WeightUnit } from "@/core";
import { RuleSettingsForm } from "./rule-settings";

afterEach(cleanup);

function open(rule: ProgressionRule, unit: WeightUnit = "kg") {
  const kept = vi.fn();
  render(<RuleSettingsForm rule={rule} unit={unit} onChange={kept} />);
  return kept;
}
const fields = () => screen.getAllByRole<HTMLInputElement>("textbox");
const write = (name: RegExp, value: string) => fireEvent.change(screen.getByLabelText(name), { target: { value } });
const set = () => fireEvent.click(screen.getByRole("button", { name: "Change the rule" }));

describe("the settings of a rule", () => {
  it.each(RULE_KINDS.map((kind) => [kind] as const))("%s: what it is made with reads back as itself", async (kind) => {
    const rule = newRule(kind);
    const kept = open(rule);
    const [first] = screen.queryAllByRole<HTMLInputElement>("textbox");
    // A rule without settings has no form.
    if (!first) return expect(screen.queryByRole("button", { name: "Change the rule" })).toBeNull();
    expect(screen.getByRole("button", { name: "Change the rule" }).hasAttribute("disabled")).toBe(true);
    fireEvent.submit(first.form!);
    await waitFor(() => expect(kept.mock.calls).toEqual([[rule]]));
  });

  it("an empty step is the usual one, and a figure may have a comma", async () => {
    const kept = open({ ...newRule("loadFirst"), stepKg: 5 } as ProgressionRule);
    write(/^Step, kg/, "");
    set();
    await waitFor(() => expect(kept.mock.lastCall?.[0].stepKg).toBeNull());
    write(/^Step, kg/, "1,25");
    set();
    await waitFor(() => expect(kept.mock.lastCall?.[0].stepKg).toBe(1.25));
  });

  it("in pounds a step is shown and typed in pounds, and kept in kg", async () => {
    const kept = open({ ...newRule("loadFirst"), stepKg: 2.268 } as ProgressionRule, "lb");
    expect(fields()[0]!.value).toBe("5");
    write(/^Step, lb/, "10");
    set();
    await waitFor(() => expect(kept.mock.calls.map(([rule]) => rule.stepKg)).toEqual([4.536]));
  });

  it.each(["much", "-2"])("a step of “%s” is said to be none, and stays as typed", async (typed) => {
    const kept = open(newRule("loadFirst"));
    write(/^Step, kg/, typed);
    set();
    expect(await screen.findByText("Write figures, such as 2.5 or 70 75 80.")).toBeTruthy();
    expect(fields()[0]!.value).toBe(typed);
    expect(kept).not.toHaveBeenCalled();
  });

  it("a wave is written figure by figure, grows by sets and weeks, and is kept as it stands", async () => {
    const wave = { ...newRule("percentWave"), percents: [[65, 75]] } as ProgressionRule;
    const kept = open(wave);
    const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));
    press("A set more");
    press("A week more");
    write(/^Week 2, set 1/, "70");
    write(/^Week 2, set 2/, "80");
    write(/^Week 2, set 3/, "90");
    set();
    await waitFor(() =>
      expect(kept.mock.lastCall?.[0].percents).toEqual([
        [65, 75, 75],
        [70, 80, 90],
      ]),
    );
    write(/^Week 2, set 3/, "190");
    set();
    expect(await screen.findByText("Percents between 20 and 120, at least one a week.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>(/^Week 2, set 3/).value).toBe("190");
  });
});
