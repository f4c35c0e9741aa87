"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import { volumeParts } from "@/core";
import { newId } from "@/device/ids";
import { ClientChoice } from "@/parts/client-choice";
import { VolumeBreakdownPanel } from "@/parts/made-of";
import { WeekSessions } from "@/parts/week-sessions";
import { Button, buttonClass } from "@/ui/button";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import { saveFile } from "@/ui/save-file";
import { type WeeksReview, type WeeksView, weeksReview, weeksTable } from "@/views";
import { BESIDE_NAMES, type Beside, NEXT } from "./beside";
import { LiftDay } from "./lift-day";
import { PeriodPanel } from "./period-panel";
import { WeeksLifts } from "./weeks-lifts";
import { NextSteps } from "./what-next";

/** What moved, what stands still and what to do next, over the weeks of a plan. */
export function WeeksReviewScreen({ view }: { view: WeeksView | null }) {
  const review = useMemo(() => (view ? weeksReview(view, newId) : null), [view]);
  const [beside, setBeside] = useState<Beside>(NEXT);
  const scroller = useRef<HTMLElement>(null);
  // What was done last is looked at first.
  useEffect(() => {
    scroller.current?.scrollTo({ left: scroller.current.scrollWidth });
  }, []);
  if (!view)
    return (
      <main>
        <PageHeader title="Weeks in review" />
        <p className="p-4 text-quiet">There is no client yet.</p>
      </main>
    );
  const choice = <ClientChoice view={view} page="/review/weeks" />;
  const moved = volumeParts(review?.volumeLoadKg ?? 0, view.client.unit, 1);
  if (!review || review.done === 0)
    return (
      <main>
        <PageHeader title="Weeks in review">{choice}</PageHeader>
        <div className="flex flex-col items-start gap-3 p-4">
          <p className="text-quiet">Nothing of a plan has been trained yet: there are no weeks to look back on.</p>
          <PageLink href={`/weeks?for=${view.client.id}`} className={buttonClass("main")}>
            To the weeks ahead
          </PageLink>
        </div>
      </main>
    );
  return (
    <div className="grid min-h-dvh grid-cols-1 content-start print:block! print:h-auto! lg:h-page lg:grid-cols-[minmax(0,1fr)_300px] lg:grid-rows-[auto_minmax(0,1fr)_auto]">
      <PageHeader
        title={`${view.plan?.document.name || "Weeks"} in review`}
        actions={
          <>
            <Button onClick={() => saveTable(review, view)}>Save as CSV</Button>
            <PageLink href="/review" className={buttonClass("plain")}>
              Last session
            </PageLink>
            <PageLink href={`/weeks?for=${view.client.id}`} className={buttonClass("plain")}>
              The weeks ahead
            </PageLink>
          </>
        }
      >
        {choice}
      </PageHeader>
      <style>{"@page { size: A4 landscape; margin: 10mm; }"}</style>
      <main
        ref={scroller}
        className="relative min-w-0 overflow-x-auto print:[zoom:0.62] print:overflow-visible! lg:overflow-y-auto"
      >
        <WeeksLifts review={review} view={view} beside={beside} onBeside={setBeside} />
      </main>
      <aside
        aria-label={BESIDE_NAMES[beside.kind]}
        className="bg-surface p-4 lg:overflow-y-auto lg:border-l lg:border-line"
      >
        {beside.kind === "next" ? null : (
          <Button className="mb-2" onClick={() => setBeside(NEXT)}>
            Back to what next
          </Button>
        )}
        {beside.kind === "period" ? (
          <PeriodPanel review={review} view={view} period={beside.period} />
        ) : beside.kind === "muscle" ? (
          <VolumeBreakdownPanel model={review.model} view={view} muscle={beside.muscle} week={beside.week} />
        ) : beside.kind === "week" ? (
          <WeekSessions model={review.model} view={view} week={beside.week} isHeaded />
        ) : beside.kind === "lift" ? (
          <LiftDay review={review} view={view} liftKey={beside.key} week={beside.week} />
        ) : (
          <NextSteps review={review} view={view} />
        )}
      </aside>
      <footer className="flex flex-wrap items-center gap-x-5 gap-y-1 bg-walnut px-4 py-2 text-onwalnut lg:col-span-2">
        <Figure figure={`${review.done} of ${review.planned}`} words="sessions" />
        <Figure figure={String(review.records)} words={review.records === 1 ? "best e1RM" : "best e1RMs"} />
        <Figure figure={moved.figure} words={`${moved.unit} moved`} />
      </footer>
    </div>
  );
}

/** What is shown, as a file that any spreadsheet reads. */
async function saveTable(review: WeeksReview, { client }: WeeksView): Promise<void> {
  const { unparse } = await import("papaparse");
  const name = `${client.name.toLowerCase().replaceAll(/\W+/g, "-")}-weeks.csv`;
  saveFile(name, unparse(weeksTable(review, client.unit), { escapeFormulae: true }), "text/csv");
}

function Figure({ figure, words }: { figure: string; words: string }) {
  return (
    <p>
      <span className="text-base font-bold">{figure}</span> <span className="text-onwalnut-quiet">{words}</span>
    </p>
  );
}
