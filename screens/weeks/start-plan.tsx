"use client";
import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useId, useMemo, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  addDays,
  allBlocks,
  decimal,
  EMPTY_DOCUMENT,
  equipmentOn,
  firstOf,
  keysOf,
  mondayOf,
  muscleName,
  newPlan,
  type PlanDay,
  type PlanTemplate,
  phaseWords,
  proposeSplits,
  readPlanText,
  type SplitProposal,
  startingPhases,
  templateForClient,
  UNRESTRICTED,
  WEEKDAYS,
} from "@/core";
import { callApi } from "@/device/api";
import { newId } from "@/device/ids";
import { apiQuery, useApiMutation } from "@/device/query";
import { TEMPLATES } from "@/device/templates";
import { TemplatePicker } from "@/parts/template-picker";
import { Button } from "@/ui/button";
import { SelectField, TextArea, TextField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";
import type { WeeksView } from "@/views";
import { PlansCompared } from "./plans-compared";

const WAYS = {
  split: "from the days there are",
  template: "from a template",
  client: "from another client",
  text: "as text",
} as const;

/** A plan from the days that there are, from a template, from another client's, or as text. */
export function StartPlan({ view }: { view: WeeksView }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button kind={view.plan ? "plain" : "main"} onClick={() => setOpen(true)}>
        Start a plan
      </Button>
      <Sheet open={isOpen} onOpenChange={setOpen} title={`A plan for ${view.client.name}`}>
        {isOpen ? <Ways view={view} /> : null}
      </Sheet>
    </>
  );
}

interface Started extends PlanTemplate {
  readonly name: string;
}

interface Starting {
  readonly isBusy: boolean;
  readonly take: (started: Started) => void;
}

function Ways({ view }: { view: WeeksView }) {
  const router = useRouter();
  const [way, setWay] = useState<keyof typeof WAYS>("split");
  const [start, setStart] = useState(addDays(mondayOf(view.today), 7));
  const name = useId();
  const create = useApiMutation(
    (started: Started) => callApi("plans.create", { clientId: view.client.id, startDate: start, ...started }),
    ({ planId }) => {
      router.push(`/weeks?for=${view.client.id}&plan=${planId}`);
      router.refresh();
    },
  );
  const starting = { isBusy: create.isPending, take: create.mutate };
  return (
    <div className="flex flex-col gap-4">
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
        <legend className="sr-only">What it starts from</legend>
        {keysOf(WAYS).map((kind) => (
          <label key={kind} className="flex min-h-6 items-center gap-1.5">
            <input type="radio" name={name} checked={way === kind} onChange={() => setWay(kind)} />
            {WAYS[kind]}
          </label>
        ))}
      </fieldset>
      <SelectField label="Begins" value={start} onChange={(event) => setStart(event.target.value)}>
        {[0, 1, 2, 3, 4].map((weeks) => {
          const monday = addDays(mondayOf(view.today), 7 * weeks);
          return (
            <option key={monday} value={monday}>
              {weeks === 0 ? "this week" : weeks === 1 ? "next week" : `in ${weeks} weeks`}
            </option>
          );
        })}
      </SelectField>
      {create.error ? (
        <p role="alert" className="font-semibold">
          {create.error.message}
        </p>
      ) : null}
      {way === "split" ? (
        <Proposals view={view} starting={starting} />
      ) : way === "template" ? (
        <Templates view={view} starting={starting} />
      ) : way === "client" ? (
        <OtherClients view={view} starting={starting} />
      ) : (
        <AsText view={view} starting={starting} />
      )}
    </div>
  );
}

/** A plan to start from, as a card: its days and phases, and what it asks beside the plan that there is. */
function PlanCard({
  name,
  template,
  view,
  starting,
  children,
}: {
  name: string;
  template: PlanTemplate;
  view: WeeksView;
  starting: Starting;
  children?: React.ReactNode;
}) {
  const { days, phases } = template;
  return (
    <article aria-label={name} className="border border-line bg-surface p-3">
      <div className="flex items-center justify-between gap-2">
        <h3 className="font-bold">{name || "unnamed"}</h3>
        <span className="flex gap-2">
          {children}
          <Button
            kind="main"
            disabled={starting.isBusy || days.length === 0}
            onClick={() => starting.take({ name: name || "Plan", ...templateForClient(template, newId) })}
          >
            Start from it
          </Button>
        </span>
      </div>
      <ul className="mt-1">
        {days.map((day) => (
          <li key={day.id}>
            {day.placed.kind === "weekday" ? (
              <span className="font-semibold">{WEEKDAYS[day.placed.weekday]} </span>
            ) : null}
            {day.name}{" "}
            <span className="text-quiet">{allBlocks(day.base).flatMap(({ slots }) => slots).length} lifts</span>
          </li>
        ))}
      </ul>
      <p className="narrow text-quiet">
        {phases.map((phase) => `${phaseWords(phase)} ${phase.weeks}`).join(", ")} weeks. Loads are found from{" "}
        {view.client.name}’s own record.
      </p>
      <Beside name={name} template={template} view={view} />
    </article>
  );
}

/** What it would ask beside the plan that there is. */
function Beside({ name, template, view }: { name: string; template: PlanTemplate; view: WeeksView }) {
  const [isOpen, setOpen] = useState(false);
  const document = useMemo(
    () => isOpen && newPlan(name, templateForClient(template, newId), addDays(mondayOf(view.today), 7)),
    [isOpen, name, template, view.today],
  );
  if (!view.plan) return null;
  return (
    <>
      <Button className="mt-2" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        Beside {view.plan.document.name || "the plan"}
      </Button>
      {document ? <PlansCompared view={view} other={{ name, document }} /> : null}
    </>
  );
}

/** Plans that were kept to start from. */
function Templates({ view, starting }: { view: WeeksView; starting: Starting }) {
  return (
    <TemplatePicker
      store={TEMPLATES.plan}
      none="No plan was kept as a template yet: “The plan” beside the weeks keeps one."
    >
      {(template, remove) =>
        template.kind === "plan" ? (
          <PlanCard name={template.name} template={template.plan} view={view} starting={starting}>
            {remove}
          </PlanCard>
        ) : null
      }
    </TemplatePicker>
  );
}

/** The days of another client's plan: the same lifts, sets and phases; loads are found anew. */
function OtherClients({ view, starting }: { view: WeeksView; starting: Starting }) {
  const others = view.clients.filter(({ id }) => id !== view.client.id);
  const [clientId, setClientId] = useState(others[0]?.id ?? "");
  const { data, error } = useQuery({ ...apiQuery("plans.show", { clientId }), enabled: clientId !== "" });
  const plans = data?.plans ?? null;
  if (others.length === 0) return <p className="text-quiet">There is no other client yet.</p>;
  return (
    <>
      <SelectField label="Whose plan" value={clientId} onChange={(event) => setClientId(event.target.value)}>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SelectField>
      {error ? <p role="alert">{error.message}</p> : null}
      {plans === null && !error ? <p className="text-quiet">Looking…</p> : null}
      {plans?.length === 0 ? <p className="text-quiet">No plan is kept of this client.</p> : null}
      {plans?.map(({ id, plan }) => (
        <PlanCard key={id} name={plan.name} template={plan} view={view} starting={starting} />
      ))}
    </>
  );
}

const EXAMPLE = `Monday: Push
A1 Bench press 4x6-8 rir2 r120
B1 Lateral raise 3x12 rir1

Thursday: Legs
A1 Back squat 4x5 rir2 r150`;

/** Days as text, a line with a weekday before each. */
function AsText({ view, starting }: { view: WeeksView; starting: Starting }) {
  const [name, setName] = useState("");
  const [text, setText] = useState("");
  const [problems, setProblems] = useState<readonly string[]>([]);
  const take = () => {
    if (name.trim() === "") return setProblems(["Give the plan a name."]);
    const read = readPlanText(text, catalogueIn(view.exercises), newId);
    if (!read.ok) return setProblems(read.problems.map(({ line, message }) => `Line ${line}: ${message}`));
    setProblems([]);
    return starting.take({ name: name.trim(), phases: startingPhases(newId), days: read.days, inTurn: null });
  };
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void take();
      }}
    >
      <TextField label="Name" value={name} onChange={(event) => setName(event.target.value.slice(0, 120))} />
      <TextArea
        label="Days"
        hint="A line with a weekday or Day 1, its lifts below it as at the desk."
        placeholder={EXAMPLE}
        rows={14}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {problems.length > 0 ? (
        <ul role="alert" className="font-semibold">
          {problems.slice(0, 5).map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      ) : null}
      <div>
        <Button kind="main" type="submit" disabled={starting.isBusy}>
          Start this plan
        </Button>
      </div>
    </form>
  );
}

const templateOfSplit = ({ days, weekdays, isInTurn }: SplitProposal): PlanTemplate => {
  const sessions = days.map(
    (day): PlanDay => ({
      id: newId(),
      name: day.name,
      placed: day.weekday === null ? { kind: "inTurn" } : { kind: "weekday", weekday: day.weekday },
      timeOfDay: null,
      lastWeek: null,
      base: { ...day.document, gymId: null },
    }),
  );
  // Weekdays beyond the sessions: what stands there is whose turn it is.
  const more = weekdays.slice(days.length).map(
    (weekday): PlanDay => ({
      id: newId(),
      name: WEEKDAYS[weekday]!,
      placed: { kind: "weekday", weekday },
      timeOfDay: null,
      lastWeek: null,
      base: EMPTY_DOCUMENT,
    }),
  );
  return { phases: startingPhases(newId), inTurn: isInTurn ? days.length : null, days: [...sessions, ...more] };
};

function Proposals({ view, starting }: { view: WeeksView; starting: Starting }) {
  const [days, setDays] = useState(3);
  const [minutes, setMinutes] = useState(String(view.client.minutes));
  const figure = Number(minutes);
  const isMinutes = Number.isFinite(figure) && figure >= 15 && figure <= 240;
  const gym = view.gyms.find(({ id }) => id === view.client.gymId) ?? firstOf(view.gyms);
  const proposals = useMemo(
    () =>
      isMinutes
        ? proposeSplits(
            days,
            {
              catalogue: catalogueIn(view.exercises),
              settings: view.settings,
              gym: equipmentOn(gym.equipment, view.today),
              trainee: { ...UNRESTRICTED, trainingAge: view.client.trainingAge },
              trainingAge: view.client.trainingAge,
              priorities: view.client.priorities,
              minutes: figure,
            },
            newId,
          ).map((proposal) => ({ ...proposal, template: templateOfSplit(proposal) }))
        : [],
    [days, figure, isMinutes, view, gym],
  );
  return (
    <div className="flex flex-col gap-4">
      <div className="grid grid-cols-2 gap-3">
        <SelectField label="Days a week" value={days} onChange={(event) => setDays(Number(event.target.value))}>
          {[1, 2, 3, 4, 5, 6].map((count) => (
            <option key={count}>{count}</option>
          ))}
        </SelectField>
        <TextField
          label="Minutes at most"
          value={minutes}
          error={isMinutes ? null : "Between 15 and 240 minutes."}
          onChange={(event) => setMinutes(event.target.value)}
        />
      </div>
      {proposals.map((proposal) => (
        <article key={proposal.id} aria-label={proposal.name} className="border border-line bg-surface p-3">
          <div className="flex items-center justify-between gap-2">
            <h3 className="font-bold">{proposal.name}</h3>
            <Button
              kind="main"
              disabled={starting.isBusy}
              onClick={() => starting.take({ name: proposal.name, ...proposal.template })}
            >
              Start this plan
            </Button>
          </div>
          {proposal.isInTurn ? (
            <p className="mt-1">In turn on {proposal.weekdays.map((weekday) => WEEKDAYS[weekday]).join(", ")}:</p>
          ) : null}
          <ul className="mt-1">
            {proposal.days.map((day) => (
              <li key={`${day.weekday} ${day.name}`}>
                {proposal.isInTurn || day.weekday === null ? null : (
                  <span className="font-semibold">{WEEKDAYS[day.weekday]} </span>
                )}
                {day.name}{" "}
                <span className="text-quiet">
                  {day.document.blocks.flatMap(({ slots }) => slots).length} lifts, {Math.round(day.minutes)} min
                </span>
              </li>
            ))}
          </ul>
          <table className="mt-2 w-full text-left">
            <caption className="sr-only">Muscles in this split</caption>
            <thead className="narrow text-xs text-quiet">
              <tr>
                <th scope="col" className="font-normal">
                  muscle
                </th>
                <th scope="col" className="font-normal">
                  days
                </th>
                <th scope="col" className="font-normal">
                  hours between
                </th>
                <th scope="col" className="font-normal">
                  hard sets
                </th>
              </tr>
            </thead>
            <tbody>
              {proposal.muscles.map(({ muscle, days: on, hoursBetween, hardSets, verdict }) => (
                <tr key={muscle}>
                  <th scope="row" className="font-normal">
                    {muscleName(muscle)}
                  </th>
                  <td>{decimal(on, 1)}</td>
                  <td>{hoursBetween ?? "–"}</td>
                  <td className={verdict === "inside" ? "" : "font-bold text-weld"}>
                    {decimal(hardSets, 1)} {verdict === "inside" ? "" : verdict}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-quiet">
            {proposal.lacks.length === 0
              ? "Every muscle reaches its band."
              : `Lacks sets for ${proposal.lacks.join(", ")}.`}
          </p>
          <Beside name={proposal.name} template={proposal.template} view={view} />
        </article>
      ))}
    </div>
  );
}
