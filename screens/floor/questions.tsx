"use client";
import type { AnswerChoice, FloorQuestion } from "@/views";
import type { Floor } from "./use-floor";

/** What to do next after sets that differed from what was asked: taken or left with one tap, both logged. */
export function Questions({ floor, questions }: { floor: Floor; questions: readonly FloorQuestion[] }) {
  const choose = async ({ advice, isTaken }: AnswerChoice) => {
    if (floor.mayCommit()) await floor.log({ kind: "advice", advice, taken: isTaken });
  };
  return questions.map(({ slotId, name, why, choices }) => (
    <section key={slotId} aria-label={`${name}: what next`} className="flex flex-col gap-2">
      <p className="text-lg">
        <strong>{name}:</strong> {why}
      </p>
      {choices.map((choice, index) => (
        <ChoiceButton key={choice.advice.kind} isFirst={index === 0} {...choice} onTake={() => choose(choice)} />
      ))}
    </section>
  ));
}

export function ChoiceButton({
  title,
  detail,
  isFirst = false,
  onTake,
}: {
  title: string;
  detail: string;
  isFirst?: boolean;
  onTake: () => void;
}) {
  return (
    <button
      type="button"
      onClick={onTake}
      className={`min-h-[56px] rounded-lg border px-3.5 py-1.5 text-left leading-tight ${isFirst ? "border-transparent bg-[var(--floor-plan)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
    >
      <span className="block text-lg font-bold">{title}</span>
      {detail ? <span className={isFirst ? "" : "text-[var(--floor-quiet)]"}>{detail}</span> : null}
    </button>
  );
}
