"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { GENERAL_NOTICE, READINESS_QUESTIONS, type ReadinessQuestionId, type ReadinessStatement } from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { Button } from "@/ui/button";

/** The health questions: what is ticked applies now. A new statement puts an older clearance out of force. */
export function HealthQuestions({
  clientId,
  seen,
  intro,
  onDone,
}: {
  clientId: string;
  /** The statement that was on the screen. */
  seen: ReadinessStatement | null;
  intro: string;
  onDone?: () => void;
}) {
  const router = useRouter();
  const [yes, setYes] = useState<ReadonlySet<ReadinessQuestionId>>(new Set(seen?.yes ?? []));
  const state = useApiMutation(
    () => callApi("clients.stateReadiness", { clientId, seen, yes: [...yes] }),
    () => {
      onDone?.();
      router.refresh();
    },
  );
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        state.mutate();
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
      {state.error ? <p role="alert">{state.error.message}</p> : null}
      {state.isSuccess ? <p role="status">Your answers are recorded.</p> : null}
      <Button type="submit" kind="main" className="self-start" disabled={state.isPending}>
        {yes.size === 0 ? "None of these applies" : "Record the answers"}
      </Button>
    </form>
  );
}
