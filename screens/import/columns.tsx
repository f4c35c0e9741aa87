"use client";
import { COLUMN_ROLES, type Column, type ColumnRole, type DateFigures, type SetLogSetup } from "@/core";
import { DateBox } from "@/parts/date-field";
import { BOX } from "@/ui/field";
import { Select } from "@/ui/select";
import type { LogPreview } from "@/views";
import type { LogState } from "./use-log";

const ROLE_WORDS: Readonly<Record<ColumnRole, string>> = {
  date: "date",
  client: "client",
  session: "session's name",
  exercise: "exercise",
  sets: "how many sets",
  reps: "reps",
  load: "load",
  unit: "unit of the load",
  assistance: "assistance, yes or no",
  seconds: "seconds",
  written: "sets as written",
  rir: "reps in reserve",
  rpe: "effort, 1 to 10",
  notes: "notes",
  week: "a day or a week",
};
const ORDER_WORDS: Readonly<Record<DateFigures, string>> = {
  dayMonthYear: "day, month, year",
  monthDayYear: "month, day, year",
  yearMonthDay: "year, month, day",
};

/** The first rows of a sheet, with what each column is read as. */
export function Columns({ log, preview }: { log: LogState; preview: LogPreview }) {
  const { shown, sheets } = preview;
  const { setup } = shown;
  const change = (part: Partial<SetLogSetup>) => log.setUp({ ...setup, ...part });
  const changeColumn = (at: number, column: Partial<Column>) =>
    change({ columns: setup.columns.map((one, index) => (index === at ? { ...one, ...column } : one)) });
  const hasLoads = setup.columns.some(({ role }) => role === "load" || role === "written" || role === "week");
  return (
    <section aria-labelledby="columns" className="min-w-0">
      <h2 id="columns" className="mb-2 text-base font-bold">
        What the columns hold
      </h2>
      {sheets.length > 1 ? (
        <fieldset className="mb-3 flex flex-wrap gap-x-4 gap-y-1">
          <legend className="sr-only">Sheets</legend>
          {sheets.map(({ name, rows, isRead }, at) => (
            <span key={`${name} ${at}`} className="flex items-center gap-1.5">
              <label className="flex min-h-6 items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={isRead}
                  onChange={({ target }) => {
                    const read = sheets.flatMap((one, index) =>
                      (index === at ? target.checked : one.isRead) ? [index] : [],
                    );
                    if (read.length > 0) log.readSheets(read);
                  }}
                />
                {name} <span className="text-quiet">{rows} rows</span>
              </label>
              {at === shown.sheet ? null : (
                <button type="button" className="min-h-6 underline underline-offset-2" onClick={() => log.show(at)}>
                  See it
                </button>
              )}
            </span>
          ))}
        </fieldset>
      ) : null}
      <div className="overflow-x-auto border border-line">
        <table className="w-full border-collapse">
          <thead>
            <tr>
              {setup.columns.map(({ role, unit }, at) => (
                <th key={at} className="border-r border-line bg-inset p-1.5 text-left align-top font-normal">
                  <Select
                    aria-label={`Column ${at + 1}`}
                    value={role ?? ""}
                    onChange={({ target }) => changeColumn(at, { role: (target.value || null) as ColumnRole | null })}
                    className={role === null ? "text-quiet" : "font-semibold"}
                  >
                    <option value="">not read</option>
                    {COLUMN_ROLES.map((one) => (
                      <option key={one} value={one}>
                        {ROLE_WORDS[one]}
                      </option>
                    ))}
                  </Select>
                  {role === "load" || role === "written" ? (
                    <Select
                      aria-label={`Unit of column ${at + 1}`}
                      value={unit ?? ""}
                      onChange={({ target }) =>
                        changeColumn(at, { unit: (target.value || null) as "kg" | "lb" | null })
                      }
                      className="mt-1"
                    >
                      <option value="">{setup.unit}, as below</option>
                      <option value="kg">kg</option>
                      <option value="lb">lb</option>
                    </Select>
                  ) : null}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.rows.map((row, index) => (
              <tr key={index} className={index === 0 && setup.headerRow >= 0 ? "font-semibold" : undefined}>
                {setup.columns.map(({ role }, at) => (
                  <td
                    key={at}
                    className={`max-w-56 truncate border-t border-r border-line px-2 py-1 ${role === null ? "text-quiet" : ""}`}
                  >
                    {row[at] ?? ""}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="mt-3 flex flex-wrap items-end gap-x-6 gap-y-2">
        <label className="flex flex-col gap-1">
          <span className={shown.isDateSure ? "text-quiet" : "font-semibold"}>
            Dates are written {shown.isDateSure ? "" : "(please check)"}
          </span>
          <Select value={setup.dateOrder} onChange={({ target }) => change({ dateOrder: target.value as DateFigures })}>
            {Object.entries(ORDER_WORDS).map(([order, words]) => (
              <option key={order} value={order}>
                {words}
              </option>
            ))}
          </Select>
        </label>
        {hasLoads ? (
          <label className="flex flex-col gap-1">
            <span className="text-quiet">Loads without a unit are</span>
            <Select value={setup.unit} onChange={({ target }) => change({ unit: target.value as "kg" | "lb" })}>
              <option value="kg">kg</option>
              <option value="lb">lb</option>
            </Select>
          </label>
        ) : null}
        {setup.columns.some(({ role }) => role === "written" || role === "week") ? (
          <label className="flex flex-col gap-1">
            <span className="text-quiet">In 10x5 the first figure is</span>
            <Select
              value={setup.firstFigure}
              onChange={({ target }) => change({ firstFigure: target.value as "sets" | "load" })}
            >
              <option value="sets">how many sets</option>
              <option value="load">the load</option>
            </Select>
          </label>
        ) : null}
        {shown.isNumbered ? (
          <span className="flex flex-col gap-1">
            <span className="font-semibold">Week 1 began on</span>
            <DateBox
              aria-label="Week 1 began on"
              className={`${BOX} pr-9`}
              value={setup.firstMonday}
              onChange={(date) => date && change({ firstMonday: date })}
            />
          </span>
        ) : null}
      </div>
    </section>
  );
}
