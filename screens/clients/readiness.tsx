"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import * as yup from "yup";
import { GENERAL_NOTICE, READINESS_QUESTIONS, type ReadinessQuestionId, readinessSentence } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";

/** The readiness statement, and the clearance that a blocking answer waits for. */
export function Readiness({ view }: { view: ClientView }) {
  const { fullDate } = useDates();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [yes, setYes] = useState<ReadonlySet<ReadinessQuestionId>>(new Set(view.statement?.yes ?? []));
  const state = useApiMutation(
    () => callApi("clients.stateReadiness", { clientId: view.id, seen: view.statement, yes: [...yes] }),
    () => {
      setOpen(false);
      router.refresh();
    },
  );

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
        {view.readiness.kind === "blocked" ? <Clearance view={view} /> : null}
        <Button className="self-start" onClick={() => setOpen(true)}>
          {view.statement ? "Ask again" : "Ask the health questions"}
        </Button>
      </div>
      <Sheet open={open} onOpenChange={setOpen} title="Health questions">
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            state.mutate();
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
          {state.error ? <p role="alert">{state.error.message}</p> : null}
          <Button type="submit" kind="main" className="self-start" disabled={state.isPending}>
            Record the answers
          </Button>
        </form>
      </Sheet>
    </section>
  );
}

const CLEARANCE = yup.object({ by: yup.string().trim().required("Who cleared it, and what for.").max(300) });

/** The clearance that a blocking answer waits for. */
function Clearance({ view }: { view: ClientView }) {
  const router = useRouter();
  const form = useCheckedForm({
    schema: CLEARANCE,
    typed: { by: "" },
    send: async ({ by }) => {
      if (!view.statement) return null;
      const reply = await callApi("clients.recordClearance", { clientId: view.id, seen: view.statement, by });
      if (reply.kind !== "ok") return { ...problemOf(reply), field: "by" };
      router.refresh();
      return null;
    },
  });
  return (
    <Form form={form} className="flex flex-col gap-2">
      <TextField
        label="Clearance by"
        hint="A licensed professional or a guardian, and what for."
        {...form.field("by")}
      />
      <Button type="submit" kind="main" className="self-start" disabled={form.isBusy}>
        Record clearance
      </Button>
    </Form>
  );
}
