"use client";
import { keepPreviousData, useQueries, useQuery } from "@tanstack/react-query";
import { Command } from "cmdk";
import { useRouter } from "next/navigation";
import { type ReactNode, useMemo, useState } from "react";
import { catalogueIn, type StudioExercises } from "@/contract";
import { type Catalogue, copyBlocksFrom, documentForClient, offerExercises } from "@/core";
import { callApi, replySentence } from "@/device/api";
import { newId } from "@/device/ids";
import { openPlanned } from "@/device/planned";
import { apiQuery } from "@/device/query";
import { useDates } from "@/parts/region";
import { type Action, actionsNow, findersNow } from "@/ui/actions";
import { useDebounced } from "@/ui/use-debounced";
import type { FoundSession, TemplateLine } from "@/views";
import { PALETTE_HINT } from "./palette-words";

export interface PaletteItem {
  readonly group: string;
  readonly name: string;
  readonly href: string;
}

const plain = (text: string): string => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

/** How well a name answers what is typed: it begins with it, one of its words does, or it holds it somewhere. */
export function likeness(typed: string, name: string): number {
  const [wanted, whole] = [plain(typed.trim()), plain(name)];
  if (wanted === "" || whole.startsWith(wanted)) return 1;
  if (whole.split(/[\s-]+/).some((word) => word.startsWith(wanted))) return 0.8;
  return whole.includes(wanted) ? 0.4 : 0;
}

const EXERCISE = "/exercises?draw=";

/** The exercises that what is typed comes nearest to, each to its drawing; none before there is a word of it. */
export function exerciseItems(typed: string, catalogue: Catalogue): PaletteItem[] {
  if (typed.trim().length < 3) return [];
  return offerExercises(catalogue, typed, { most: 4, isTyping: true }).map(({ id, name }) => ({
    group: "Exercises",
    name,
    href: `${EXERCISE}${id}`,
  }));
}

/** Where a session is to be written for somebody who is chosen next: from a template, or empty. */
type ForWhom = { readonly template: TemplateLine | null };

/** Clients, screens, sessions, exercises, templates, and what can be done or found here, by typing. */
export function PaletteDialog({
  items: places,
  exercises,
  open,
  setOpen,
  typed,
  setTyped,
}: {
  items: readonly PaletteItem[];
  exercises: StudioExercises;
  open: boolean;
  setOpen: (open: boolean) => void;
  typed: string;
  setTyped: (typed: string) => void;
}) {
  const { shortDate } = useDates();
  const [forWhom, setForWhom] = useState<ForWhom | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const catalogue = useMemo(() => catalogueIn(exercises), [exercises]);
  const actions = useMemo(() => (open ? actionsNow() : []), [open]);
  const found = useFound(open && !forWhom ? typed.trim() : null);
  const router = useRouter();
  const close = () => {
    setOpen(false);
    setTyped("");
    setForWhom(null);
    setProblem(null);
  };
  const goTo = (href: string) => {
    close();
    if (href.startsWith("/floor")) window.location.assign(href);
    else router.push(href);
  };
  const run = ({ run: act }: Action) => {
    close();
    // Once the palette is gone: what is done may take the focus.
    setTimeout(act, 0);
  };
  const next = (step: ForWhom) => {
    setTyped("");
    setForWhom(step);
  };
  const write = async (clientId: string, { template }: ForWhom) => {
    const refused = await writeFor(clientId, template, goTo);
    if (refused !== null) setProblem(refused);
  };
  const openSession = async ({ sessionId, place }: Pick<FoundSession, "sessionId" | "place">) => {
    if (sessionId !== null) return goTo(`/session/${sessionId}`);
    const opened = await openPlanned({ sessionId, place });
    if (opened.kind === "ok") goTo(`/session/${opened.value.sessionId}`);
    else setProblem(replySentence(opened));
  };
  const clients = places.filter(({ group }) => group === "Clients");
  const like = <T,>(some: readonly T[], name: (one: T) => string): T[] =>
    some
      .map((one) => ({ one, like: likeness(typed, name(one)) }))
      .filter((one) => one.like > 0)
      .sort((a, b) => b.like - a.like)
      .map(({ one }) => one);
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(to) => (to ? setOpen(true) : close())}
      label={forWhom ? "For whom" : "Go to"}
      shouldFilter={false}
      onKeyDown={(event) => {
        if (event.key !== "Backspace" || typed !== "" || !forWhom) return;
        event.preventDefault();
        setForWhom(null);
      }}
      overlayClassName="fixed inset-0 z-40 bg-bark/45"
      contentClassName="fixed left-1/2 top-[14vh] z-50 w-[min(34rem,92vw)] -translate-x-1/2 border-2 border-indigo bg-surface"
    >
      {forWhom ? (
        <p className="px-4 pt-2 font-semibold">
          {forWhom.template ? `A session from ${forWhom.template.name}, for…` : "A session for…"}
        </p>
      ) : null}
      <Command.Input
        aria-label={forWhom ? "A client" : PALETTE_HINT}
        placeholder={forWhom ? "A client" : PALETTE_HINT}
        value={typed}
        onValueChange={setTyped}
        onFocus={({ currentTarget: field }) =>
          // The dialog chooses all that stands there; whoever types on goes on behind it.
          queueMicrotask(() => field.setSelectionRange(field.value.length, field.value.length))
        }
        className="w-full border-b border-line bg-transparent px-4 py-3 text-base outline-none"
      />
      {problem ? (
        <p role="alert" className="bg-weld-tint px-4 py-1">
          {problem}
        </p>
      ) : null}
      <Command.List className="max-h-[50vh] overflow-y-auto p-2">
        <Command.Empty className="px-3 py-4 text-quiet">Nothing by that name.</Command.Empty>
        {forWhom ? (
          <Group name="Clients">
            {like(clients, ({ name }) => name).map(({ name, href }) => (
              <Item key={href} id={href} onTake={() => void write(href.split("/").pop()!, forWhom)}>
                {name}
              </Item>
            ))}
          </Group>
        ) : (
          <>
            <Group name="Do">
              {like([...actions, WRITE], ({ name }) => name)
                .slice(0, typed.trim() === "" ? 4 : 8)
                .map((action) => (
                  <Item
                    key={action.name}
                    id={`do ${action.name}`}
                    onTake={() => (action === WRITE ? next({ template: null }) : run(action))}
                  >
                    {action.name}
                  </Item>
                ))}
            </Group>
            {["Screens", "Clients"].map((group) => (
              <Group key={group} name={group}>
                {like(
                  places.filter((place) => place.group === group),
                  ({ name }) => name,
                ).map(({ name, href }) => (
                  <Item key={href} id={href} onTake={() => goTo(href)}>
                    {name}
                  </Item>
                ))}
              </Group>
            ))}
            <Group name="Sessions">
              {found.sessions.map(({ sessionId, place, title, clientName, date, state }) => (
                <Item
                  key={sessionId ?? `${place?.dayId} ${date}`}
                  id={`session ${sessionId ?? `${place?.dayId} ${date}`}`}
                  hint={state === "done" ? "done" : state === "started" ? "started" : undefined}
                  onTake={() =>
                    state === "done" ? goTo(`/review/${sessionId}`) : void openSession({ sessionId, place })
                  }
                >
                  {title || "Untitled session"}, {clientName}, {shortDate(date)}
                </Item>
              ))}
            </Group>
            <Group name="Templates">
              {found.templates.map((template) => (
                <Item key={template.id} id={`template ${template.id}`} onTake={() => next({ template })}>
                  {template.name}
                </Item>
              ))}
            </Group>
            {found.here.map(({ group, actions: offers }) => (
              <Group key={group} name={group}>
                {offers.map((action) => (
                  <Item key={action.name} id={`${group} ${action.name}`} onTake={() => run(action)}>
                    {action.name}
                  </Item>
                ))}
              </Group>
            ))}
            <Group name="Exercises">
              {exerciseItems(typed, catalogue).map(({ name, href }) => (
                <Item key={href} id={href} onTake={() => goTo(href)}>
                  {name}
                </Item>
              ))}
            </Group>
          </>
        )}
      </Command.List>
    </Command.Dialog>
  );
}

const WRITE: Action = { name: "Write a session for…", run: () => undefined };

function Group({ name, children }: { name: string; children: readonly ReactNode[] }) {
  if (children.length === 0) return null;
  return (
    <Command.Group
      heading={name}
      className="mb-1 [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-quiet"
    >
      {children}
    </Command.Group>
  );
}

function Item({ id, hint, onTake, children }: { id: string; hint?: string; onTake: () => void; children: ReactNode }) {
  return (
    <Command.Item
      value={id}
      onSelect={onTake}
      className="flex cursor-pointer justify-between gap-3 rounded-[3px] px-3 py-2 data-[selected=true]:bg-indigo data-[selected=true]:text-ground"
    >
      <span>{children}</span>
      {hint ? <span className="text-xs opacity-90">{hint}</span> : null}
    </Command.Item>
  );
}

/** What the screen that is open finds. */
type FoundHere = { readonly group: string; readonly actions: readonly Action[] };

interface Found {
  readonly sessions: readonly FoundSession[];
  readonly templates: readonly TemplateLine[];
  readonly here: readonly FoundHere[];
}
const PAUSE_MS = 120;
const MOST_TEMPLATES = 5;

/** Sessions and templates by what is typed, a moment after the last key; null: nothing is looked for. */
function useFound(typed: string | null): Found {
  const search = useDebounced(typed, PAUSE_MS);
  const isTyped = typed !== null && search !== null;
  const isName = isTyped && search.length >= 2;
  // Each is shown when it is there: what takes longer holds nothing else up, and what was found stays until then.
  const sessions = useQuery({
    ...apiQuery("sessions.find", { search: search ?? "" }),
    enabled: isTyped,
    placeholderData: keepPreviousData,
  });
  const templates = useQuery({
    ...apiQuery("templates.list", { kind: "session", search: search ?? "", after: null }),
    enabled: isName,
    placeholderData: keepPreviousData,
  });
  const here = useQueries({
    queries: (isName ? findersNow() : []).map(({ group, find }) => ({
      queryKey: ["here", group, search],
      // What cannot be looked for without a network is not found; the rest is.
      queryFn: async (): Promise<FoundHere> => ({ group, actions: await find(search ?? "").catch(() => []) }),
      gcTime: 0,
    })),
  });
  return {
    sessions: (isTyped && sessions.data?.sessions) || [],
    templates: (isName && templates.data?.templates.slice(0, MOST_TEMPLATES)) || [],
    here: here.flatMap(({ data }) => data ?? []),
  };
}

/** A new session for a client, with what a template says, and the way to it; what was wrong, else null. */
async function writeFor(
  clientId: string,
  template: TemplateLine | null,
  goTo: (href: string) => void,
): Promise<string | null> {
  const title = template?.name ?? "";
  const created = await callApi("sessions.create", { clientId, title });
  if (created.kind !== "ok") return replySentence(created);
  const { sessionId } = created.value;
  if (template && template.kind !== "plan") {
    const shown = await callApi("sessions.show", { sessionId });
    if (shown.kind !== "ok") return replySentence(shown);
    const taken = copyBlocksFrom(shown.value.document, documentForClient(template.document), newId);
    if (!taken.ok) return taken.message;
    const { revision } = shown.value;
    const saved = await callApi("sessions.edit", { sessionId, revision, edits: taken.edits, draftText: null });
    if (saved.kind !== "ok") return replySentence(saved);
  }
  goTo(`/session/${sessionId}`);
  return null;
}
