"use client";
import { useMutation } from "@tanstack/react-query";
import { clsx } from "clsx";
import { useRouter } from "next/navigation";
import type { KeyboardEvent, ReactNode } from "react";
import type { Dates } from "@/core";
import { PageLink } from "@/ui/page-link";
import type { PlannedLine } from "@/views";

type Place = Pick<PlannedLine, "sessionId" | "place">;

interface PlannedLinkProps {
  readonly line: Place;
  /** The page of a session, by its id. */
  readonly hrefOf: (sessionId: string) => string;
  /** The id of the session; where only its plan has it so far, its row in the database is created first. */
  readonly open: (line: Place) => Promise<{ readonly sessionId: string }>;
  readonly className?: string;
  readonly onKeyDown?: (event: KeyboardEvent) => void;
  readonly children: ReactNode;
}

/** The way to a session that is planned: a link where somebody opened it before, else a button that opens it. */
export function PlannedLink({ line, hrefOf, open, className, onKeyDown, children }: PlannedLinkProps) {
  const router = useRouter();
  const opening = useMutation({
    mutationFn: open,
    onSuccess: ({ sessionId }) => router.push(hrefOf(sessionId)),
  });
  if (line.sessionId !== null)
    return (
      <PageLink href={hrefOf(line.sessionId)} className={clsx("py-0.5", className)} onKeyDown={onKeyDown}>
        {children}
      </PageLink>
    );
  return (
    <>
      <button
        type="button"
        onKeyDown={onKeyDown}
        disabled={opening.isPending || opening.isSuccess}
        onClick={() => opening.mutate(line)}
        className={clsx("py-0.5 text-left", className)}
      >
        {children}
      </button>
      {opening.error ? <span role="alert"> {opening.error.message}</span> : null}
    </>
  );
}

/** Whether sets that were asked were not made. */
export const isEndedEarly = (summary: PlannedLine["summary"]): summary is NonNullable<PlannedLine["summary"]> =>
  summary !== null && summary.sets < summary.plannedSets;

/** How far a session has come, as a coach says it. */
export function stateWords(
  {
    state,
    otherDate,
    isAway,
    isEmpty,
    summary,
  }: Pick<PlannedLine, "state" | "otherDate" | "isAway" | "isEmpty" | "summary">,
  { shortDate }: Dates,
): string {
  const from = otherDate === null || state === "moved" ? "" : `, moved from ${shortDate(otherDate)}`;
  switch (state) {
    case "planned":
      return `planned${from}`;
    case "opened":
      return `${isEmpty ? "empty" : "not sent"}${from}`;
    case "sent":
      return `sent${from}`;
    case "seen":
      return `seen${from}`;
    case "begun":
      return summary && summary.sets > 0 ? `under way, ${summary.sets} of ${summary.plannedSets}` : "under way";
    case "done":
      return isEndedEarly(summary) ? `ended after ${summary.sets} of ${summary.plannedSets}` : "done";
    case "missed":
      return "missed";
    case "moved":
      return `moved to ${shortDate(otherDate!)}`;
    case "leftOut":
      return isAway ? "away" : "left out";
  }
}
