// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { DEFAULT_REGION, type Region } from "@/core";
import { DateBox, DateField } from "./date-field";
import { readDate } from "./read-date";
import { RegionProvider } from "./region";
import { TimeField } from "./time-field";

afterEach(cleanup);

const US: Region = { ...DEFAULT_REGION, dateOrder: "monthDay", hours: 12, firstDay: 6 };

interface Shown {
  readonly value?: string;
  readonly min?: string;
  readonly max?: string;
}

function Form({ region, told, value, ...more }: Shown & { region: Region; told: (date: string) => void }) {
  const [date, setDate] = useState(value ?? "");
  const put = (next: string) => {
    told(next);
    setDate(next);
  };
  return (
    <RegionProvider region={region}>
      <DateField label="By" {...more} value={date} onChange={put} />
    </RegionProvider>
  );
}

function open(region: Region, more: Shown = {}) {
  const told = vi.fn();
  render(<Form region={region} told={told} {...more} />);
  const box = screen.getByLabelText<HTMLInputElement>("By");
  const write = (typed: string) => {
    fireEvent.change(box, { target: { value: typed } });
    fireEvent.blur(box);
  };
  return { box, told: () => told.mock.calls.map(([date]) => date), write };
}

describe("a date as typed", () => {
  it.each([
    ["2026-12-04", "2026-12-04", "2026-12-04"],
    ["4/12/2026", "2026-12-04", "2026-04-12"],
    ["25/11/2026", "2026-11-25", null],
    ["11/25/2026", null, "2026-11-25"],
    ["4 Dec 2026", "2026-12-04", "2026-12-04"],
    ["December 4, 2026", "2026-12-04", "2026-12-04"],
    ["4.12.2026", "2026-12-04", null],
    ["31/2/2026", null, null],
    ["4/12/26", null, null],
    ["tomorrow", null, null],
  ])("%s is %s with the day first and %s with the month first", (typed, dayFirst, monthFirst) => {
    expect([readDate(typed, "dayMonth"), readDate(typed, "monthDay")]).toEqual([dayFirst, monthFirst]);
  });
});

describe("a box for a date", () => {
  it("shows its date as the studio writes dates, and tells a new one when it is left", () => {
    const { box, told, write } = open(US, { value: "2026-11-25" });
    expect(box.value).toBe("Nov 25, 2026");
    fireEvent.change(box, { target: { value: "12/4/2026" } });
    expect(told()).toEqual([]);
    write("12/4/2026");
    expect(told()).toEqual(["2026-12-04"]);
    expect(box.value).toBe("Dec 4, 2026");
  });

  it("tells it with Enter too, before a form is sent", () => {
    const { box, told } = open(DEFAULT_REGION);
    fireEvent.change(box, { target: { value: "4 Dec 2026" } });
    fireEvent.keyDown(box, { key: "Enter" });
    expect(told()).toEqual(["2026-12-04"]);
  });

  it("keeps what cannot be read as it was typed, says what is wrong, and the form has no date", () => {
    const { box, told, write } = open(DEFAULT_REGION, { value: "2026-11-25" });
    write("next week");
    expect(screen.getByRole("alert").textContent).toContain("A date such as 25 Nov 2026.");
    expect([box.value, told()]).toEqual(["next week", [""]]);
    write("1/12/2026");
    expect(screen.queryByRole("alert")).toBeNull();
    expect(told()).toEqual(["", "2026-12-01"]);
  });

  it("a date beyond what is allowed is said with the last one that is", () => {
    const { told, write } = open(US, { max: "2026-11-29" });
    write("12/4/2026");
    expect(screen.getByRole("alert").textContent).toContain("Not after Nov 29, 2026.");
    expect(told()).toEqual([]);
  });

  it("one that is kept at once is not emptied by what cannot be read", () => {
    const told = vi.fn();
    render(<DateBox aria-label="Away from" value="2026-11-25" onChange={told} />);
    const box = screen.getByLabelText("Away from");
    fireEvent.change(box, { target: { value: "25 Nov 20" } });
    fireEvent.blur(box);
    expect(told).not.toHaveBeenCalled();
    expect(screen.getByRole("alert")).toBeDefined();
    fireEvent.change(box, { target: { value: "" } });
    fireEvent.blur(box);
    expect(told.mock.calls).toEqual([[""]]);
  });

  it("a day is chosen in a calendar whose weeks begin as the studio's do", async () => {
    const { told } = open(US, { value: "2026-11-25" });
    fireEvent.click(screen.getByRole("button", { name: "By: calendar" }));
    // The calendar is read when it is opened, which takes a busy machine a while.
    const found = screen.findAllByRole("columnheader", { hidden: true }, { timeout: 20_000 });
    const heads = (await found).map((head) => head.textContent);
    expect(heads.join(" ")).toBe("Su Mo Tu We Th Fr Sa");
    fireEvent.click(screen.getByRole("button", { name: /November 20th, 2026/ }));
    expect(told()).toEqual(["2026-11-20"]);
  });
});

describe("a box for a time", () => {
  it("shows and reads times as the studio writes them, and keeps what is none", () => {
    const told = vi.fn();
    render(
      <RegionProvider region={US}>
        <TimeField label="At" value={18 * 60 + 30} onChange={told} />
      </RegionProvider>,
    );
    const box = screen.getByLabelText<HTMLInputElement>("At");
    expect(box.value).toBe("6:30 pm");
    const write = (typed: string) => {
      fireEvent.change(box, { target: { value: typed } });
      fireEvent.blur(box);
    };
    write("half past");
    expect(screen.getByRole("alert").textContent).toContain("A time such as 6:30 pm.");
    expect(box.value).toBe("half past");
    write("7 am");
    write("");
    expect(told.mock.calls).toEqual([[420], [null]]);
  });
});
