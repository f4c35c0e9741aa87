"use client";
import { massWords } from "@/core";
import { PlainLine } from "@/parts/plain-line";
import { useDates, useRegion } from "@/parts/region";
import { Button, buttonClass } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { PageLink } from "@/ui/page-link";
import type { LogPreview } from "@/views";
import type { LogState } from "./use-log";

/** What would come of it: days, sets, curves; and the way in. */
export function Result({ log, preview, isReading }: { log: LogState; preview: LogPreview; isReading: boolean }) {
  const { fullDate } = useDates();
  const { sets, days, from, until, clients, names, problemCount } = preview;
  const { sending } = log;
  const undecided = clients.filter(({ meaning }) => meaning === null);
  const left = clients.filter(({ meaning }) => meaning?.kind === "leftOut").reduce((sum, one) => sum + one.days, 0);
  if (sending?.kind === "sent")
    return (
      <section aria-label="Done" className="flex flex-col gap-3">
        <p role="status" className="text-lg font-bold">
          {count(sending.added, "day")} came in
          {sending.known > 0 ? `, ${sending.known} ${sending.known === 1 ? "was" : "were"} there already` : ""}.
        </p>
        {problemCount > 0 ? (
          <p>
            {count(problemCount, "row")} could not be read and {problemCount === 1 ? "is" : "are"} kept with this log.
          </p>
        ) : null}
        <p className="flex flex-wrap gap-2">
          <PageLink href="/clients" className={buttonClass("main")}>
            See the clients
          </PageLink>
          <Button onClick={log.close}>Another file</Button>
        </p>
      </section>
    );
  return (
    <section aria-labelledby="comes" className="flex flex-col gap-3">
      <h2 id="comes" className="text-base font-bold">
        What comes in
      </h2>
      <p aria-live="polite" className={isReading ? "text-quiet" : ""}>
        <strong className="text-lg">{count(days - left, "day")}</strong>, {count(sets, "set")} of{" "}
        {count(names.length, "exercise")}
        {from && until ? `, ${fullDate(from)} to ${fullDate(until)}` : ""}
        {problemCount > 0 ? `; ${count(problemCount, "row")} cannot be read` : ""}.
      </p>
      {sending?.kind === "failed" ? (
        <Notice kind="warn">{sending.message} What came in so far is kept: go on, and nothing comes in twice.</Notice>
      ) : null}
      {sending?.kind === "sending" ? (
        <div className="flex flex-col gap-2">
          <progress className="w-full" max={sending.of} value={sending.done} aria-label="Brought in" />
          <p className="flex items-center justify-between">
            <span role="status">
              {sending.done.toLocaleString("en")} of {sending.of.toLocaleString("en")}
            </span>
            <Button onClick={log.cancel}>Stop and undo</Button>
          </p>
        </div>
      ) : (
        <p>
          <Button
            kind="main"
            disabled={days - left === 0 || undecided.length > 0 || isReading}
            onClick={() => void log.send()}
          >
            {sending?.kind === "failed" ? "Go on" : "Bring it in"}
          </Button>
          {undecided.length > 0 ? <span className="ml-3 text-quiet">Say below whose days these are.</span> : null}
        </p>
      )}
    </section>
  );
}

const count = (figure: number, one: string): string =>
  `${figure.toLocaleString("en")} ${figure === 1 ? one : `${one}s`}`;

/** The lifts with most days, each day's best set as an e1RM. */
export function Curves({ preview }: { preview: LogPreview }) {
  const { unit } = useRegion();
  const { lifts, clients } = preview;
  if (lifts.length === 0) return null;
  return (
    <section aria-labelledby="curves">
      <h2 id="curves" className="mb-1 text-base font-bold">
        Records it makes <span className="font-normal text-quiet">e1RM, day by day</span>
      </h2>
      <ul>
        {lifts.map(({ name, clientKey, days, points }) => {
          const who = clients.length > 1 ? clients.find(({ key }) => key === clientKey)?.written : null;
          const last = points.at(-1);
          return (
            <li
              key={`${clientKey} ${name}`}
              className="grid grid-cols-[minmax(0,1fr)_110px_auto] items-center gap-2 border-t border-inset py-1"
            >
              <span className="min-w-0">
                <span className="block truncate font-semibold">{name}</span>
                <span className="block truncate text-quiet">
                  {who ? `${who}, ` : ""}
                  {count(days, "day")}
                </span>
              </span>
              <PlainLine points={points.map(({ date, kg }) => ({ date, value: kg }))} width={110} />
              <strong className="min-w-14 text-right">{last ? massWords(last.kg, unit, 0) : ""}</strong>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
