"use client";
import type { SessionView } from "@/contract";
import { decimal, formatClock, frequencyOf, type TrainingAge } from "@/core";
import { MuscleBand } from "@/parts/muscle-band";
import { Cautions } from "./cautions";
import type { Desk } from "./use-desk";

/** The session's figures, each muscle's week against its band, and cautions that name their place. */
export function Foot({ view, desk, onFit }: { view: SessionView; desk: Desk; onFit: () => void }) {
  const { document, computed } = desk;
  const { totals } = computed;
  const cap = document.capSeconds;
  const over = cap !== null && totals.seconds > cap;
  const muscles = [...totals.byMuscle]
    .filter(([, amounts]) => amounts.hardSets > 0)
    .sort((a, b) => b[1].hardSets - a[1].hardSets);
  return (
    <footer className="flex flex-wrap items-center gap-x-5 gap-y-1 bg-walnut px-4 py-2 text-onwalnut">
      <button
        type="button"
        onClick={onFit}
        disabled={desk.locked}
        title="Fit the time"
        className="rounded-[3px] px-1 hover:bg-bark enabled:underline enabled:decoration-dotted enabled:underline-offset-4"
      >
        <Figure
          figure={formatClock(totals.seconds)}
          words={cap === null ? "planned" : `of ${decimal(cap / 60)} min`}
          flag={over}
        />
      </button>
      <Figure figure={String(totals.sets)} words="sets" />
      <Figure
        figure={decimal(totals.reps, 1)}
        words={totals.partialReps > 0 ? `reps + ${decimal(totals.partialReps)} ½` : "reps"}
      />
      <Figure
        figure={totals.volumeLoadKg >= 1000 ? decimal(totals.volumeLoadKg / 1000, 2) : decimal(totals.volumeLoadKg)}
        words={`${totals.volumeLoadKg >= 1000 ? "t" : "kg"} moved${totals.unknownLoads > 0 ? " at least" : ""}`}
      />
      <Figure figure={formatClock(totals.workSeconds)} words="tension" />
      <ul aria-label="Hard sets by muscle, this week" className="flex flex-wrap gap-x-4 gap-y-1 max-sm:hidden">
        {muscles.slice(0, 7).map(([muscle, amounts]) => (
          <MuscleBand
            key={muscle}
            muscle={muscle}
            amounts={amounts}
            before={view.week.others[muscle]?.hardSets ?? 0}
            trainingAge={view.client.trainingAge as TrainingAge}
            priority={view.client.priorities[muscle] ?? "normal"}
            frequency={frequencyOf(muscle, view.date, view.week.days)}
            assumed={totals.hardnessAssumed}
          />
        ))}
      </ul>
      <Cautions desk={desk} view={view} />
    </footer>
  );
}

function Figure({ figure, words, flag }: { figure: string; words: string; flag?: boolean }) {
  return (
    <span className="flex items-baseline gap-1.5 whitespace-nowrap">
      <strong className={flag ? "bg-weld-fill px-1.5 text-lg leading-tight text-walnut" : "text-lg leading-tight"}>
        {figure}
      </strong>{" "}
      <span className="narrow text-onwalnut-quiet">{words}</span>
    </span>
  );
}
