"use client";
import type { SessionView } from "@/contract";
import {
  allBlocks,
  type Build,
  basisSentence,
  blockLetter,
  buildableLoads,
  buildSentence,
  curveKg,
  decimal,
  exerciseOrThrow,
  isBodyweight,
  loadSentence,
  nextSentence,
  type ProgressionRule,
  ruleName,
  SHIPPED_CATALOGUE,
  slotLabels,
  suggestedRule,
  targetsOf,
  tempoInForce,
  tempoPhases,
  toDropSet,
  toKg,
  toPlainSet,
  type Weight,
} from "@/core";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import type { Desk } from "./use-desk";
import { amountFigure, loadFigure } from "./words";

/** Why this load: the figure, its reasons, the build, the tempo, what is likely in reserve, the rule for next time. */
export function Why({ desk, view }: { desk: Desk; view: SessionView }) {
  const { selection, document, computed } = desk;
  const blocks = allBlocks(document);
  const blockIndex = blocks.findIndex((block) => block.slots.some((slot) => slot.id === selection?.slotId));
  const slot = blocks[blockIndex]?.slots.find((one) => one.id === selection?.slotId);
  const set = selection && slot?.sets[selection.round];
  if (!slot || !set) {
    return (
      <aside id="why" tabIndex={-1} aria-label="Why this load" className="bg-cloth p-4 text-quiet">
        <p>Choose a set: its load, the reasons for it, and how to build it stand here.</p>
      </aside>
    );
  }
  const segment = set.segments[0]!;
  const load = computed.resolved.loads.get(segment.id);
  const exercise = exerciseOrThrow(SHIPPED_CATALOGUE, segment.exerciseId ?? slot.exerciseId);
  const labels = slotLabels(document);
  const record = computed.records.get(slot.lineage);
  const rule = desk.rules[slot.id] ?? suggestedRule(targetsOf(slot));
  const next = computed.resolved.progress.get(slot.id);
  const figure = loadFigure(slot, segment, load);
  const usesProgress = load?.reasons.some((reason) => reason.kind === "progress");
  const moved = load?.kg != null ? curveKg(exercise, load.kg, view.bodyMassKg, view.settings) : null;
  const buildable = buildableLoads(exercise, view.gym.equipment).length;
  return (
    <aside
      id="why"
      tabIndex={-1}
      aria-label="Why this load"
      className="flex flex-col gap-3.5 overflow-y-auto bg-cloth p-4"
    >
      <div>
        <p className="narrow text-quiet">
          {blockLetter(blockIndex)} · round {selection.round + 1}
        </p>
        <h2 className="text-base leading-tight font-bold">{exercise.name}</h2>
      </div>
      <p className="flex items-baseline gap-2">
        <span className="text-[2.6rem] leading-none font-bold tracking-tight">{figure}</span>
        <span className="text-quiet">
          {figure !== "?" && figure !== "body" ? `${load?.weight?.unit}${isBodyweight(exercise) ? ", " : " "}` : ""}
          {isBodyweight(exercise) && moved !== null ? `${decimal(moved, 1)} kg moved` : basisSentence(exercise)}
        </span>
      </p>
      <ul className="flex flex-col gap-1.5 border-l-2 border-thread pl-3">
        {load?.reasons.map((reason, index) => (
          <li key={index} className={index === 0 ? "-ml-[14px] border-l-2 border-indigo pl-3 font-semibold" : ""}>
            {loadSentence(reason, { catalogue: SHIPPED_CATALOGUE, labels })}
          </li>
        ))}
        {record?.e1rmKg ? (
          <li className="text-quiet">
            e1RM <strong className="text-walnut">{decimal(record.e1rmKg, 1)}</strong> kg, {record.bandKg?.[0]} to{" "}
            {record.bandKg?.[1]}, {record.estimates.length} {record.estimates.length === 1 ? "day" : "days"}
          </li>
        ) : null}
      </ul>
      {load?.build ? (
        <section>
          <h3 className="font-bold">To build it</h3>
          <p>{buildSentence(load.build)}</p>
          <Sleeve build={load.build} />
        </section>
      ) : buildable === 0 ? (
        <p className="border border-weld bg-weld-tint px-2 py-1">{view.gym.name} has nothing to load this lift with.</p>
      ) : null}
      <TempoCurve phases={tempoPhases(tempoInForce(set.segments, 0), view.settings)} assumed={segment.tempo === null} />
      <section>
        <h3 className="font-bold">
          Likely in reserve{" "}
          <span className="narrow font-normal text-quiet">
            fresh{segment.rir ? `, asked ${decimal((segment.rir.low + segment.rir.high) / 2)}` : ""}
          </span>
        </h3>
        <ol className="mt-1 flex gap-2">
          {slot.sets.map((one, round) => {
            const likely = one ? computed.resolved.loads.get(one.segments[0]!.id)?.expectedRir : null;
            return (
              <li
                key={round}
                className={round === selection.round ? "border-b-2 border-indigo px-1 font-bold" : "px-1"}
              >
                {likely === null || likely === undefined ? "–" : likely < 0 ? `${-likely} short` : decimal(likely)}
              </li>
            );
          })}
        </ol>
      </section>
      {targetsOf(slot).length > 0 ? (
        <section>
          <label className="flex items-baseline justify-between gap-2">
            <span className="font-bold">From week to week</span>
            <select
              className="rounded-[3px] border border-rule bg-ground px-1.5 py-1"
              value={rule.kind}
              disabled={desk.locked}
              onChange={(event) =>
                desk.setRule(slot.id, { kind: event.target.value as ProgressionRule["kind"], stepKg: null })
              }
            >
              <option value="loadFirst">{ruleName({ kind: "loadFirst", stepKg: null })}</option>
              <option value="doubleProgression">{ruleName({ kind: "doubleProgression", stepKg: null })}</option>
            </select>
          </label>
          {next && !usesProgress ? (
            <p className="mt-1 text-quiet">
              The rule would say: {next.sets.map((one) => `${one.reps} × ${decimal(one.loadKg)}`).slice(0, 1)} kg.{" "}
              {nextSentence(next)}
            </p>
          ) : null}
        </section>
      ) : null}
      {desk.locked ? null : (
        <div className="flex flex-wrap gap-2">
          <Button
            className="min-h-7 px-2 py-0.5"
            onClick={() => desk.operate(toDropSet(document, slot.id, selection.round, 1, 20, newId))}
          >
            Add a drop
          </Button>
          {set.segments.length > 1 ? (
            <Button
              className="min-h-7 px-2 py-0.5"
              onClick={() => desk.operate(toPlainSet(document, slot.id, selection.round))}
            >
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
                {loadFigure(slot, part, computed.resolved.loads.get(part.id))}
                {part.restBeforeSeconds > 0 ? (
                  <span className="text-quiet"> after {part.restBeforeSeconds} s</span>
                ) : null}
              </li>
            ))}
          </ol>
        </section>
      ) : null}
      {exercise.cues.length > 0 || slot.cues.length > 0 ? (
        <p className="text-quiet">{[...slot.cues, ...exercise.cues].join("; ")}</p>
      ) : null}
    </aside>
  );
}

/** One sleeve from the collar out, plates to scale by weight. */
function Sleeve({ build }: { build: Build }) {
  const plates: readonly Weight[] =
    build.kind === "bar" || build.kind === "sled" ? build.perSide : build.kind === "belt" ? build.plates : [];
  if (plates.length === 0) return null;
  let x = 16;
  return (
    <svg
      width={150}
      height={58}
      role="img"
      aria-label={`${plates.map((plate) => plate.amount).join(", ")} from the inside out`}
      className="mt-1"
    >
      <rect x={0} y={26} width={150} height={6} fill="var(--color-rule)" />
      <rect x={10} y={20} width={5} height={18} fill="var(--color-walnut)" />
      {plates.map((plate, index) => {
        const kg = toKg(plate);
        const height = 18 + Math.min(36, 9 * Math.sqrt(kg) * 0.85);
        const width = kg >= 10 ? 13 : 9;
        const at = x;
        x += width + 2;
        return (
          <g key={index}>
            <rect x={at} y={29 - height / 2} width={width} height={height} fill="var(--color-indigo)" rx={1.5} />
            <text
              x={at + width / 2}
              y={32}
              textAnchor="middle"
              fontSize={8}
              fontWeight={700}
              className="narrow"
              fill="var(--color-ground)"
            >
              {plate.amount}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

const PHASE_WORDS = { lower: "lower", bottom: "pause", lift: "lift", top: "squeeze" } as const;

function TempoCurve({ phases, assumed }: { phases: ReturnType<typeof tempoPhases>; assumed: boolean }) {
  const total = phases.reduce((sum, phase) => sum + phase.seconds, 0);
  let x = 2;
  let y = 8;
  let path = `M${x} ${y}`;
  const marks: { x: number; words: string }[] = [];
  for (const phase of phases) {
    const to = x + (phase.seconds / total) * 216;
    const next = phase.name === "lower" ? 34 : phase.name === "lift" ? 8 : y;
    path += `C${(x + to) / 2} ${y} ${(x + to) / 2} ${next} ${to} ${next}`;
    marks.push({ x: (x + to) / 2, words: `${PHASE_WORDS[phase.name]} ${decimal(phase.seconds, 1)}` });
    x = to;
    y = next;
  }
  return (
    <section>
      <h3 className="font-bold">
        Tempo{" "}
        <span className={`narrow font-normal text-quiet ${assumed ? "assumed" : ""}`}>
          {assumed ? "assumed, 3 s a rep" : `${decimal(total)} s a rep`}
        </span>
      </h3>
      <svg width={222} height={56} role="img" aria-label={marks.map((mark) => mark.words).join(", ")}>
        <path
          d={path}
          fill="none"
          stroke="var(--color-indigo)"
          strokeWidth={2.2}
          strokeDasharray={assumed ? "3 3" : undefined}
        />
        {marks.map((mark, index) => (
          <text
            key={index}
            x={mark.x}
            y={51}
            textAnchor="middle"
            fontSize={10.5}
            className="narrow"
            fill="var(--color-quiet)"
          >
            {mark.words}
          </text>
        ))}
      </svg>
    </section>
  );
}
