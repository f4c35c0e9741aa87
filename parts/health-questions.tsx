"use client";
import { useState } from "react";
import { GENERAL_NOTICE, READINESS_QUESTIONS, type ReadinessQuestionId, type ReadinessStatement } from "@/core";
import { Button } from "@/ui/button";

/** The health questions: what is ticked applies now. A new statement puts an older clearance out of force. */
export function HealthQuestions({
  seen,
  intro,
  record,
}: {
  /** The statement that was on the screen. */
  seen: ReadinessStatement | null;
  intro: string;
  /** How the answers are recorded. */
  record: {
    readonly mutate: (yes: readonly ReadinessQuestionId[]) => void;
    readonly isPending: boolean;
    readonly isSuccess: boolean;
    readonly error: Error | null;
  };
}) {
  const [yes, setYes] = useState<ReadonlySet<ReadinessQuestionId>>(new Set(seen?.yes ?? []));
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        record.mutate([...yes]);
      }}
    >
      <p>{intro}</p>
      {READINESS_QUESTIONS.map((question) => (
        <label key={question.id} className="flex min-h-6 items-start gap-2.5">
          <input
            type="checkbox"
            className="mt-0.5 size-5 shrink-0 accent-indigo"
            checked={yes.has(question.id)}
            onChange={(event) => {
              const next = new Set(yes);
              if (event.target.checked) next.add(question.id);
              else next.delete(question.id);
              setYes(next);
            }}
          />
          {question.text}
        </label>
      ))}
      <p className="text-quiet">{GENERAL_NOTICE}</p>
      {record.error ? <p role="alert">{record.error.message}</p> : null}
      {record.isSuccess ? <p role="status">Your answers are recorded.</p> : null}
      <Button type="submit" kind="main" className="self-start" disabled={record.isPending}>
        {yes.size === 0 ? "None of these applies" : "Save the answers"}
      </Button>
    </form>
  );
}
