"use client";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { datesOf, type Region, WEEKDAYS } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { useRegion } from "@/parts/region";
import { Button } from "@/ui/button";
import { SelectField } from "@/ui/field";

/** The days that a calendar's week begins with somewhere. */
const FIRST_DAYS: readonly Region["firstDay"][] = [0, 6, 5];

/** What a region's dates and times look like: "25 Nov 2026, 18:30". */
export const exampleOf = (region: Region): string => {
  const { fullDate, timeWords } = datesOf(region);
  return `${fullDate("2026-11-25")}, ${timeWords(18 * 60 + 30)}`;
};

export function UnitField({
  value,
  onChange,
  hint,
}: {
  value: Region["unit"];
  onChange: (unit: Region["unit"]) => void;
  hint?: string;
}) {
  return (
    <SelectField
      label="Weights in"
      hint={hint}
      value={value}
      onChange={({ target }) => onChange(target.value as Region["unit"])}
    >
      <option value="kg">kilograms</option>
      <option value="lb">pounds</option>
    </SelectField>
  );
}

/** How this studio writes dates, times and weights, for everybody in it. */
export function StudioRegion() {
  const kept = useRegion();
  const router = useRouter();
  const [region, setRegion] = useState(kept);
  const [problem, setProblem] = useState<{ field: string; message: string } | null>(null);
  const [isDone, setDone] = useState(false);
  const put = (part: Partial<Region>) => {
    setRegion({ ...region, ...part });
    setDone(false);
  };
  async function keep() {
    const reply = await callApi("studio.changeRegion", region);
    setDone(reply.kind === "ok");
    setProblem(reply.kind === "ok" ? null : problemOf(reply));
    router.refresh();
  }
  // Servers and browsers know different zones: the browser's list counts.
  const [zones, setZones] = useState<readonly string[]>([]);
  useEffect(() => setZones(Intl.supportedValuesOf("timeZone")), []);
  return (
    <section>
      <h2 className="mb-2 text-lg font-bold">This studio</h2>
      <form
        className="flex max-w-sm flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <UnitField
          value={region.unit}
          onChange={(unit) => put({ unit })}
          hint="For new gyms and clients; each has its own choice afterwards."
        />
        <SelectField
          label="Dates"
          value={region.dateOrder}
          onChange={({ target }) => put({ dateOrder: target.value as Region["dateOrder"] })}
        >
          {(["dayMonth", "monthDay"] as const).map((dateOrder) => (
            <option key={dateOrder} value={dateOrder}>
              {datesOf({ ...region, dateOrder }).fullDate("2026-11-25")}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="Times"
          value={region.hours}
          onChange={({ target }) => put({ hours: Number(target.value) as Region["hours"] })}
        >
          {([24, 12] as const).map((hours) => (
            <option key={hours} value={hours}>
              {datesOf({ ...region, hours }).timeWords(18 * 60 + 30)}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="Calendars begin with"
          hint="Training weeks run from Monday to Sunday."
          value={region.firstDay}
          onChange={({ target }) => put({ firstDay: Number(target.value) as Region["firstDay"] })}
        >
          {FIRST_DAYS.map((firstDay) => (
            <option key={firstDay} value={firstDay}>
              {WEEKDAYS[firstDay]}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="Time zone"
          value={region.timeZone}
          error={problem?.field === "timeZone" ? problem.message : null}
          onChange={({ target }) => put({ timeZone: target.value })}
        >
          {(zones.includes(region.timeZone) ? zones : [region.timeZone, ...zones]).map((zone) => (
            <option key={zone} value={zone}>
              {zone.replaceAll("_", " ")}
            </option>
          ))}
        </SelectField>
        {problem && problem.field !== "timeZone" ? <p role="alert">{problem.message}</p> : null}
        {isDone ? <p role="status">Saved: {exampleOf(region)}.</p> : null}
        <Button type="submit" className="self-start">
          Save
        </Button>
      </form>
    </section>
  );
}
