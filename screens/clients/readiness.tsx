"use client";
import { useRouter } from "next/navigation";
import * as yup from "yup";
import { readinessSentence } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { useHealthAnswers } from "@/device/health";
import { HealthQuestions } from "@/parts/health-questions";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";
import type { OpenSheet } from "./open-sheet";

/** The readiness statement, and the clearance that a blocking answer waits for. */
export function Readiness({ view, onOpen }: { view: ClientView; onOpen: OpenSheet | null }) {
  const { fullDate } = useDates();
  return (
    <section>
      <h2 className="mb-1 font-bold">Readiness</h2>
      <p>{readinessSentence(view.readiness, view.name)}</p>
      {view.clearance ? (
        <p className="text-quiet">
          Cleared {fullDate(view.clearance.date)}: {view.clearance.by}
        </p>
      ) : null}
      {onOpen ? (
        <div className="mt-2 flex flex-col gap-2">
          {view.readiness.kind === "blocked" ? <Clearance view={view} /> : null}
          <Button className="self-start" onClick={() => onOpen("health")}>
            {view.statement ? "Ask again" : "Ask the health questions"}
          </Button>
        </div>
      ) : null}
    </section>
  );
}

export function HealthSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  const record = useHealthAnswers({ clientId: view.id, seen: view.statement }, onClose);
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Health questions">
      <HealthQuestions
        seen={view.statement}
        intro={`Read these out and tick what applies to ${view.name} now.`}
        record={record}
      />
    </Sheet>
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
        Save the clearance
      </Button>
    </Form>
  );
}
