"use client";
import { clsx } from "clsx";
import { useRouter } from "next/navigation";
import { Popover } from "radix-ui";
import { useDeferredValue, useMemo, useState } from "react";
import { type Caution, cautionsOf, type SessionView } from "@/contract";
import { decimal, formatClock, frequencyOf, type TrainingAge } from "@/core";
import { ask, replySentence } from "@/device/api";
import { MuscleBand } from "@/parts/muscle-band";
import { Button } from "@/ui/button";
import type { Desk } from "./use-desk";

/** The session's figures, each muscle's week against its band, and cautions that name their place. */
export function Foot({ view, desk }: { view: SessionView; desk: Desk }) {
  const { document, computed } = desk;
  const { totals } = computed;
  // Judged once for a change, document and figures together, and after the figures while somebody types.
  const settled = useDeferredValue(useMemo(() => ({ view, document, computed }), [view, document, computed]));
  const cautions = useMemo(() => cautionsOf(settled.view, settled.document, settled.computed), [settled]);
  const grave = cautions.filter((caution) => caution.severity !== "note");
  const open = cautions.filter((caution) => caution.key !== null && !view.reasons[caution.key]);
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
      {cautions.length > 0 ? (
        <Popover.Root>
          <Popover.Trigger
            className={clsx(
              "ml-auto min-h-8 rounded-[3px] border border-ground px-3 font-semibold",
              open.length > 0
                ? "border-2 bg-walnut text-onwalnut"
                : grave.length > 0
                  ? "bg-weld-fill text-walnut"
                  : "text-onwalnut",
            )}
          >
            {open.length > 0 ? `■ ${open.length} blocked · ` : ""}
            {countWords(grave.length - open.length, cautions.length - grave.length)}
            {cautions[0] && cautions[0].remedies.length > 0 ? (
              <span className="narrow ml-2 font-normal max-[1350px]:hidden">
                {cautions[0].place}: {cautions[0].words}
              </span>
            ) : null}
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              aria-label="Cautions and notes"
              side="top"
              align="end"
              sideOffset={8}
              className="z-40 max-h-[60vh] w-96 overflow-y-auto border-2 border-walnut bg-ground p-4 text-walnut"
            >
              <h2 className="mb-2 font-bold">Cautions</h2>
              <ul className="flex flex-col gap-2">
                {cautions.map((caution, index) => (
                  <CautionLine key={caution.key ?? index} caution={caution} desk={desk} view={view} />
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

function countWords(cautions: number, notes: number): string {
  const words = [];
  if (cautions > 0 || notes === 0) words.push(cautions === 1 ? "1 caution" : `${cautions} cautions`);
  if (notes > 0) words.push(notes === 1 ? "1 note" : `${notes} notes`);
  return words.join(" · ");
}

/** The coach's reason for passing a block, kept with the session. */
function ReasonField({ view, keyOf, locked }: { view: SessionView; keyOf: string; locked: boolean }) {
  const router = useRouter();
  const recorded = view.reasons[keyOf] ?? "";
  const [typed, setTyped] = useState(recorded);
  const [message, setMessage] = useState<string | null>(null);
  if (locked) return recorded ? <p className="italic">{recorded}</p> : null;
  return (
    <form
      className="mt-1 flex flex-wrap gap-2"
      onSubmit={async (event) => {
        event.preventDefault();
        const reply = await ask("sessions.recordReason", { sessionId: view.sessionId, key: keyOf, reason: typed });
        setMessage(reply.kind === "ok" ? null : replySentence(reply));
        if (reply.kind === "ok") router.refresh();
      }}
    >
      <input
        aria-label="Why it is all right here"
        placeholder="why it is all right here"
        value={typed}
        maxLength={500}
        onChange={(event) => setTyped(event.target.value)}
        className="min-w-0 flex-1 rounded-[3px] border border-rule bg-cloth px-2 py-0.5 text-walnut"
      />
      <Button type="submit" className="min-h-7 bg-ground px-2 py-0.5" disabled={typed.trim() === recorded}>
        {recorded ? "Change" : "Record"}
      </Button>
      {message ? <p role="alert">{message}</p> : null}
    </form>
  );
}

const SEVERITY_CLASS = {
  block: "bg-walnut p-2 text-onwalnut",
  warn: "border-l-4 border-weld-fill pl-3",
  note: "border-l-4 border-thread pl-3",
} as const;

function CautionLine({ caution, desk, view }: { caution: Caution; desk: Desk; view: SessionView }) {
  return (
    <li className={SEVERITY_CLASS[caution.severity]}>
      {caution.severity === "block" ? <span aria-hidden>■ </span> : null}
      <strong>{caution.place}</strong> {caution.words}
      {caution.key ? <ReasonField view={view} keyOf={caution.key} locked={desk.locked} /> : null}
      {caution.remedies.length > 0 && !desk.locked ? (
        <span className="mt-1 flex flex-wrap gap-2">
          {caution.remedies.map((remedy) => (
            <Button
              key={remedy.name}
              className="min-h-7 px-2 py-0.5"
              onClick={() => desk.operate(remedy.operation(desk.document))}
            >
              {remedy.name}
            </Button>
          ))}
        </span>
      ) : null}
    </li>
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
