"use client";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { clsx } from "clsx";
import { useState } from "react";
import { COACHED_CLIENTS, type Input, type Output } from "@/contract";
import { addDays, groupBy, mondayOf } from "@/core";
import { callApi } from "@/device/api";
import { useLaterPages } from "@/device/later-pages";
import { apiQuery, openSession } from "@/device/query";
import { useMayPlan } from "@/parts/duty";
import { MoreButton } from "@/parts/more-button";
import { PlannedLink } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import { Button, buttonClass } from "@/ui/button";
import { BOX } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import { Select } from "@/ui/select";
import { Sheet } from "@/ui/sheet";
import { useDebounced } from "@/ui/use-debounced";
import { type ClientListLine, isWaiting, needWords } from "@/views";
import { NewClient } from "./new-client";
import { WeekBars } from "./week-bars";

const WEEKS = 10;

type ClientListPage = Output<"clients.list">;
type Filter = Omit<Input<"clients.list">, "after">;

/** While somebody still types, nothing is asked. */
const TYPING_MS = 200;

/** All clients with their weeks; found by name, by group, and among those who are coached no more. */
export function ClientList({ first, today }: { first: ClientListPage; today: string }) {
  const { longDate } = useDates();
  const mayPlan = useMayPlan();
  const [adding, setAdding] = useState(false);
  const [filter, setFilter] = useState<Filter>(COACHED_CLIENTS);
  const { search, group, coachId, archived } = { ...filter, search: useDebounced(filter.search, TYPING_MS) };
  const isAll = search.trim() === "" && group === null && coachId === null && !archived;
  const found = useQuery({
    ...apiQuery("clients.list", { after: null, search, group, coachId, archived }),
    enabled: !isAll,
    placeholderData: keepPreviousData,
  });
  const start = isAll ? first : found.data;
  const { pages, hasMore, more, isBusy, error } = useLaterPages<Pick<ClientListPage, "clients" | "next">>(
    ["clients.list", search, group, coachId, archived],
    start?.next ?? null,
    (after) => callApi("clients.list", { after, search, group, coachId, archived }),
  );
  const clients = [start?.clients ?? [], ...pages.map((page) => page.clients)].flat();
  const isEmptyStudio = first.clients.length === 0 && first.archivedCount === 0;
  return (
    <main>
      <PageHeader
        title="Clients"
        about={longDate(today)}
        actions={
          mayPlan ? (
            <>
              <PageLink href="/import" className={buttonClass("plain")}>
                Bring in a log
              </PageLink>
              <PageLink href="/outbox" className={buttonClass("plain")}>
                Outbox
              </PageLink>
              <Button kind="main" onClick={() => setAdding(true)}>
                New client
              </Button>
            </>
          ) : null
        }
      />
      <div className="px-4 py-4">
        {isEmptyStudio ? (
          <div className="border-y border-line py-12 text-center">
            <p className="text-lg font-semibold">No clients yet.</p>
            <p className="text-quiet">Add the first one, ask the health questions, and write a session.</p>
          </div>
        ) : (
          <>
            <Finder
              filter={filter}
              onChange={setFilter}
              groups={first.groups}
              archivedCount={first.archivedCount}
              team={first.team}
            />
            {found.error ? (
              <p role="alert" className="mb-4">
                {found.error.message}
              </p>
            ) : null}
            {start && clients.length === 0 ? <p role="status">{nobodyWords({ search, group, archived })}</p> : null}
            <Sections clients={clients} today={today} />
            {hasMore ? <MoreButton words="Show more clients" isBusy={isBusy} error={error} onMore={more} /> : null}
            {clients.length > 0 ? (
              <p className="mt-6 max-w-2xl text-quiet">
                Each bar is one session, longer is more sets; dashed is missed, whole or in part. Outlined bars at the
                foot are still to come, the last row in the coming week.
              </p>
            ) : null}
          </>
        )}
        <Sheet open={adding} onOpenChange={setAdding} title="New client">
          <NewClient />
        </Sheet>
      </div>
    </main>
  );
}

/** Clients by group, groups side by side where there is room; all in one where nobody is in a group. */
function Sections({ clients, today }: { clients: readonly ClientListLine[]; today: string }) {
  const [first, ...others] = sectionsOf(clients);
  if (first && others.length === 0 && first.group === "")
    return (
      <ul className="grid grid-cols-2 gap-x-5 gap-y-8 md:grid-cols-[repeat(auto-fit,minmax(11.5rem,1fr))]">
        {clients.map((client) => (
          <ClientBars key={client.id} client={client} today={today} heading="h2" />
        ))}
      </ul>
    );
  return (
    <div className="flex flex-col gap-8 md:flex-row md:flex-wrap">
      {[first, ...others].map((section) =>
        section ? (
          <section key={section.group} aria-label={section.group}>
            <h2 className="mb-3 border-b border-rule pb-1 text-base font-bold">
              {section.group} <span className="font-normal text-quiet">{section.members.length}</span>
            </h2>
            <ul className="grid grid-cols-2 gap-x-5 gap-y-8 md:flex md:flex-wrap">
              {section.members.map((client) => (
                <ClientBars key={client.id} client={client} today={today} heading="h3" />
              ))}
            </ul>
          </section>
        ) : null,
      )}
    </div>
  );
}

/** Of those who are in no group, where others are in one. */
const NO_GROUP = "In no group";

/** Clients under the first of their groups, groups by name; one section without a name where nobody is in a group. */
function sectionsOf(
  clients: readonly ClientListLine[],
): { readonly group: string; readonly members: readonly ClientListLine[] }[] {
  if (clients.every(({ groups }) => groups.length === 0)) return [{ group: "", members: clients }];
  const byGroup = groupBy(clients, ({ groups }) => groups[0] ?? NO_GROUP);
  const isLast = (group: string) => Number(group === NO_GROUP);
  return [...byGroup]
    .map(([group, members]) => ({ group, members }))
    .sort((a, b) => isLast(a.group) - isLast(b.group) || a.group.localeCompare(b.group));
}

const nobodyWords = ({ search, group, archived }: Omit<Filter, "coachId">): string => {
  const who = archived ? "No archived client" : "No client";
  const called = search.trim() === "" ? "" : ` with “${search.trim()}” in their name`;
  return `${who}${called}${group === null ? "" : ` in the group ${group}`}.`;
};

function Finder({
  filter,
  onChange,
  groups,
  archivedCount,
  team,
}: {
  filter: Filter;
  onChange: (filter: Filter) => void;
  groups: readonly string[];
  archivedCount: number;
  team: ClientListPage["team"];
}) {
  return (
    <search className="mb-5 flex flex-wrap items-end gap-x-4 gap-y-2">
      <input
        type="search"
        aria-label="Find clients"
        placeholder="Find clients"
        maxLength={120}
        className={`${BOX} w-56!`}
        value={filter.search}
        onChange={(event) => onChange({ ...filter, search: event.target.value })}
      />
      {groups.length > 0 ? (
        <Select
          aria-label="Group"
          value={filter.group ?? ""}
          onChange={(event) => onChange({ ...filter, group: event.target.value || null })}
        >
          <option value="">All groups</option>
          {groups.map((group) => (
            <option key={group}>{group}</option>
          ))}
        </Select>
      ) : null}
      {team.length > 1 ? (
        <Select
          aria-label="Coach"
          value={filter.coachId ?? ""}
          onChange={(event) => onChange({ ...filter, coachId: event.target.value || null })}
        >
          <option value="">All coaches</option>
          {team.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      ) : null}
      {archivedCount > 0 ? (
        <label className="flex min-h-6 items-center gap-1.5">
          <input
            type="checkbox"
            checked={filter.archived}
            onChange={(event) => onChange({ ...filter, archived: event.target.checked })}
          />
          Archived, {archivedCount}
        </label>
      ) : null}
    </search>
  );
}

function ClientBars({
  client,
  today,
  heading: Heading,
}: {
  client: ClientListLine;
  today: string;
  heading: "h2" | "h3";
}) {
  const dates = useDates();
  const { weekdayName } = dates;
  // Those before, this one, and the one that comes.
  const firstWeek = addDays(mondayOf(today), -7 * (WEEKS - 2));
  const weeks = Array.from({ length: WEEKS }, (_, week) => addDays(firstWeek, week * 7));
  // What was done and not looked at is no cause for alarm.
  const needs = client.needs.filter(({ rule }) => rule !== "unreviewed");
  const [gravest] = needs;
  const next = client.sessions.find((session) => session.date >= today && isWaiting(session));
  return (
    <li
      className={clsx(
        "flex flex-col [contain-intrinsic-size:auto_480px] [content-visibility:auto]",
        Heading === "h2" ? "max-w-80" : "md:w-46",
      )}
    >
      <Heading className="font-bold">
        <PageLink href={`/clients/${client.id}`} className="hover:underline">
          {client.name}
        </PageLink>
      </Heading>
      <p className="text-quiet">
        {client.archivedOn === null
          ? [client.trainingAge, ...client.groups.slice(1)].join(", ")
          : `archived since ${dates.shortDate(client.archivedOn)}`}
      </p>
      <PageLink href={`/clients/${client.id}`} tabIndex={-1} aria-hidden className="my-2 block">
        <WeekBars weeks={weeks} sessions={client.sessions} today={today} />
      </PageLink>
      {gravest ? (
        <Notice kind={gravest.rule === "health" ? "block" : "warn"} className="mb-2 text-base">
          <PageLink
            href={`/today?client=${client.id}`}
            className="block min-h-6 hover:underline first-letter:uppercase"
          >
            {needWords(gravest, client.name, today, dates).title}
            {needs.length > 1 ? `, and ${needs.length - 1} more` : ""}
            <span className="block font-semibold underline underline-offset-2">Decide</span>
          </PageLink>
        </Notice>
      ) : null}
      {next ? (
        <p>
          <span className="text-quiet">{next.date === today ? "today" : weekdayName(next.date)} </span>
          <PlannedLink
            line={next}
            hrefOf={(id) => `/session/${id}`}
            open={openSession}
            className="font-semibold text-indigo underline underline-offset-2"
          >
            {next.title || "Untitled session"}
          </PlannedLink>
        </p>
      ) : (
        <p className="text-quiet">nothing planned</p>
      )}
      <p className="mt-1 text-quiet">{client.aims}</p>
    </li>
  );
}
