"use client";
import { Popover } from "radix-ui";
import type { ComputedSession, SessionView } from "@/contract";
import {
  conflictSentence,
  decimal,
  equipmentProblems,
  formatClock,
  type Muscle,
  type MuscleAmounts,
  type SessionDocument,
  slotLabels,
  type TrainingAge,
  weeklySetBand,
} from "@/core";

/** The session's figures, each muscle's week against its band, and cautions that name their place. */
export function Foot({
  view,
  document,
  computed,
}: {
  view: SessionView;
  document: SessionDocument;
  computed: ComputedSession;
}) {
  const { totals } = computed;
  const cautions = cautionsOf(view, document, computed);
  const cap = document.capSeconds;
  const over = cap !== null && totals.seconds > cap;
  const muscles = [...totals.byMuscle]
    .filter(([, amounts]) => amounts.hardSets > 0)
    .sort((a, b) => b[1].hardSets - a[1].hardSets);
  return (
    <footer className="flex flex-wrap items-center gap-x-5 gap-y-1 bg-walnut px-4 py-2 text-onwalnut">
      <Figure
        figure={formatClock(totals.seconds)}
        words={cap === null ? "" : `of ${decimal(cap / 60)} min`}
        flag={over}
      />
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
      <ul aria-label="Hard sets by muscle, this week" className="flex flex-wrap gap-x-4 gap-y-1">
        {muscles.slice(0, 7).map(([muscle, amounts]) => (
          <MuscleBand
            key={muscle}
            muscle={muscle}
            amounts={amounts}
            before={view.weekHardSets[muscle] ?? 0}
            trainingAge={view.client.trainingAge as TrainingAge}
            assumed={totals.hardnessAssumed}
          />
        ))}
      </ul>
      {cautions.length > 0 ? (
        <Popover.Root>
          <Popover.Trigger className="ml-auto min-h-8 rounded-[3px] border border-ground bg-weld-fill px-3 font-semibold text-walnut">
            {cautions.length === 1 ? "1 caution" : `${cautions.length} cautions`}
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              side="top"
              align="end"
              sideOffset={8}
              className="z-40 max-h-[60vh] w-96 overflow-y-auto border-2 border-walnut bg-ground p-4 text-walnut"
            >
              <h2 className="mb-2 font-bold">Cautions</h2>
              <ul className="flex flex-col gap-2">
                {cautions.map((caution, index) => (
                  <li key={index} className="border-l-4 border-weld-fill pl-3">
                    <strong>{caution.place}</strong> {caution.words}
                  </li>
                ))}
              </ul>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      ) : (
        <span className="ml-auto text-onwalnut-quiet">no cautions</span>
      )}
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

function MuscleBand({
  muscle,
  amounts,
  before,
  trainingAge,
  assumed,
}: {
  muscle: Muscle;
  amounts: MuscleAmounts;
  before: number;
  trainingAge: TrainingAge;
  assumed: boolean;
}) {
  const band = weeklySetBand(trainingAge, "normal");
  const full = band.high * 1.2;
  const width = 48;
  const at = (sets: number) => Math.min(1, sets / full) * width;
  const total = before + amounts.hardSets;
  return (
    <li>
      <svg width={width} height={9} aria-hidden className="block">
        <rect x={at(band.low)} width={at(band.high) - at(band.low)} height={9} fill="#5d5346" />
        <rect y={2.5} width={at(before)} height={4} fill="#9db4d6" />
        <rect x={at(before)} y={2.5} width={Math.max(1, at(total) - at(before))} height={4} fill="#f5f1e9" />
      </svg>
      <span className="narrow text-xs">
        {muscle} {before > 0 ? `${decimal(before, 1)}+` : ""}
        <span className={assumed ? "assumed" : ""}>{decimal(amounts.hardSets, 1)}</span>
        <span className="sr-only"> hard sets, band {`${band.low} to ${band.high}`} a week</span>
      </span>
    </li>
  );
}

interface Caution {
  readonly place: string;
  readonly words: string;
}

function cautionsOf(view: SessionView, document: SessionDocument, computed: ComputedSession): Caution[] {
  const labels = slotLabels(document);
  const cautions: Caution[] = [];
  const cap = document.capSeconds;
  if (document.blocks.length === 0 && !document.finisher)
    cautions.push({ place: "Session", words: "has no blocks yet." });
  if (cap !== null && computed.totals.seconds > cap) {
    cautions.push({
      place: "Time",
      words: `${formatClock(computed.totals.seconds)} is planned, ${formatClock(computed.totals.seconds - cap)} over the cap of ${decimal(cap / 60)} min.`,
    });
  }
  for (const { timeline } of computed.timeline.blocks) {
    for (const conflict of timeline.conflicts)
      cautions.push({
        place: `${labels.get(conflict.slotId)}, round ${conflict.round + 1}`,
        words: conflictSentence(conflict),
      });
  }
  for (const [slotId, label] of labels) {
    const slot = document.blocks
      .concat(document.finisher ?? [])
      .flatMap((block) => block.slots)
      .find((one) => one.id === slotId)!;
    const kinds = new Set(
      slot.sets.flatMap((set) =>
        set
          ? set.segments.flatMap(
              (segment) => computed.resolved.loads.get(segment.id)?.reasons.map((reason) => reason.kind) ?? [],
            )
          : [],
      ),
    );
    if (kinds.has("noEquipment"))
      cautions.push({ place: label, words: `${view.gym.name} has nothing to load this lift with.` });
    else if (kinds.has("outOfReach"))
      cautions.push({ place: label, words: "asks for a load that this gym cannot build." });
    if (kinds.has("noBodyMass"))
      cautions.push({ place: label, words: `needs ${view.client.name}'s body mass, and none is recorded.` });
    if (kinds.has("noRecord"))
      cautions.push({ place: label, words: "has no record to take a load from: find it in the ramp." });
    slot.sets.forEach((set, round) => {
      const load = set && computed.resolved.loads.get(set.segments[0]!.id);
      const asked = set?.segments[0]?.rir?.low ?? 0;
      if (load?.expectedRir !== null && load?.expectedRir !== undefined && load.expectedRir < Math.min(0, asked)) {
        cautions.push({
          place: `${label}, round ${round + 1}`,
          words: `is likely ${decimal(-load.expectedRir)} short, even fresh.`,
        });
      } else if (load && load.expectedRir !== null && load.expectedRir < asked - 0.5) {
        cautions.push({
          place: `${label}, round ${round + 1}`,
          words: `leaves RIR ${decimal(load.expectedRir)} when fresh, and ${decimal(asked)} is asked.`,
        });
      }
    });
  }
  for (const problem of equipmentProblems(view.gym.equipment))
    cautions.push({ place: view.gym.name, words: problem.message });
  return cautions;
}
