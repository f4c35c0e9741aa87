"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import {
  allBlocks,
  copyBlocksFrom,
  documentForClient,
  exerciseOrThrow,
  parseSession,
  type SessionDocument,
  STARTERS,
  withoutSessionChanges,
} from "@/core";
import { newId } from "@/device/ids";
import { apiQuery } from "@/device/query";
import { TEMPLATES } from "@/device/templates";
import { useDates } from "@/parts/region";
import { TemplatePicker } from "@/parts/template-picker";
import { Button } from "@/ui/button";
import { useWholeDesk } from "./use-desk";

/** What a session can be started from: the client's last ones, what was kept, and our own of each structure. */
export function StartFrom({ onTaken }: { onTaken: () => void }) {
  const desk = useWholeDesk();
  const { document, catalogue, view } = desk;
  const [problem, setProblem] = useState<string | null>(null);
  const take = (other: SessionDocument) => {
    const refused = desk.attempt(copyBlocksFrom(document, other, newId));
    setProblem(refused);
    if (refused === null) onTaken();
  };
  const names = (other: SessionDocument) =>
    allBlocks(other)
      .flatMap(({ slots }) => slots.map(({ exerciseId }) => exerciseOrThrow(catalogue, exerciseId).name))
      .join(", ");
  return (
    <div className="flex flex-col gap-5">
      {problem ? (
        <p role="alert" className="font-semibold">
          {problem}
        </p>
      ) : null}
      <LastSessions sessionId={view.sessionId} clientName={view.client.name} onTake={take} names={names} />
      {(["session", "block"] as const).map((kind) => (
        <section key={kind} aria-label={kind === "session" ? "Sessions kept" : "Blocks kept"}>
          <h3 className="mb-1 border-b border-walnut font-bold">{kind === "session" ? "Sessions" : "Blocks"}</h3>
          <TemplatePicker
            store={TEMPLATES[kind]}
            exercises={view.exercises}
            none={`No ${kind} of yours is kept yet: the menu at its name keeps one.`}
          >
            {(template, remove) =>
              template.kind === "plan" ? null : (
                <Line
                  name={template.name}
                  about={names(template.document)}
                  onTake={() => take(documentForClient(template.document))}
                >
                  {remove}
                </Line>
              )
            }
          </TemplatePicker>
          <ul>
            {STARTERS.filter((one) => one.kind === kind).map(({ id, name, about, text }) => (
              <li key={id}>
                <Line name={name} about={about} onTake={() => take(parseSession(text, catalogue, newId).document)} />
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

/** The sessions of this client before this one, to do again: loads go on by their rules. */
function LastSessions({
  sessionId,
  clientName,
  onTake,
  names,
}: {
  sessionId: string;
  clientName: string;
  onTake: (document: SessionDocument) => void;
  names: (document: SessionDocument) => string;
}) {
  const { longDate } = useDates();
  const { data, error } = useQuery(apiQuery("sessions.before", { sessionId }));
  const past = data?.sessions ?? null;
  return (
    <section aria-label="Last time">
      <h3 className="mb-1 border-b border-walnut font-bold">{clientName} before</h3>
      {error ? <p role="alert">{error.message}</p> : null}
      {past === null && !error ? <p className="text-quiet">Looking…</p> : null}
      {past?.length === 0 ? <p className="text-quiet">This is the first session.</p> : null}
      <ul>
        {past?.map(({ id, date, title, document }) => (
          <li key={id}>
            <Line
              name={`${longDate(date)}${title ? `, ${title}` : ""}`}
              about={names(document)}
              onTake={() => onTake(withoutSessionChanges(document))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Line({
  name,
  about,
  onTake,
  children,
}: {
  name: string;
  about: string;
  onTake: () => void;
  children?: React.ReactNode;
}) {
  return (
    <div className="flex items-center justify-between gap-3 border-b border-line py-1">
      <span className="min-w-0">
        <span className="block font-semibold">{name}</span>
        <span className="block truncate text-quiet" title={about}>
          {about}
        </span>
      </span>
      <span className="flex shrink-0 gap-1.5">
        {children}
        <Button aria-label={`Take ${name}`} className="min-h-7 px-2 py-0.5" onClick={onTake}>
          Take
        </Button>
      </span>
    </div>
  );
}
