"use client";
import { useRouter } from "next/navigation";
import { type ComponentProps, useEffect, useState } from "react";
import * as yup from "yup";
import { NO_TIME_ZONE } from "@/contract";
import { datesOf, type Region, WEEKDAYS } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { useRegion } from "@/parts/region";
import { Button } from "@/ui/button";
import { SelectField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";

/** The days that a calendar's week begins with somewhere. */
const FIRST_DAYS: readonly Region["firstDay"][] = [0, 6, 5];

/** What a region's dates and times look like: "25 Nov 2026, 18:30". */
export const exampleOf = (region: Region): string => {
  const { fullDate, timeWords } = datesOf(region);
  return `${fullDate("2026-11-25")}, ${timeWords(18 * 60 + 30)}`;
};

export function UnitField(props: Omit<ComponentProps<typeof SelectField>, "label">) {
  return (
    <SelectField label="Weights in" {...props}>
      <option value="kg">kilograms</option>
      <option value="lb">pounds</option>
    </SelectField>
  );
}

/** A select's value is text; what is kept is a figure. */
const SCHEMA = yup.object({
  unit: yup.string<Region["unit"]>().required(),
  dateOrder: yup.string<Region["dateOrder"]>().required(),
  hours: yup.number<Region["hours"]>().required(),
  firstDay: yup.number<Region["firstDay"]>().required(),
  timeZone: yup.string().required(NO_TIME_ZONE),
});

/** How this studio writes dates, times and weights, for everybody in it. */
export function StudioRegion() {
  const kept = useRegion();
  const router = useRouter();
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: { ...kept, hours: String(kept.hours), firstDay: String(kept.firstDay) },
    send: async (region) => {
      const reply = await callApi("studio.changeRegion", region);
      router.refresh();
      return reply.kind === "ok" ? null : problemOf(reply);
    },
  });
  // Servers and browsers know different zones: the browser's list counts.
  const [zones, setZones] = useState<readonly string[]>([]);
  useEffect(() => setZones(Intl.supportedValuesOf("timeZone")), []);
  return (
    <section>
      <h2 className="mb-2 text-lg font-bold">This studio</h2>
      <Form form={form} className="flex max-w-sm flex-col gap-3">
        <UnitField {...form.field("unit")} hint="For new gyms and clients; each has its own choice afterwards." />
        <SelectField label="Dates" {...form.field("dateOrder")}>
          {(["dayMonth", "monthDay"] as const).map((dateOrder) => (
            <option key={dateOrder} value={dateOrder}>
              {datesOf({ ...kept, dateOrder }).fullDate("2026-11-25")}
            </option>
          ))}
        </SelectField>
        <SelectField label="Times" {...form.field("hours")}>
          {([24, 12] as const).map((hours) => (
            <option key={hours} value={hours}>
              {datesOf({ ...kept, hours }).timeWords(18 * 60 + 30)}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="Calendars begin with"
          hint="Training weeks run from Monday to Sunday."
          {...form.field("firstDay")}
        >
          {FIRST_DAYS.map((firstDay) => (
            <option key={firstDay} value={firstDay}>
              {WEEKDAYS[firstDay]}
            </option>
          ))}
        </SelectField>
        <SelectField label="Time zone" {...form.field("timeZone")}>
          {(zones.includes(kept.timeZone) ? zones : [kept.timeZone, ...zones]).map((zone) => (
            <option key={zone} value={zone}>
              {zone.replaceAll("_", " ")}
            </option>
          ))}
        </SelectField>
        {form.message ? <p role="alert">{form.message}</p> : null}
        {form.isDone ? <p role="status">Saved: {exampleOf(kept)}.</p> : null}
        <Button type="submit" className="self-start" disabled={form.isBusy}>
          Save
        </Button>
      </Form>
    </section>
  );
}
