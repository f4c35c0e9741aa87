"use client";
import { useMemo } from "react";
import * as yup from "yup";
import { appended } from "@/core";
import { newId } from "@/device/ids";
import { DateField } from "@/parts/date-field";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { SelectField } from "@/ui/field";
import { Form, typedOrNull, useCheckedForm } from "@/ui/form";
import type { WeeksView } from "@/views";
import type { Weeks } from "./use-weeks";

const absenceSchema = (today: string) =>
  yup.object({
    from: yup.string().required("The first day."),
    until: yup
      .string()
      .required("The last day.")
      .test("order", "The last day comes before the first.", (until, { parent }) => until >= parent.from)
      .test("ahead", "Those days have gone by.", (until) => until >= today),
    gymId: typedOrNull(),
  });

/** Days away, or in another gym, entered ahead: the weeks after them and their loads are computed anew. */
export function Absences({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { fullDate, shortDate } = useDates();
  const { plan, change } = weeks;
  const gymOf = (id: string) => view.gyms.find((gym) => gym.id === id)?.name ?? "another gym";
  const form = useCheckedForm({
    schema: useMemo(() => absenceSchema(view.today), [view.today]),
    typed: { from: "", until: "", gymId: "" },
    send: (days) => {
      const refused = change(appended(plan, "absences", [{ id: newId(), ...days }]));
      if (refused) return { field: "from", message: refused };
      form.reset();
      return null;
    },
  });
  return (
    <section aria-label="Away" className="flex flex-col gap-2 border-t border-line pt-3">
      <h3 className="font-semibold">Away</h3>
      <ul>
        {plan.absences.map((absence) => (
          <li key={absence.id} className="flex items-center justify-between gap-2">
            <span>
              {shortDate(absence.from)} to {fullDate(absence.until)}
              {absence.gymId ? `, in ${gymOf(absence.gymId)}` : ""}
            </span>
            <button
              type="button"
              aria-label={`Remove the days away from ${fullDate(absence.from)}`}
              className="min-h-6 underline underline-offset-2"
              onClick={() => change([{ kind: "remove", list: "absences", id: absence.id }])}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <Form form={form} className="flex flex-col gap-2">
        <DateField label="First day" {...form.controlled("from")} />
        <DateField label="Last day" {...form.controlled("until")} />
        <SelectField label="Trains" {...form.field("gymId")}>
          <option value="">not at all</option>
          {view.gyms.map(({ id, name }) => (
            <option key={id} value={id}>
              in {name}
            </option>
          ))}
        </SelectField>
        <div>
          <Button type="submit">Add</Button>
        </div>
      </Form>
    </section>
  );
}
