"use client";
import { useEffect, useId, useMemo, useState } from "react";
import {
  applyEdits,
  decimal,
  formatClock,
  type LongerKind,
  type Muscle,
  type Operation,
  type ShorterKind,
} from "@/core";
import { fitWords, priceWords } from "@/parts/fit-words";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import type { TimedChange } from "@/views";
import { useAnswer } from "./use-answers";
import { useAside, useWholeDesk } from "./use-desk";

/** Ways to bring the session into a time, or to fill it: what each saves, what it costs, and how it would look. */
export function Fit({ onClose }: { onClose: () => void }) {
  const desk = useWholeDesk();
  const { document, view, computed, setPreview } = desk;
  const usual = document.capSeconds ?? view.client.minutes * 60;
  const [minutes, setMinutes] = useState(decimal(usual / 60));
  const figure = Number(minutes.replace(",", "."));
  const capSeconds = minutes.trim() !== "" && figure >= 5 && figure <= 240 ? Math.round(figure * 60) : null;
  const question = useMemo(() => (capSeconds === null ? null : { document, capSeconds }), [document, capSeconds]);
  const answered = useAnswer(useAside(), "fit", question);
  const found = question && answered.kind === "answered" ? answered.answer : null;
  // What was looked at was of the question before.
  // biome-ignore lint/correctness/useExhaustiveDependencies: at each new question
  useEffect(() => () => setPreview(null), [question, setPreview]);
  const over = capSeconds === null ? 0 : computed.totals.seconds - capSeconds;
  const words = useMemo(() => fitWords(document, desk.catalogue), [document, desk.catalogue]);
  const look = (operation: Operation) => {
    const edited = operation.ok ? applyEdits(document, operation.edits) : null;
    setPreview(edited?.ok ? edited.document : null);
  };
  const take = (operation: Operation) => {
    setPreview(null);
    desk.operate(operation);
  };
  const heading = useId();
  const ofWeek = (muscle: Muscle) =>
    (view.week.others[muscle]?.hardSets ?? 0) + (computed.totals.byMuscle.get(muscle)?.hardSets ?? 0);
  const common = { look, take, leave: () => setPreview(null) };
  return (
    <aside id="why" tabIndex={-1} aria-labelledby={heading} className="flex flex-col gap-3 bg-surface p-4">
      <div className="flex items-center justify-between gap-2">
        <h2 id={heading} className="text-base font-bold">
          Fit the time
        </h2>
        <Button className="min-h-7 px-2 py-0.5" onClick={onClose}>
          Done
        </Button>
      </div>
      <TextField
        label="Minutes there are"
        inputMode="decimal"
        value={minutes}
        error={capSeconds === null ? "Minutes between 5 and 240." : null}
        onChange={(event) => setMinutes(event.target.value)}
      />
      {capSeconds === null ? null : (
        <p>
          <strong>{formatClock(computed.totals.seconds)}</strong> is planned,{" "}
          {Math.abs(over) < 1
            ? "which is the time there is"
            : `${formatClock(Math.abs(over))} ${over > 0 ? "over" : "left"}`}
          .
        </p>
      )}
      {capSeconds !== null && answered.kind === "failed" ? (
        <p role="alert">The ways could not be worked out here. Reload the page: what is written is kept.</p>
      ) : question && found === null ? (
        <p role="status" className="text-quiet">
          Working out what each way saves…
        </p>
      ) : null}
      {found?.fit.plan ? (
        <section aria-label="All at once" className="border-l-4 border-indigo pl-3">
          <h3 className="font-bold">
            {found.fit.plan.isEnough ? "Together they bring it to" : "As far as it goes:"}{" "}
            {formatClock(found.fit.plan.seconds)}
          </h3>
          <ol className="list-decimal pl-5">
            {words.steps(found.fit.plan.steps.map(({ change }) => change)).map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          <p className="text-quiet">{priceWords(found.fit.plan.price, "shorter", ofWeek)}</p>
          <Buttons operation={found.fit.plan.operation} name="all of it" {...common} />
        </section>
      ) : null}
      {found && over > 0 && found.fit.ways.length === 0 ? (
        <p>Nothing can be made shorter without taking a muscle’s only work of the week.</p>
      ) : null}
      {found ? (
        <ul aria-label="Ways" className="flex flex-col gap-2.5">
          {(over > 0 ? found.fit.ways : []).map((way, index) => (
            <Way key={index} way={way} words={words.shorter(way.change)} ofWeek={ofWeek} {...common} />
          ))}
          {found.fill.map((way, index) => (
            <Way key={`fill ${index}`} way={way} words={words.longer(way.change)} ofWeek={ofWeek} {...common} />
          ))}
        </ul>
      ) : null}
    </aside>
  );
}

interface Acts {
  readonly look: (operation: Operation) => void;
  readonly leave: () => void;
  readonly take: (operation: Operation) => void;
}

function Way({
  way,
  words,
  ofWeek,
  ...acts
}: Acts & {
  way: TimedChange<ShorterKind | LongerKind>;
  words: string;
  ofWeek: (muscle: Muscle) => number;
}) {
  const { savedSeconds, isEnough, price, operation } = way;
  return (
    <li className="border-t border-line pt-1.5">
      <p className="flex justify-between gap-2">
        <span className="font-semibold">{words}</span>
        <span className="whitespace-nowrap font-bold">
          {savedSeconds > 0 ? "−" : "+"}
          {formatClock(Math.abs(savedSeconds))}
        </span>
      </p>
      <p className="text-quiet">
        {priceWords(price, savedSeconds > 0 ? "shorter" : "longer", ofWeek)}
        {savedSeconds > 0 && isEnough ? "; it is enough" : ""}
      </p>
      <Buttons operation={operation} name={words} {...acts} />
    </li>
  );
}

function Buttons({ operation, name, look, leave, take }: Acts & { operation: Operation; name: string }) {
  return (
    <span className="mt-1 flex gap-1.5">
      <Button
        aria-label={`Look: ${name}`}
        className="min-h-7 px-2 py-0.5"
        onClick={() => look(operation)}
        onBlur={leave}
      >
        Look
      </Button>
      <Button
        aria-label={`Do it: ${name}`}
        kind="main"
        className="min-h-7 px-2 py-0.5"
        onFocus={() => look(operation)}
        onBlur={leave}
        onClick={() => take(operation)}
      >
        Do it
      </Button>
    </span>
  );
}
