"use client";
import { memo } from "react";
import {
  allBlocks,
  basisSentence,
  blockLetter,
  buildableLoads,
  buildSentence,
  curveKg,
  decimal,
  entryAt,
  exerciseOrThrow,
  findExercise,
  firstOf,
  isBodyweight,
  isUnknownLift,
  isWithoutReps,
  type LoadReason,
  loadSentence,
  massFigure,
  massWords,
  type NextPrescription,
  newRule,
  nextSentence,
  RULE_NAMES,
  type RuleKind,
  ruleName,
  type SentenceContext,
  type Slot,
  slotById,
  slotLabels,
  suggestedRule,
  swapExercise,
  targetsOf,
  tempoInForce,
  tempoPhases,
  toDropSet,
  toKg,
  toPlainSet,
  type WorkSet,
  waySentence,
} from "@/core";
import { newId } from "@/device/ids";
import { BuildSleeve, PlateOrder, SharedBar } from "@/parts/plates";
import { useDates } from "@/parts/region";
import { amountFigure, loadFigure } from "@/parts/set-words";
import { TempoTrace } from "@/parts/tempo-trace";
import { Button } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { fetched } from "@/ui/on-demand";
import { Select } from "@/ui/select";
import type { LiftLog, SessionView } from "@/views";
import { Alternatives, InPlaceRemedies, LastTimes, PURPOSE_WORDS } from "./lift-around";
import { SetFields } from "./set-fields";
import { UNKNOWN_SAYS, UnknownLift } from "./unknown-lift";
import { useDeskStore, useWholeDesk } from "./use-desk";
import type { Partner } from "./use-partner";

const ReserveChart = fetched(
  () => import("./reserve-chart").then((module) => module.ReserveChart),
  <div className="h-[74px]" />,
);

/** Why this load: the figure, its reasons, the build, the tempo, what is likely in reserve, the rule for next time. */
export function LoadReasons({
  view,
  partner,
  slot,
  set,
  round,
}: {
  view: SessionView;
  partner: Partner | null;
  /** The lift, the set and its round that it is of. */
  slot: Slot;
  set: WorkSet;
  round: number;
}) {
  const desk = useWholeDesk();
  const { document, computed } = desk;
  const blocks = allBlocks(document);
  const blockIndex = blocks.findIndex((block) => block.slots.some(({ id }) => id === slot.id));
  if (isUnknownLift(desk.catalogue, slot.exerciseId)) return <NotKnown slot={slot} />;
  const segment = firstOf(set.segments);
  const log = view.lifts.find(({ lineage }) => lineage === slot.lineage);
  const load = computed.resolved.loads.get(segment.id);
  const exercise = exerciseOrThrow(desk.catalogue, segment.exerciseId ?? slot.exerciseId);
  const labels = slotLabels(document);
  const record = computed.records.get(slot.lineage);
  const rule = slot.rule ?? suggestedRule(targetsOf(slot));
  const next = computed.resolved.progress.get(slot.id);
  const figure = loadFigure(load);
  const { unit } = view.gym.equipment;
  const words = { catalogue: desk.catalogue, unit };
  const usesProgress = load?.reasons.some((reason) => reason.kind === "progress");
  const moved = load?.kg != null ? curveKg(exercise, load.kg, view.bodyMassKg, view.settings) : null;
  const plan = computed.resolved.platePlans.get(slot.id);
  const asked = segment.rir ? (segment.rir.low + segment.rir.high) / 2 : null;
  const buildable = buildableLoads(exercise, view.gym.equipment, slot.setup).length;
  return (
    <aside
      id="why"
      tabIndex={-1}
      aria-label="Why this load"
      className="flex flex-col gap-3.5 overflow-y-auto bg-surface p-4"
    >
      <div>
        <p className="text-quiet">
          {blockLetter(blockIndex)} · round {round + 1}
        </p>
        <h2 className="text-base leading-tight font-bold">{exercise.name}</h2>
      </div>
      <p className="flex items-baseline gap-2">
        <span data-figure className="text-4xl leading-none font-bold tracking-tight">
          {figure}
        </span>
        <span className="text-quiet">
          {figure !== "?" && figure !== "body" ? `${load?.weight?.unit}${isBodyweight(exercise) ? ", " : " "}` : ""}
          {isBodyweight(exercise) && moved !== null ? `${massWords(moved, unit)} moved` : basisSentence(exercise)}
        </span>
      </p>
      <SetFields view={view} slot={slot} set={set} />
      <ul className="flex flex-col gap-1.5 border-l-2 border-line pl-3">
        {load?.reasons.map((reason, index) => (
          <li key={index} className={index === 0 ? "-ml-[14px] border-l-2 border-indigo pl-3 font-semibold" : ""}>
            {loadSentence(reason, { ...words, labels })}
          </li>
        ))}
        {load?.overruled.map((reason, index) => (
          <li key={`over ${index}`} className="text-quiet">
            <span className="sr-only">Overruled: </span>
            <s>{overruledWords(reason, words)}</s>
          </li>
        ))}
        {usesProgress ? <CountedFrom next={next} log={log} /> : null}
        {load?.reasons.some(({ kind }) => kind === "noRecord") && (log?.exposures.length ?? 0) > 0 ? (
          <li>It was done before, but no set of it says how strong: nobody gave its reserve.</li>
        ) : null}
        {record?.e1rmKg && !load?.reasons.some((reason) => reason.kind === "curve") ? (
          <li className="text-quiet">
            e1RM <strong className="text-walnut">{massWords(record.e1rmKg, unit)}</strong>
            {record.bandKg ? `, ${massFigure(record.bandKg[0], unit)} to ${massFigure(record.bandKg[1], unit)}` : ""},{" "}
            {record.estimates.length} {record.estimates.length === 1 ? "day" : "days"}
          </li>
        ) : null}
      </ul>
      {load && load.ways.length > 0 ? (
        <section>
          <h3 className="font-bold">Ways round it</h3>
          <ul className="mt-0.5 flex flex-col gap-0.5">
            {load.ways.map((way, index) => (
              <li key={index}>{waySentence(way, words)}</li>
            ))}
          </ul>
        </section>
      ) : null}
      <section>
        <h3 className="font-bold">
          Likely in reserve{" "}
          <span className="font-normal text-quiet">
            {asked === null ? "" : `asked ${decimal(asked)}, `}at these rests
          </span>
        </h3>
        <ReserveChart
          asked={asked}
          selected={round}
          rounds={slot.sets.flatMap((one, round) =>
            one ? [{ round, forecast: computed.forecast.bySegment.get(firstOf(one.segments).id) ?? null }] : [],
          )}
        />
        <InPlaceRemedies view={view} slot={slot} />
      </section>
      {load?.resistance ? (
        <p>
          Through the range <strong>{massFigure(load.resistance.bottomKg, unit)}</strong> at the bottom,{" "}
          <strong>{massFigure(load.resistance.middleKg, unit)}</strong> in the middle,{" "}
          <strong>{massWords(load.resistance.topKg, unit)}</strong> at the top;{" "}
          {massFigure(load.resistance.meanKg, unit)} is counted.
        </p>
      ) : null}
      {load?.build ? (
        <section>
          <h3 className="font-bold">To build it</h3>
          <p>{buildSentence(load.build)}</p>
          {plan && plan.steps.length > 1 ? (
            <details className="mt-1" open={plan.steps.length <= 8}>
              <summary className="cursor-pointer text-quiet">from load to load</summary>
              <PlateOrder plan={plan} slot={slot} segmentId={segment.id} unit={unit} />
              {load.build.kind === "bar" ? (
                <SharedBar
                  plan={plan}
                  slot={slot}
                  gym={view.gym.equipment}
                  barKg={toKg(load.build.bar)}
                  partner={
                    partner && { names: [view.client.name, partner.view.client.name], kg: partnersLoads(partner, slot) }
                  }
                />
              ) : null}
            </details>
          ) : (
            <BuildSleeve build={load.build} unit={unit} />
          )}
        </section>
      ) : buildable === 0 ? (
        <p className="border border-weld bg-weld-tint px-2 py-1">{view.gym.name} has nothing to load this lift with.</p>
      ) : null}
      {isWithoutReps(segment.amount) ? null : (
        <TempoTrace
          phases={tempoPhases(tempoInForce(set.segments, 0), view.settings)}
          assumed={segment.tempo === null}
        />
      )}
      {targetsOf(slot).length > 0 ? (
        <section>
          <RuleChoice slotId={slot.id} kind={rule.kind} locked={desk.locked} />
          {next && !usesProgress ? <p className="mt-1 text-quiet">{nextSentence(next, unit)}</p> : null}
        </section>
      ) : null}
      <LastTimes log={log} unit={unit} />
      {desk.locked ? null : (
        <div className="flex flex-wrap gap-2">
          <Button
            className="min-h-7 px-2 py-0.5"
            onClick={() => desk.operate(toDropSet(document, slot.id, round, 1, 20, newId))}
          >
            Add a drop
          </Button>
          {set.segments.length > 1 ? (
            <Button className="min-h-7 px-2 py-0.5" onClick={() => desk.operate(toPlainSet(document, slot.id, round))}>
              First part alone
            </Button>
          ) : null}
        </div>
      )}
      {set.segments.length > 1 ? (
        <section>
          <h3 className="font-bold">Straight on</h3>
          <ol>
            {set.segments.slice(1).map((part) => (
              <li key={part.id}>
                {amountFigure(slot, set, part, computed.resolved.loads.get(part.id))} ×{" "}
                {loadFigure(computed.resolved.loads.get(part.id))}
                {part.restBeforeSeconds > 0 ? (
                  <span className="text-quiet"> after {part.restBeforeSeconds} s</span>
                ) : null}
              </li>
            ))}
          </ol>
        </section>
      ) : null}
      <Alternatives
        catalogue={desk.catalogue}
        locked={desk.locked}
        blockId={entryAt(blocks, blockIndex).id}
        slotId={slot.id}
        exerciseId={exercise.id}
        loadKg={load?.kg ?? null}
      />
      {exercise.cues.length > 0 || slot.cues.length > 0 ? (
        <p className="text-quiet">{[...slot.cues, ...exercise.cues].join("; ")}</p>
      ) : null}
    </aside>
  );
}

/** The day that the rule goes by, where the last one does not count for it. */
function CountedFrom({ next, log }: { next: NextPrescription | undefined; log: LiftLog | undefined }) {
  const { shortDate } = useDates();
  const last = log?.exposures.at(-1);
  if (!next || !last || last.date === next.basedOn.date) return null;
  return (
    <li className="text-quiet">
      Last time is {shortDate(next.basedOn.date)}: {shortDate(last.date)} (
      {last.purpose === "training" ? "asked something else" : PURPOSE_WORDS[last.purpose]}) does not count for the rule.
    </li>
  );
}

/** How a lift goes from week to week. */
const RuleChoice = memo(function RuleChoice({
  slotId,
  kind,
  locked,
}: {
  slotId: string;
  kind: RuleKind;
  locked: boolean;
}) {
  const desk = useDeskStore();
  return (
    <label className="flex flex-col gap-1">
      <span className="font-bold">Progression rule</span>
      <Select
        className="w-full"
        value={kind}
        disabled={locked}
        onChange={chosen(RULE_NAMES, (next) => desk.getState().setRule(slotId, newRule(next)))}
      >
        {optionsOf(RULE_NAMES)}
      </Select>
    </label>
  );
});

/** The partner's loads of a lift, round by round. */
const partnersLoads = ({ view, computed }: Partner, { id }: Slot): number[] =>
  (slotById(view.document, id)?.sets ?? []).flatMap((set) => {
    const kg = set && computed.resolved.loads.get(firstOf(set.segments).id)?.kg;
    return kg == null ? [] : [kg];
  });

/** What a rule that lost would have asked, in a line. */
function overruledWords(reason: LoadReason, words: SentenceContext): string {
  if (reason.kind === "progress") {
    const [first] = reason.next.sets;
    return `${ruleName(reason.next.rule)} would ask ${first?.reps} at ${massWords(first?.loadKg ?? 0, words.unit)}.`;
  }
  if (reason.kind === "curve")
    return `The curve would ask ${massWords(reason.wantedKg, words.unit)} for ${decimal(reason.effectiveReps)} effective reps.`;
  return loadSentence(reason, words);
}

/** The side panel of a lift that is known by its name alone. */
function NotKnown({ slot }: { slot: Slot }) {
  const desk = useWholeDesk();
  const { name } = exerciseOrThrow(desk.catalogue, slot.exerciseId);
  return (
    <aside id="why" tabIndex={-1} aria-label="Why this load" className="bg-surface p-4">
      <UnknownLift
        name={name}
        onTake={(taken) => {
          const found = findExercise(desk.catalogue, taken)?.exercise;
          if (found) desk.operate(swapExercise(desk.document, slot.id, found));
        }}
        onLeave={null}
      />
      <p className="mt-2 text-quiet">{UNKNOWN_SAYS}</p>
    </aside>
  );
}
