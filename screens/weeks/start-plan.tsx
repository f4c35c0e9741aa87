"use client";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { catalogueIn, type WeeksView } from "@/contract";
import {
  ANYBODY,
  addDays,
  decimal,
  mondayOf,
  NO_SHIFT,
  type PlanEdit,
  type PlanPhase,
  proposeSplits,
  type SplitProposal,
  type TrainingAge,
  USUAL_SHIFT,
} from "@/core";
import { ask, replySentence } from "@/device/api";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";

const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
/** Weeks of building before a deload. */
const BUILD_WEEKS = 5;

/** A plan from the days that there are: every split that they allow, each with what it gives and what it lacks. */
export function StartPlan({ view }: { view: WeeksView }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button kind={view.plan ? "plain" : "main"} onClick={() => setOpen(true)}>
        Start a plan
      </Button>
      <Sheet open={isOpen} onOpenChange={setOpen} title={`A plan for ${view.client.name}`}>
        {isOpen ? <Proposals view={view} /> : null}
      </Sheet>
    </>
  );
}

function Proposals({ view }: { view: WeeksView }) {
  const router = useRouter();
  const [days, setDays] = useState(3);
  const [minutes, setMinutes] = useState(String(view.client.minutes));
  const [start, setStart] = useState(addDays(mondayOf(view.today), 7));
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const figure = Number(minutes);
  const isMinutes = Number.isFinite(figure) && figure >= 15 && figure <= 240;
  const gym = view.gyms.find(({ id }) => id === view.client.gymId) ?? view.gyms[0]!;
  const proposals = useMemo(
    () =>
      isMinutes
        ? proposeSplits(
            days,
            {
              catalogue: catalogueIn(view.exercises),
              settings: view.settings,
              gym: gym.equipment,
              trainee: { ...ANYBODY, trainingAge: view.client.trainingAge },
              trainingAge: view.client.trainingAge as TrainingAge,
              priorities: view.client.priorities,
              minutes: figure,
            },
            newId,
          )
        : [],
    [days, figure, isMinutes, view, gym],
  );
  const take = async (proposal: SplitProposal) => {
    setBusy(true);
    setProblem(null);
    const created = await ask("plans.create", {
      clientId: view.client.id,
      name: proposal.name,
      startDate: start,
      weeks: BUILD_WEEKS,
    });
    if (created.kind !== "ok") {
      setBusy(false);
      return setProblem(replySentence(created));
    }
    const { planId } = created.value;
    const phase = (kind: PlanPhase["kind"], weeks: number): PlanPhase => ({
      id: newId(),
      kind,
      name: "",
      weeks,
      methodId: null,
      shift: kind === "deload" ? USUAL_SHIFT.deload : NO_SHIFT,
    });
    const deload = phase("deload", 1);
    const edits: PlanEdit[] = [];
    let after: string | null = null;
    for (const day of proposal.days) {
      const item = {
        id: newId(),
        name: day.name,
        placed: { kind: "weekday" as const, weekday: day.weekday },
        timeOfDay: null,
        base: { ...day.document, gymId: null },
      };
      edits.push({ kind: "insert", list: "days", item, after });
      after = item.id;
    }
    const shown = await ask("plans.show", { clientId: view.client.id });
    const first = shown.kind === "ok" ? shown.value.plans.find(({ id }) => id === planId)?.plan.phases[0] : undefined;
    if (first) edits.push({ kind: "insert", list: "phases", item: deload, after: first.id });
    const reply = await ask("plans.edit", { planId, revision: 0, edits });
    setBusy(false);
    if (reply.kind !== "ok") return setProblem(replySentence(reply));
    router.push(`/weeks?for=${view.client.id}&plan=${planId}`);
    router.refresh();
  };
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
      </div>
      {problem ? (
        <p role="alert" className="font-semibold">
          {problem}
        </p>
      ) : null}
      {proposals.map((proposal) => (
        <article key={proposal.id} aria-label={proposal.name} className="border border-thread bg-cloth p-3">
          <div className="flex items-center justify-between gap-2">
            <h3 className="font-bold">{proposal.name}</h3>
            <Button kind="main" disabled={isBusy} onClick={() => take(proposal)}>
              Start this plan
            </Button>
          </div>
          <ul className="mt-1">
            {proposal.days.map((day) => (
              <li key={`${day.weekday} ${day.name}`}>
                <span className="font-semibold">{WEEKDAYS[day.weekday]}</span> {day.name}{" "}
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
                    {muscle}
                  </th>
                  <td>{on}</td>
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
        </article>
      ))}
    </div>
  );
}
