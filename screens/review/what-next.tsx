"use client";
import { useRouter } from "next/navigation";
import { capitalised, type DeloadSigns, decimal, massFigure, massWords, muscleName, type PlanEdit } from "@/core";
import { weeksKey } from "@/device/weeks-key";
import { Button } from "@/ui/button";
import type { NextStep, WeeksReview, WeeksView } from "@/views";
import { signed, slopeWords } from "./trend-words";

/** What to do next, ranked, and what the test weeks measured. */
export function NextSteps({ review, view }: { review: WeeksReview; view: WeeksView }) {
  return (
    <>
      <h2 className="mb-2 text-base font-bold">What next</h2>
      {review.next.length === 0 ? (
        <p className="text-quiet">
          Too little has been logged for advice: four days of a lift over three weeks say something.
        </p>
      ) : (
        <ol className="flex flex-col gap-3">
          {review.next.map((step) => (
            <Step key={keyOf(step)} step={step} view={view} />
          ))}
        </ol>
      )}
      {review.measured.map(({ week, lifts }) => (
        <section key={week} className="mt-4">
          <h3 className="font-bold">Measured in week {week + 1}</h3>
          <ul>
            {lifts.map(({ name, fromKg, toKg }) => (
              <li key={name} className="flex justify-between gap-2 border-b border-line">
                <span>{name}</span>
                <span className="whitespace-nowrap">
                  {massFigure(fromKg, view.client.unit)} → {massWords(toKg, view.client.unit)}{" "}
                  <strong>{signed((100 * (toKg - fromKg)) / fromKg)} %</strong>
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}

const keyOf = (step: NextStep): string =>
  step.kind === "stalled" || step.kind === "moving"
    ? `${step.kind} ${step.lift.dayId} ${step.lift.slot.id}`
    : step.kind === "underBand"
      ? `under ${muscleName(step.muscle)}`
      : step.kind;

/** The signs that hold, in words. */
function signsWords({ falling, effort, soreness }: DeloadSigns): string {
  const words: string[] = [];
  if (falling.holds)
    words.push(
      `${falling.lifts.join(", ")} fell beyond ${falling.lifts.length === 1 ? "its" : "their"} noise over three days`,
    );
  if (effort.holds) words.push(`sessions feel ${decimal(effort.rise ?? 0, 1)} harder at the same load`);
  if (soreness.holds)
    words.push(
      soreness.sore > 0
        ? `sore at ${soreness.sore} of ${soreness.of} check-ins`
        : `pain in ${soreness.painful} sessions of two weeks`,
    );
  const sentence = words.join("; ");
  return `${capitalised(sentence)}.`;
}

const WAY_WORDS = {
  aSetMore: { words: "Its muscles are under their band: a set more from the next week on.", button: "Add the set" },
  lighter: { words: "Its sets end at nothing in reserve: 7.5 % lighter for a week, then on.", button: "Go lighter" },
  otherRule: { words: "Sets and reserve are in order: let the reserve steer the load.", button: "Change the rule" },
} as const;

/** A step that can be taken goes to the weeks as a change that is not kept yet, so that what follows from it is seen first. */
function Step({ step, view }: { step: NextStep; view: WeeksView }) {
  const router = useRouter();
  const see = ({ edits }: { readonly edits: readonly PlanEdit[] }) => {
    if (!view.plan) return;
    localStorage.setItem(weeksKey(view.plan.id), JSON.stringify({ edits }));
    router.push(`/weeks?for=${view.client.id}&plan=${view.plan.id}`);
  };
  switch (step.kind) {
    case "fewSessions":
      return (
        <li className="border-l-4 border-indigo pl-3">
          <p className="font-semibold">
            {step.done} of {step.planned} sessions kept in four weeks
          </p>
          <p>
            Fewer or shorter ones rather than a deload
            {step.leaves.length > 0 ? `: ${step.leaves.join(", ")} would be left.` : "."}
          </p>
          {step.edits.length > 0 ? <Button onClick={() => see(step)}>A day fewer</Button> : null}
        </li>
      );
    case "deload":
      return (
        <li className="border-l-4 border-indigo pl-3">
          <p className="font-semibold">A deload in week {step.week + 1}</p>
          <p>{signsWords(step.signs)}</p>
          <Button onClick={() => see(step)}>Put it in</Button>
        </li>
      );
    case "comeback":
      return (
        <li className="border-l-4 border-indigo pl-3">
          <p className="font-semibold">{step.weeksOff} weeks without a session</p>
          <p>The rules cut the loads; a week with fewer sets and more in reserve leads back in.</p>
          <Button onClick={() => see(step)}>A week to come back in</Button>
        </li>
      );
    case "stalled":
      return (
        <li className="border-l-4 border-indigo pl-3">
          <p className="font-semibold">{step.lift.name} stands still</p>
          <p>{WAY_WORDS[step.way].words}</p>
          {step.edits.length > 0 ? <Button onClick={() => see(step)}>{WAY_WORDS[step.way].button}</Button> : null}
        </li>
      );
    case "underBand":
      return (
        <li className="border-l-4 border-indigo pl-3">
          <p className="font-semibold">More sets for the {muscleName(step.muscle)}</p>
          <p>
            {decimal(step.sets, 1)} hard sets a week, band {decimal(step.low)} to {decimal(step.high)}, and they come
            first.
          </p>
        </li>
      );
    case "moving":
      return (
        <li className="border-l-4 border-indigo pl-3">
          <p className="font-semibold">{step.lift.name} moves</p>
          <p>{slopeWords(step.lift.trend)}: on as it is.</p>
        </li>
      );
  }
}
