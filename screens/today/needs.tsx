"use client";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { decidedUntil } from "@/core";
import { type Day, type Deciding, lineKey } from "@/device/today";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { useLatest } from "@/ui/use-latest";
import { type NeedLine, type NeedProposal, needWords, proposalWords } from "@/views";
import { NeedItem, type Opened } from "./need-item";

/** From so many of one rule on, what is proposed alike is one line, done for all at once. */
const MANY = 2;

/** One need, or several of one rule whose first proposal is the same. */
interface Entry {
  readonly key: string;
  readonly lines: readonly NeedLine[];
}

/** What needs a decision, the gravest first; arrows move, Enter does what is proposed, L puts off, X says no, Z undoes. */
export function Needs({ day, clientId }: { day: Day; clientId: string | null }) {
  const dates = useDates();
  const { view, needs } = day;
  const [spread, setSpread] = useState<ReadonlySet<string>>(new Set());
  // Whoever comes from a client's page finds that client's gravest need current.
  const [at, setAt] = useState<string | null>(() => (clientId === null ? null : keyOfClient(needs, clientId)));
  const [opened, setOpened] = useState<Opened | null>(null);
  /** How often a key moved through the list. */
  const [moves, setMoves] = useState(at === null ? 0 : 1);
  const list = useRef<HTMLUListElement>(null);
  const entries = entriesOf(needs, spread);
  const current = Math.max(
    0,
    entries.findIndex(({ key }) => key === at),
  );
  const go = (to: number) => {
    const next = Math.max(0, Math.min(entries.length - 1, to));
    setAt(entries[next]?.key ?? null);
    setOpened(null);
    setMoves((before) => before + 1);
  };
  useEffect(() => {
    if (moves > 0) list.current?.querySelector<HTMLElement>("[data-line][tabindex='0']")?.focus();
  }, [moves]);
  const keys = entries.map(({ key }) => key).join("\n");
  // Where the line that had the focus is gone, with others of its kind say, the one that is current now has it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is looked at whenever the list is another one.
  useEffect(() => {
    if (moves > 0 && document.activeElement === document.body)
      list.current?.querySelector<HTMLElement>("[data-line][tabindex='0']")?.focus();
  }, [keys]);
  const start = useLatest({ go: () => go(current) });
  useEffect(() => {
    // From the page itself the arrow leads into the list.
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (event.key !== "ArrowDown" || document.activeElement !== document.body) return;
      event.preventDefault();
      start.now.go();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [start]);
  const wordsOf = (line: NeedLine, proposal: NeedProposal) =>
    `${needWords(line.need, line.clientName, view.today, dates).title}: ${proposalWords(proposal, line.need.rule, view.today, dates)}`;
  const decisionOf = (line: NeedLine, proposal: NeedProposal): Deciding => ({
    what: "done",
    words: wordsOf(line, proposal),
    until: decidedUntil(line.need, view.today),
    ...(proposal.kind === "send" && { send: proposal.session }),
    ...(proposal.kind === "change" && { change: proposal.change }),
  });
  const decide = async (lines: readonly NeedLine[], decision: (line: NeedLine) => Deciding) => {
    setOpened(null);
    const isFocusHere = list.current?.contains(document.activeElement) ?? false;
    const done = day.decide(lines, decision);
    // On to the next that is not decided yet; from the last back to the one before.
    const isOpen = ({ lines: [line] }: Entry, index: number) => index !== current && !day.isSaving(line!);
    const next = entries.findIndex((one, index) => index > current && isOpen(one, index));
    const before = entries.findLastIndex(isOpen);
    if (isFocusHere) go(next >= 0 ? next : before);
    else setAt(entries[next >= 0 ? next : before]?.key ?? null);
    await done;
  };
  const take = (lines: readonly NeedLine[], place: number) => {
    const [line] = lines;
    const proposal = line?.proposals[place];
    if (!line || !proposal || day.isSaving(line)) return;
    if (proposal.kind === "answer") setOpened("answer");
    else if (proposal.kind === "open") window.location.assign(proposal.href);
    else void decide(lines, (one) => decisionOf(one, one.proposals[place] ?? proposal));
  };
  const onKey = (event: KeyboardEvent) => {
    const entry = entries[current];
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (!(event.target instanceof HTMLElement && event.target.hasAttribute("data-line"))) {
      if (event.key === "Escape") go(current);
      return;
    }
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    // Somebody else's newer decision stays.
    const last = view.decided.find(({ isOwn }) => isOwn);
    if (key === "ArrowDown") go(current + 1);
    else if (key === "ArrowUp") go(current - 1);
    else if (key === "Enter" && entry) take(entry.lines, 0);
    else if (key === "l") setOpened("later");
    else if (key === "x") setOpened("dismiss");
    else if (key === "z" && last) void day.takeBack(last.id);
    else return;
    event.preventDefault();
  };
  if (needs.length === 0)
    return (
      <>
        <p className="text-quiet">Nothing needs a decision.</p>
        <Decided day={day} />
      </>
    );
  return (
    <>
      <ul ref={list} className="flex flex-col gap-2" onKeyDown={onKey}>
        {entries.map((entry, index) => (
          <li key={entry.key}>
            <NeedItem
              lines={entry.lines}
              today={view.today}
              isCurrent={index === current}
              isSaving={day.isSaving(entry.lines[0]!)}
              opened={index === current ? opened : null}
              onCurrent={() => {
                setAt(entry.key);
                setOpened(null);
              }}
              onTake={(place) => {
                setAt(entry.key);
                take(entry.lines, place);
              }}
              onOpen={setOpened}
              onSpread={() => setSpread(new Set([...spread, entry.key]))}
              onDecide={(decision) => decide(entry.lines, decision)}
            />
          </li>
        ))}
      </ul>
      <p className="mt-3 text-quiet">
        Keys on a line: arrows move, Enter does it, L puts it off, X says no, Z takes your last one back.
      </p>
      <Decided day={day} />
    </>
  );
}

function entriesOf(needs: readonly NeedLine[], spread: ReadonlySet<string>): Entry[] {
  const entries: Entry[] = [];
  const many = new Set<string>();
  for (const line of needs) {
    const { rule } = line.need;
    const alike = needs.filter(({ need, proposals }) => need.rule === rule && isAlike(proposals[0]));
    if (alike.length < MANY || spread.has(rule) || !isAlike(line.proposals[0]))
      entries.push({ key: lineKey(line), lines: [line] });
    else if (!many.has(rule)) {
      many.add(rule);
      entries.push({ key: rule, lines: alike });
    }
  }
  return entries;
}

/** The line that holds the gravest need of a client; null where nothing is to be decided of them. */
const keyOfClient = (needs: readonly NeedLine[], clientId: string): string | null =>
  entriesOf(needs, new Set()).find(({ lines }) => lines.some((line) => line.clientId === clientId))?.key ?? null;

/** What may be done for several at once. */
const isAlike = (proposal: NeedProposal | undefined): boolean =>
  proposal?.kind === "accept" || proposal?.kind === "send";

/** What was decided in the last days, each to be undone. */
function Decided({ day }: { day: Day }) {
  const { shortDate, shortDateAt } = useDates();
  const { decided } = day.view;
  if (decided.length === 0) return null;
  return (
    <details className="mt-4 border-t border-line pt-2">
      <summary className="cursor-pointer font-semibold">Decided in the last seven days · {decided.length}</summary>
      <ul className="mt-2 flex flex-col gap-2">
        {decided.map(({ id, clientName, what, words, reason, until, name, decidedAtMs }) => (
          <li key={id} className="flex items-start gap-2">
            <p className="min-w-0 flex-1">
              <strong>{clientName}</strong>, {words}
              {what === "later" && until ? `, put off until ${shortDate(until)}` : ""}
              {what === "dismissed" ? `, not needed: ${reason}` : ""}
              <span className="text-quiet">
                {" "}
                · {name.split(" ")[0]}, {shortDateAt(decidedAtMs)}
              </span>
            </p>
            <Button className="min-h-7 px-2 py-0.5" onClick={() => void day.takeBack(id)}>
              Undo
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
