"use client";
import { useMemo, useState } from "react";
import { needId } from "@/core";
import { type Day, type Deciding, useMinute, useToday } from "@/device/today";
import { useMayPlan } from "@/parts/duty";
import { useDates } from "@/parts/region";
import { useActions } from "@/ui/actions";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import { Select } from "@/ui/select";
import { useLatest } from "@/ui/use-latest";
import { type NeedLine, needWords, type TodayView } from "@/views";
import { ComingDays } from "./coming";
import { DayHours } from "./hours";
import { Needs } from "./needs";
import { TodayFooter } from "./today-footer";

/**
 * The coach's first page: today along the hours, the coming week of everybody, and what needs a decision; where a client is
 * named, what is to be decided of them has the focus.
 */
export function TodayScreen({
  first,
  nowMinute,
  clientId = null,
}: {
  first: TodayView;
  nowMinute: number;
  clientId?: string | null;
}) {
  const all = useToday(first);
  const mayPlan = useMayPlan();
  const [coachId, setCoachId] = useState<string | null>(null);
  const day = useMemo(() => ofCoach(all, coachId), [all, coachId]);
  const { view, needs } = day;
  const minute = useMinute(nowMinute);
  const { longDate } = useDates();
  const sessions = view.clients.flatMap(({ today }) => today);
  const unsent = needs.filter(({ need }) => need.rule === "unsent");
  useActions(
    useLatest(() =>
      unsent.length > 0 && mayPlan
        ? [{ name: `Send ${unsent.length} unsent`, run: () => void day.decide(unsent, sent) }]
        : [],
    ),
  );
  return (
    <main className="flex min-h-dvh flex-col">
      <PageHeader
        title="Today"
        about={`${longDate(view.today)} · ${sessions.length === 0 ? "no session" : sessionCount(sessions.length)}`}
        actions={
          unsent.length > 0 && mayPlan ? (
            <Button kind="main" onClick={() => void day.decide(unsent, sent)}>
              Send {unsent.length} unsent
            </Button>
          ) : null
        }
      >
        {view.team.length > 1 ? (
          <Select
            aria-label="Whose clients"
            value={coachId ?? ""}
            onChange={(event) => setCoachId(event.target.value || null)}
          >
            <option value="">All clients</option>
            {view.team.map(({ id, name }) => (
              <option key={id} value={id}>
                {name.split(" ")[0]}’s clients
              </option>
            ))}
          </Select>
        ) : null}
      </PageHeader>
      <div className="grid flex-1 lg:grid-cols-[minmax(0,1fr)_29rem] lg:grid-rows-[auto_1fr]">
        <div className="min-w-0 px-4 pt-4 pb-8">
          {view.clients.length === 0 ? (
            <div className="border-y border-line py-12 text-center">
              <p className="text-lg font-semibold">No clients yet.</p>
              <p className="text-quiet">
                Their sessions of the day, the coming week and what needs you will stand here.{" "}
                <PageLink href="/clients" className="text-indigo underline underline-offset-2">
                  Add the first one
                </PageLink>
              </p>
            </div>
          ) : (
            <DayHours view={view} nowMinute={minute} />
          )}
        </div>
        <section aria-labelledby="needs-you" className="border-line bg-surface px-5 py-4 lg:row-span-2 lg:border-l">
          <h2 id="needs-you" className="mb-2 text-lg font-bold">
            Needs you{needs.length > 0 ? ` · ${needs.length}` : ""}
          </h2>
          {day.problem ? (
            <Notice kind="block" className="mb-2">
              {day.problem}
            </Notice>
          ) : null}
          {day.notes.map((note) => (
            <Notice key={note} kind="warn" className="mb-2">
              {note}
            </Notice>
          ))}
          {mayPlan ? <Needs day={day} clientId={clientId} /> : <NeedsToSee view={view} />}
        </section>
        {view.clients.length > 0 ? (
          <div className="min-w-0 px-4 pt-4 pb-6 lg:pt-0">
            <ComingDays day={day} />
          </div>
        ) : null}
      </div>
      {view.clients.length > 0 ? <TodayFooter view={view} /> : null}
    </main>
  );
}

/** The day of one coach's clients, and of those who are everybody's; null: of all. */
function ofCoach(day: Day, coachId: string | null): Day {
  if (coachId === null) return day;
  const clients = day.view.clients.filter((one) => one.coachId === coachId || one.coachId === null);
  const ids = new Set(clients.map(({ id }) => id));
  const needs = day.needs.filter(({ clientId }) => ids.has(clientId));
  return { ...day, view: { ...day.view, clients, needs }, needs };
}

/** What needs a coach, for who may not decide it. */
function NeedsToSee({ view }: { view: TodayView }) {
  const dates = useDates();
  return (
    <>
      <p className="mb-2 text-quiet">
        {view.needs.length === 0 ? "Nothing needs a decision." : "For a coach to decide."}
      </p>
      <ul className="flex flex-col gap-2">
        {view.needs.map(({ clientId, clientName, need }) => {
          const { title, why } = needWords(need, clientName, view.today, dates);
          return (
            <li key={`${clientId} ${needId(need)}`} className="border-l-4 border-rule pl-3">
              <p className="font-bold">
                {clientName.split(" ")[0]}: {title}
              </p>
              <p className="text-quiet">{why}</p>
            </li>
          );
        })}
      </ul>
    </>
  );
}

const sessionCount = (count: number): string => (count === 1 ? "1 session" : `${count} sessions`);

const sent = ({ need, proposals }: NeedLine): Deciding => {
  const send = proposals.find((one) => one.kind === "send")?.session;
  const title = need.rule === "unsent" ? need.session.title : "";
  return { what: "done", words: `${title || "The session"}: sent`, until: null, ...(send && { send }) };
};
