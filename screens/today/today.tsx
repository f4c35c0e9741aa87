"use client";
import Link from "next/link";
import { type Deciding, useMinute, useToday } from "@/device/today";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";
import type { NeedLine, TodayView } from "@/views";
import { ComingDays } from "./coming";
import { DayHours } from "./hours";
import { Needs } from "./needs";

/** The coach's first page: today along the hours, the coming week of everybody, and what needs a decision. */
export function TodayScreen({ first, nowMinute }: { first: TodayView; nowMinute: number }) {
  const day = useToday(first);
  const { view, needs } = day;
  const minute = useMinute(nowMinute);
  const { longDate } = useDates();
  const sessions = view.clients.flatMap(({ today }) => today);
  const unsent = needs.filter(({ need }) => need.rule === "unsent");
  const { done, planned } = view.lastWeek;
  return (
    <main className="flex min-h-dvh flex-col">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line px-6 py-3">
        <h1 className="text-xl font-bold">Today</h1>
        <p className="text-quiet">
          {longDate(view.today)} · {sessions.length === 0 ? "no session" : sessionCount(sessions.length)}
          {planned > 0 ? ` · ${done} of ${planned} done in the last seven days` : ""}
        </p>
        {unsent.length > 0 ? (
          <Button kind="main" className="ml-auto" onClick={() => void day.decide(unsent, sent)}>
            Send {unsent.length} unsent
          </Button>
        ) : null}
      </header>
      <div className="grid flex-1 lg:grid-cols-[minmax(0,1fr)_29rem] lg:grid-rows-[auto_1fr]">
        <div className="min-w-0 px-6 pt-4 pb-8">
          {view.clients.length === 0 ? (
            <div className="border-y border-line py-12 text-center">
              <p className="text-lg font-semibold">No clients yet.</p>
              <p className="text-quiet">
                Their sessions of the day, the coming week and what needs you will stand here.{" "}
                <Link href="/clients" className="text-indigo underline underline-offset-2">
                  Add the first one
                </Link>
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
          <Needs day={day} />
        </section>
        {view.clients.length > 0 ? (
          <div className="min-w-0 px-6 pt-4 pb-6 lg:pt-0">
            <ComingDays day={day} />
          </div>
        ) : null}
      </div>
    </main>
  );
}

const sessionCount = (count: number): string => (count === 1 ? "1 session" : `${count} sessions`);

const sent = ({ need, proposals }: NeedLine): Deciding => {
  const send = proposals.find((one) => one.kind === "send")?.session;
  const title = need.rule === "unsent" ? need.session.title : "";
  return { what: "done", words: `${title || "The session"}: sent`, until: null, ...(send && { send }) };
};
