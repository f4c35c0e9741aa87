"use client";
import { memo, type ReactNode } from "react";
import { decimal, formatClock, frequencyOf, type Muscle, muscleName, volumeParts } from "@/core";
import { MuscleBand } from "@/parts/muscle-band";
import { fetched } from "@/ui/on-demand";
import { POPOVER, PopoverButton } from "@/ui/popover";
import type { SessionView } from "@/views";
import { Cautions } from "./cautions";
import type { FootFigure } from "./footer-breakdown";
import { useDesk } from "./use-desk";

const FooterBreakdown = fetched(() => import("./footer-breakdown").then((module) => module.FooterBreakdown));

/** The session's figures, each muscle's week against its band, and cautions that name their place. */
export function SessionFooter({ view, onFit }: { view: SessionView; onFit: () => void }) {
  const { totals } = useDesk((desk) => desk.computed);
  const locked = useDesk((desk) => desk.locked);
  const moved = volumeParts(totals.volumeLoadKg, view.gym.equipment.unit);
  const cap = useDesk((desk) => desk.document.capSeconds);
  const over = cap !== null && totals.seconds > cap;
  const muscles = [...totals.byMuscle]
    .filter(([, amounts]) => amounts.hardSets > 0)
    .sort((a, b) => b[1].hardSets - a[1].hardSets);
  return (
    <footer className="isolate flex flex-wrap items-center gap-x-3 gap-y-1 bg-walnut px-4 py-2 text-onwalnut">
      <button
        type="button"
        onClick={onFit}
        disabled={locked}
        title="Fit the time"
        className="min-h-6 rounded-[3px] px-1 hover:bg-bark enabled:underline enabled:decoration-dotted enabled:underline-offset-4"
      >
        <Figure
          figure={formatClock(totals.seconds)}
          words={cap === null ? "planned" : `of ${decimal(cap / 60)} min`}
          flag={over}
        />
      </button>
      <Opened of="sets" figure={decimal(totals.sets, 1)} words="sets" />
      <Opened
        of="reps"
        figure={decimal(totals.reps, 1)}
        words={totals.partialReps > 0 ? `reps + ${decimal(totals.partialReps)} ½` : "reps"}
      />
      <Opened
        of="kg"
        figure={moved.figure}
        words={`${moved.unit} moved${totals.unknownLoads > 0 ? " at least" : ""}`}
      />
      <Opened of="tension" figure={formatClock(totals.workSeconds)} words="tension" />
      <ul aria-label="Hard sets by muscle, this week" className="flex flex-wrap gap-x-4 gap-y-1 max-md:hidden">
        {muscles.slice(0, 7).map(([muscle, amounts]) => (
          <MuscleBand
            key={muscle}
            open={openMuscle}
            muscle={muscle}
            hardSets={amounts.hardSets}
            before={view.week.others[muscle]?.hardSets ?? 0}
            trainingAge={view.client.trainingAge}
            priority={view.client.priorities[muscle] ?? "normal"}
            {...frequencyOf(muscle, view.date, view.week.days)}
            assumed={totals.hardnessAssumed}
          />
        ))}
      </ul>
      <Cautions view={view} />
    </footer>
  );
}

const openMuscle = (muscle: Muscle, drawn: ReactNode) => (
  <PopoverButton
    button={{ children: drawn, className: "min-h-6 rounded-[3px] px-0.5 text-left hover:bg-bark" }}
    label={`What ${muscleName(muscle)} is made of`}
    side="top"
    className={POPOVER}
  >
    {() => <FooterBreakdown of={muscle} />}
  </PopoverButton>
);

const Opened = memo(function Opened({ of, figure, words }: { of: FootFigure; figure: string; words: string }) {
  return (
    <PopoverButton
      button={{
        children: <Figure figure={figure} words={words} />,
        className: "min-h-6 rounded-[3px] px-1 decoration-dotted underline-offset-4 hover:bg-bark hover:underline",
      }}
      label={`What the ${of === "kg" ? "load moved" : of} is made of`}
      side="top"
      className={POPOVER}
    >
      {() => <FooterBreakdown of={of} />}
    </PopoverButton>
  );
});

function Figure({ figure, words, flag }: { figure: string; words: string; flag?: boolean }) {
  return (
    <span className="flex items-baseline gap-1.5 whitespace-nowrap">
      <strong className={flag ? "bg-weld-fill px-1.5 text-lg leading-tight text-walnut" : "text-lg leading-tight"}>
        {figure}
      </strong>{" "}
      <span className="text-onwalnut-quiet">{words}</span>
    </span>
  );
}
