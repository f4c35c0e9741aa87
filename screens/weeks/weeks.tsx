"use client";
import { useRouter } from "next/navigation";
import { BUILDING, entriesOf, weeklySetBand } from "@/core";
import { ClientChoice } from "@/parts/client-choice";
import { UndoButtons } from "@/parts/undo";
import { MOST_WHOLE } from "@/parts/week-window";
import { useActions } from "@/ui/actions";
import { Button, buttonClass } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import { Select } from "@/ui/select";
import { useHydrated } from "@/ui/use-hydrated";
import { useLatest } from "@/ui/use-latest";
import type { WeekColumn, WeeksView } from "@/views";
import { WeeksGrid } from "./grid";
import { MissedSessions } from "./missed";
import { Side } from "./side";
import { StartPlan } from "./start-plan";
import { UnfitLifts } from "./unfit";
import { useWeeks } from "./use-weeks";

export function WeeksScreen({ view }: { view: WeeksView | null }) {
  if (!view)
    return (
      <main>
        <PageHeader title="Weeks" />
        <div className="p-4">
          <p className="mb-3 text-quiet">Weeks belong to a client, and there is none yet.</p>
          <PageLink href="/clients" className={buttonClass("main")}>
            To the clients
          </PageLink>
        </div>
      </main>
    );
  const { plan } = view;
  return plan && plan.document.days.length > 0 ? (
    <PlanWeeks view={{ ...view, plan }} />
  ) : (
    <main>
      <PageHeader title="Weeks">
        <ClientChoice view={view} page="/weeks" />
      </PageHeader>
      <div className="flex flex-col items-start gap-3 p-4">
        <p className="wrap-anywhere text-quiet">
          {plan ? `${plan.document.name || "This plan"} has no days yet.` : `${view.client.name} has no plan yet.`}{" "}
          Start one from the days that there are.
        </p>
        <StartPlan view={view} />
      </div>
    </main>
  );
}

function PlanWeeks({ view }: { view: WeeksView & { readonly plan: NonNullable<WeeksView["plan"]> } }) {
  const router = useRouter();
  const weeks = useWeeks(view);
  const isHydrated = useHydrated();
  const { model, plan } = weeks;
  const now = model.columns.find(({ isNow }) => isNow);
  const done = view.sessions.filter(({ state }) => state === "done").length;
  const missed = view.sessions.filter(({ state, date }) => state === "draft" && date < view.today).length;
  const under = now ? musclesUnder(now, view) : 0;
  const changed = countChanged(weeks);
  useActions(
    useLatest(() => [
      { name: "The plan", run: () => weeks.select({ kind: "plan" }) },
      { name: `${view.client.name}’s weeks in review`, run: () => router.push(`/review/weeks?for=${view.client.id}`) },
    ]),
  );
  return (
    <div className="grid min-h-dvh grid-cols-1 content-start print:block! print:h-auto! lg:h-page lg:grid-cols-[minmax(0,1fr)_300px] lg:grid-rows-[auto_minmax(0,1fr)_auto]">
      {/* On paper: the weeks that are in view alone, from edge to edge. */}
      <style>{"@page { size: A4 landscape; margin: 10mm; }"}</style>
      <PageHeader
        title={plan.name || "Weeks"}
        actions={
          <>
            <UndoButtons of={weeks} />
            <Button onClick={() => weeks.select({ kind: "plan" })}>The plan</Button>
            <PageLink href="/weeks/carry-on" className={buttonClass("plain")}>
              Next week, all clients
            </PageLink>
            <StartPlan view={view} />
          </>
        }
      >
        <ClientChoice view={view} page="/weeks" />
        {view.plans.length > 1 ? (
          <label className="flex items-center gap-2">
            <span className="sr-only">Plan</span>
            <Select
              value={view.plan.id}
              onChange={(event) => router.push(`/weeks?for=${view.client.id}&plan=${event.target.value}`)}
            >
              {view.plans.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name || "unnamed"}
                </option>
              ))}
            </Select>
          </label>
        ) : null}
        <p className="text-quiet">
          {now ? `week ${now.week + 1} of ${model.columns.length}` : `${model.columns.length} weeks`} ·{" "}
          {plan.days.length} {plan.days.length === 1 ? "day" : "days"} a week
        </p>
      </PageHeader>
      <main className="min-w-0 print:overflow-visible! lg:overflow-y-auto">
        {weeks.message ? <Notice kind="warn">{weeks.message}</Notice> : null}
        {weeks.notes.map((note) => (
          <Notice key={note} kind="warn">
            {note}
          </Notice>
        ))}
        <MissedSessions weeks={weeks} view={view} />
        <UnfitLifts weeks={weeks} view={view} />
        {isHydrated || model.columns.length <= MOST_WHOLE ? (
          <WeeksGrid weeks={weeks} view={view} />
        ) : (
          <p role="status" className="p-4 text-quiet">
            One moment…
          </p>
        )}
      </main>
      <Side weeks={weeks} view={view} />
      <footer className="no-print flex flex-wrap items-center gap-x-5 gap-y-1 bg-walnut px-4 py-2 text-onwalnut lg:col-span-2">
        <Figure figure={`${done} of ${done + missed}`} words="sessions done" />
        {now ? <Figure figure={String(now.minutes)} words="minutes this week" /> : null}
        {under > 0 ? (
          <Figure figure={String(under)} words={`${under === 1 ? "muscle" : "muscles"} under the band this week`} />
        ) : null}
        {weeks.isChanged ? (
          <div className="ml-auto flex items-center gap-2">
            <span>
              {changed} {changed === 1 ? "cell differs" : "cells differ"} from what is saved
            </span>
            <button
              type="button"
              onClick={weeks.putBack}
              className="min-h-8 rounded-[3px] border border-onwalnut px-3 font-semibold hover:bg-bark"
            >
              Undo all
            </button>
            <Button kind="warn" disabled={weeks.isBusy} onClick={weeks.keep}>
              Save
            </Button>
          </div>
        ) : null}
      </footer>
    </div>
  );
}

/** Muscles that the week trains, but under their band. */
function musclesUnder({ muscles, phase }: WeekColumn, { client }: WeeksView): number {
  if (!BUILDING.has(phase.kind)) return 0;
  return entriesOf(muscles).filter(
    ([muscle, { hardSets }]) =>
      hardSets >= 1 && hardSets < weeklySetBand(muscle, client.trainingAge, client.priorities[muscle]).low,
  ).length;
}

function countChanged({ model, ghost }: ReturnType<typeof useWeeks>): number {
  if (!ghost) return 0;
  const before = new Map(ghost.days.flatMap(({ rows }) => rows).map((row) => [row.key, row.cells]));
  const words = (cell: (typeof model.days)[number]["rows"][number]["cells"][number] | undefined) =>
    cell ? `${cell.topKg} ${cell.sets} ${cell.reps.join()}` : "";
  return model.days
    .flatMap(({ rows }) => rows)
    .reduce(
      (sum, row) => sum + row.cells.filter((cell, week) => words(cell) !== words(before.get(row.key)?.[week])).length,
      0,
    );
}

function Figure({ figure, words }: { figure: string; words: string }) {
  return (
    <p>
      <span className="text-base font-bold">{figure}</span> <span className="text-onwalnut-quiet">{words}</span>
    </p>
  );
}
