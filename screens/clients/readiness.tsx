"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { GENERAL_NOTICE, READINESS_QUESTIONS, type ReadinessQuestionId, readinessSentence } from "@/core";
import { callApi, replySentence } from "@/device/api";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";

/** The readiness statement, and the clearance that a blocking answer waits for. */
export function Readiness({ view }: { view: ClientView }) {
  const { fullDate } = useDates();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [yes, setYes] = useState<ReadonlySet<ReadinessQuestionId>>(new Set(view.statement?.yes ?? []));
  const [by, setBy] = useState("");
  const [problem, setProblem] = useState<string | null>(null);

  async function keep(asked: ReturnType<typeof callApi<"clients.stateReadiness" | "clients.recordClearance">>) {
    const reply = await asked;
    if (reply.kind !== "ok") return setProblem(replySentence(reply));
    setProblem(null);
    setOpen(false);
    setBy("");
    router.refresh();
  }

  return (
    <section>
      <h2 className="mb-1 font-bold">Readiness</h2>
      <p>{readinessSentence(view.readiness, view.name)}</p>
      {view.clearance ? (
        <p className="text-quiet">
          Cleared {fullDate(view.clearance.date)}: {view.clearance.by}
        </p>
      ) : null}
      <div className="mt-2 flex flex-col gap-2">
        {view.readiness.kind === "blocked" ? (
          <form
            className="flex flex-col gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (view.statement)
                void keep(callApi("clients.recordClearance", { clientId: view.id, seen: view.statement, by }));
            }}
          >
            <TextField
              label="Clearance by"
              hint="A licensed professional or a guardian, and what for."
              value={by}
              onChange={(event) => setBy(event.target.value)}
              error={problem}
            />
            <Button type="submit" kind="main" className="self-start">
              Record clearance
            </Button>
          </form>
        ) : null}
        <Button className="self-start" onClick={() => setOpen(true)}>
          {view.statement ? "Ask again" : "Ask the health questions"}
        </Button>
      </div>
      <Sheet open={open} onOpenChange={setOpen} title="Health questions">
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void keep(callApi("clients.stateReadiness", { clientId: view.id, seen: view.statement, yes: [...yes] }));
          }}
        >
          <p>Read these out and tick what applies to {view.name} now.</p>
          {READINESS_QUESTIONS.map((question) => (
            <label key={question.id} className="flex items-start gap-2.5">
              <input
                type="checkbox"
                className="mt-0.5 size-5 accent-indigo"
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
          {problem ? <p role="alert">{problem}</p> : null}
          <Button type="submit" kind="main" className="self-start">
            Record the answers
          </Button>
        </form>
      </Sheet>
    </section>
  );
}
