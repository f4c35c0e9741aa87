"use client";
import { useState } from "react";
import {
  type Absence,
  appended,
  EMPTY_DOCUMENT,
  keysOf,
  mondayOf,
  PLAN_LIMITS,
  type PlanDay,
  type PlanDocument,
  type PlanEdit,
} from "@/core";
import { callApi, replySentence } from "@/device/api";
import { newId } from "@/device/ids";
import { DateField } from "@/parts/date-field";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import type { PlanView, WeeksView } from "@/views";
import { PlansCompared } from "./plans-compared";
import type { Weeks } from "./use-weeks";

const MISSED: Readonly<Record<PlanDocument["missed"], string>> = {
  move: "moved to a free day",
  merge: "merged into the next one",
  drop: "left out",
};

/** The plan as a whole: its name and start, what becomes of a missed session, and when the client is away. */
export function PlanPanel({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { plan, change } = weeks;
  const [error, setError] = useState<string | null>(null);
  const set = (edits: readonly PlanEdit[]) => setError(change(edits));
  const addDay = () => {
    const taken = new Set(plan.days.flatMap(({ placed }) => (placed.kind === "weekday" ? [placed.weekday] : [])));
    const weekday = [0, 1, 2, 3, 4, 5, 6].find((one) => !taken.has(one)) ?? 0;
    const item: PlanDay = {
      id: newId(),
      name: `Day ${plan.days.length + 1}`,
      placed: { kind: "weekday", weekday },
      timeOfDay: null,
      lastWeek: null,
      base: { ...EMPTY_DOCUMENT, title: `Day ${plan.days.length + 1}` },
    };
    const refused = change(appended(plan, "days", [item]));
    setError(refused);
    if (!refused) weeks.select({ kind: "day", dayId: item.id });
  };
  const hasBegun = view.sessions.some(({ state }) => state !== "draft");
  return (
    <div className="flex flex-col gap-3">
      <header>
        <p className="narrow text-quiet">{view.client.name}</p>
        <h2 className="text-lg font-bold">{plan.name || "The plan"}</h2>
      </header>
      <TextField
        key={plan.name}
        label="Name"
        defaultValue={plan.name}
        onBlur={({ target: { value } }) =>
          value.trim() !== plan.name && set([{ kind: "setPlan", field: "name", value: value.trim().slice(0, 120) }])
        }
      />
      <DateField
        label="Begins"
        hint={hasBegun ? "It has begun: sessions were done." : "The Monday of that week is taken."}
        disabled={hasBegun}
        value={plan.startDate}
        onChange={(date) =>
          date !== "" &&
          mondayOf(date) !== plan.startDate &&
          set([{ kind: "setPlan", field: "startDate", value: mondayOf(date) }])
        }
      />
      <SelectField
        label="A missed session is"
        hint="Proposed above the weeks, and never done unasked."
        value={plan.missed}
        onChange={(event) =>
          set([{ kind: "setPlan", field: "missed", value: event.target.value as PlanDocument["missed"] }])
        }
      >
        {keysOf(MISSED).map((kind) => (
          <option key={kind} value={kind}>
            {MISSED[kind]}
          </option>
        ))}
      </SelectField>
      <SelectField
        label="Sessions stand"
        hint="In turn: A-B-A, then B-A-B."
        value={plan.inTurn ?? ""}
        onChange={({ target: { value } }) =>
          set([{ kind: "setPlan", field: "inTurn", value: value === "" ? null : Number(value) }])
        }
      >
        <option value="">each on its own day</option>
        {plan.days.slice(1).map((day, index) => (
          <option key={day.id} value={index + 2}>
            the first {index + 2} in turn:{" "}
            {plan.days
              .slice(0, index + 2)
              .map(({ name }) => name || "unnamed")
              .join(", ")}
          </option>
        ))}
      </SelectField>
      {error ? <p role="alert">{error}</p> : null}
      <div>
        <Button disabled={plan.days.length >= PLAN_LIMITS.days} onClick={addDay}>
          A day more
        </Button>
      </div>
      <Absences weeks={weeks} view={view} />
      <KeepAsTemplate key={plan.name} weeks={weeks} view={view} />
      <OtherPlans view={view} />
    </div>
  );
}

/** The plan's phases and days, for other clients to start from. */
function KeepAsTemplate({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const [name, setName] = useState(weeks.plan.name);
  const [said, setSaid] = useState<{ readonly isError: boolean; readonly words: string } | null>(null);
  const planId = view.plan?.id;
  if (!planId) return null;
  const keep = async () => {
    if (name.trim() === "") return setSaid({ isError: true, words: "Give the template a name." });
    const reply = await callApi("templates.keep", { name: name.trim(), of: { kind: "plan", planId } });
    setSaid(
      reply.kind === "ok"
        ? { isError: false, words: "Saved: “Start a plan” offers it for every client." }
        : { isError: true, words: replySentence(reply) },
    );
  };
  return (
    <form
      aria-label="Save as a template"
      className="flex flex-col gap-2 border-t border-line pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <TextField
        label="Save as a template"
        hint={
          weeks.isChanged
            ? "As it is saved, without the change that is not."
            : "Its phases and days; no loads of this client."
        }
        value={name}
        error={said?.isError ? said.words : null}
        onChange={(event) => setName(event.target.value.slice(0, 120))}
      />
      <div>
        <Button type="submit">Save the template</Button>
      </div>
      {said && !said.isError ? <p role="status">{said.words}</p> : null}
    </form>
  );
}

/** The client's other plans, each beside this one. */
function OtherPlans({ view }: { view: WeeksView }) {
  const [plans, setPlans] = useState<readonly PlanView[] | null>(null);
  const [chosen, setChosen] = useState("");
  const others = view.plans.filter(({ id }) => id !== view.plan?.id);
  const clientId = view.client.id;
  const choose = async (id: string) => {
    setChosen(id);
    if (plans || id === "") return;
    const reply = await callApi("plans.show", { clientId });
    if (reply.kind === "ok") setPlans(reply.value.plans);
  };
  if (others.length === 0) return null;
  const other = plans?.find(({ id }) => id === chosen);
  return (
    <section aria-label="Beside another plan" className="flex flex-col gap-2 border-t border-line pt-3">
      <SelectField label="Beside another plan" value={chosen} onChange={(event) => void choose(event.target.value)}>
        <option value="">none</option>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name || "unnamed"}
          </option>
        ))}
      </SelectField>
      {other ? <PlansCompared view={view} other={{ name: other.plan.name, document: other.plan }} /> : null}
    </section>
  );
}

/** Days away, or in another gym, entered ahead: the weeks after them and their loads are computed anew. */
function Absences({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { fullDate, shortDate } = useDates();
  const { plan, change } = weeks;
  const [from, setFrom] = useState("");
  const [until, setUntil] = useState("");
  const [gymId, setGymId] = useState("");
  const [problem, setProblem] = useState<{ field: "from" | "until"; message: string } | null>(null);
  const gymOf = (id: string) => view.gyms.find((gym) => gym.id === id)?.name ?? "another gym";
  const add = () => {
    if (from === "") return setProblem({ field: "from", message: "The first day." });
    if (until === "") return setProblem({ field: "until", message: "The last day." });
    if (until < from) return setProblem({ field: "until", message: "The last day comes before the first." });
    if (until < view.today) return setProblem({ field: "until", message: "Those days have gone by." });
    const item: Absence = { id: newId(), from, until, gymId: gymId || null };
    const refused = change(appended(plan, "absences", [item]));
    setProblem(refused ? { field: "from", message: refused } : null);
    if (!refused) {
      setFrom("");
      setUntil("");
    }
  };
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
              aria-label={`Take out the days away from ${fullDate(absence.from)}`}
              className="min-h-6 underline underline-offset-2"
              onClick={() => change([{ kind: "remove", list: "absences", id: absence.id }])}
            >
              Take out
            </button>
          </li>
        ))}
      </ul>
      <form
        noValidate
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <DateField
          label="First day"
          value={from}
          error={problem?.field === "from" ? problem.message : null}
          onChange={setFrom}
        />
        <DateField
          label="Last day"
          value={until}
          error={problem?.field === "until" ? problem.message : null}
          onChange={setUntil}
        />
        <SelectField label="Trains" value={gymId} onChange={(event) => setGymId(event.target.value)}>
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
      </form>
    </section>
  );
}
