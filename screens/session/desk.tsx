"use client";
import { useRouter } from "next/navigation";
import { memo, useRef, useState } from "react";
import {
  allBlocks,
  blockLetter,
  cutText,
  firstOf,
  formatClock,
  printCell,
  readinessSentence,
  slotById,
  slotLabels,
} from "@/core";
import { readingOf } from "@/parts/set-words";
import { UndoButtons } from "@/parts/undo";
import { useActions } from "@/ui/actions";
import { useAfterPaint } from "@/ui/after-paint";
import { Button, buttonClass } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { fetched } from "@/ui/on-demand";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import { useLatest } from "@/ui/use-latest";
import type { SessionView } from "@/views";
import type { Selection } from "./desk-state";
import { Grid } from "./grid";
import type { SaveState } from "./saving";
import { Sending } from "./sending";
import { SessionFooter } from "./session-footer";
import { SessionMenu } from "./session-menu";
import { Whose } from "./session-owner";
import { Signs } from "./signs";
import { Timeline } from "./timeline";
import { DeskProvider, useDesk, useWholeDesk } from "./use-desk";
import type { Partner } from "./use-partner";
import { shownSeconds } from "./work-intervals";

// What is not on the screen at first comes when it is wanted.
const TextPanel = fetched(() => import("./text-panel").then((module) => module.TextPanel));
const EmptySession = fetched(() => import("./empty-session").then((module) => module.EmptySession));
const PartnerOf = fetched(() => import("./partner-of").then((module) => module.PartnerOf));
const JointStrip = fetched(() => import("./joint-strip").then((module) => module.JointStrip));
const WeekDiffers = fetched(() => import("./week-differs").then((module) => module.WeekDiffers));
const Fit = fetched(() => import("./fit").then((module) => module.Fit));
const LoadReasons = fetched(
  () => import("./load-reasons").then((module) => module.LoadReasons),
  <aside id="why" tabIndex={-1} aria-label="Why this load" className="p-4 text-quiet" aria-busy />,
);

/** The desk of a session. Another session is another desk. */
export const Desk = ({ view }: { view: SessionView }) => (
  <DeskProvider key={view.sessionId} view={view}>
    <DeskScreen />
  </DeskProvider>
);

function DeskScreen() {
  const desk = useWholeDesk();
  const { document, computed, view } = desk;
  const [partner, setPartner] = useState<Partner | null>(null);
  const [isFitting, setFitting] = useState(false);
  const router = useRouter();
  const isText = desk.mode === "text";
  const drawn = desk.previewed ?? computed;
  const shown = useShownSeconds(Math.max(drawn.timeline.seconds, partner?.joint.seconds ?? 0), document.capSeconds);
  // Another set is chosen at once; what the panel says of it comes with the frame after.
  const told = useAfterPaint(desk.selection);
  const actions = useLatest(() => [
    desk.mode === "text"
      ? { name: "Write in the grid", run: () => desk.setMode("grid") }
      : { name: "Write as text", run: () => desk.setMode("text") },
    ...(desk.locked ? [] : [{ name: "Fit the time", run: () => setFitting(true) }]),
    ...(desk.past.length > 0 ? [{ name: "Undo", run: desk.undo }] : []),
    ...(desk.future.length > 0 ? [{ name: "Redo", run: desk.redo }] : []),
    { name: "Train now", run: () => router.push(`/floor?s=${view.sessionId}`) },
    { name: "Print the card", run: () => router.push(`/card/${view.sessionId}`) },
  ]);
  useActions(actions);
  return (
    <div className="grid min-h-dvh grid-cols-1 content-start lg:h-page lg:min-h-[40rem] lg:grid-cols-[minmax(0,1fr)_266px] lg:grid-rows-[auto_minmax(0,1fr)_auto]">
      <PageHeader
        className="isolate"
        actions={
          <>
            <SaveWords kind={desk.save.kind} unread={isText ? desk.errors.length : 0} />
            <Sending />
            <UndoButtons
              of={{ canUndo: desk.past.length > 0, canRedo: desk.future.length > 0, undo: desk.undo, redo: desk.redo }}
            />
            <SessionMenu />
            <Button
              aria-pressed={desk.mode === "text"}
              onClick={() => desk.setMode(desk.mode === "text" ? "grid" : "text")}
            >
              {desk.mode === "text" ? "Grid" : "Text"}
            </Button>
            {view.state === "done" ? (
              <PageLink href={`/review/${view.sessionId}`} className={buttonClass("plain")}>
                Review
              </PageLink>
            ) : null}
            <PageLink href={`/floor?s=${view.sessionId}`} className={buttonClass("main")}>
              {view.state === "started" ? "Back to the floor" : "Train now"}
            </PageLink>
          </>
        }
      >
        <Whose
          view={view}
          title={document.title}
          gymId={document.gymId}
          locked={desk.locked}
          isSaved={desk.save.kind === "saved"}
        />
      </PageHeader>
      <main
        className="flex min-w-0 flex-col lg:min-h-0 lg:overflow-hidden"
        onPointerEnter={LoadReasons.fetch}
        onFocus={LoadReasons.fetch}
      >
        {view.readiness.kind === "ready" ? null : (
          <Notice kind="block">{readinessSentence(view.readiness, view.client.name)}</Notice>
        )}
        {desk.locked ? (
          <Notice kind="warn">
            This session has been started. What was shown on the floor is kept as it was, so it cannot be changed here.
          </Notice>
        ) : null}
        {desk.errors.length > 0 && !isText ? <Unread /> : null}
        {desk.notice ? <Notice kind="warn">{desk.notice}</Notice> : null}
        {desk.refusal ? <Notice kind="warn">{desk.refusal}</Notice> : null}
        {desk.save.kind === "failed" ? <Notice kind="warn">{desk.save.message}</Notice> : null}
        {view.partner ? <PartnerOf onFound={setPartner} /> : null}
        {partner?.refusal ? <Notice kind="warn">{partner.refusal}</Notice> : null}
        {partner?.apart ? <Notice kind="warn">{partner.apart}</Notice> : null}
        {view.plan ? <WeekDiffers view={view} /> : null}
        <Timeline
          document={drawn.resolved.document}
          computed={drawn}
          capSeconds={document.capSeconds}
          shownSeconds={shown}
          selection={desk.selection}
          onSelect={desk.select}
        />
        {partner ? <JointStrip partner={partner} shownSeconds={shown} /> : null}
        <ReadingLine view={view} />
        {/* What is written scrolls below what it takes; each way of writing begins at its top. */}
        <div key={desk.mode} className="flex min-w-0 flex-col lg:min-h-0 lg:flex-1 lg:overflow-y-auto">
          {isText ? (
            <TextPanel />
          ) : allBlocks(document).length === 0 ? (
            <EmptySession />
          ) : (
            <Grid view={view} partner={partner} />
          )}
        </div>
      </main>
      <div className="isolate border-l border-line bg-surface [contain:layout_style] max-lg:border-t max-lg:border-l-0 lg:min-h-0 lg:overflow-y-auto">
        {isFitting ? <Fit onClose={() => setFitting(false)} /> : <SidePanel selection={told} partner={partner} />}
      </div>
      <div className="max-lg:sticky max-lg:bottom-0 max-lg:z-20 lg:col-span-2">
        <SessionFooter view={view} onFit={() => setFitting(true)} />
      </div>
    </div>
  );
}

/** What is said of the set that was chosen. */
function SidePanel({ selection, partner }: { selection: Selection | null; partner: Partner | null }) {
  const view = useDesk((desk) => desk.view);
  const slot = useDesk(({ document }) => selection && slotById(document, selection.slotId));
  const set = selection && slot?.sets[selection.round];
  if (slot && set) return <LoadReasons view={view} partner={partner} slot={slot} set={set} round={selection.round} />;
  return (
    <aside id="why" tabIndex={-1} aria-label="Why this load" className="p-4 text-quiet">
      <p>Choose a set: its load, the reasons for it, and how to build it stand here.</p>
    </aside>
  );
}

/** The time that is shown, of what was shown before. */
function useShownSeconds(seconds: number, capSeconds: number | null): number {
  const before = useRef<number | null>(null);
  before.current = shownSeconds(before.current, seconds, capSeconds);
  return before.current;
}

/** Lines of the text that the grid does not have. */
function Unread() {
  const desk = useWholeDesk();
  const lines = [...new Set(desk.errors.map(({ line }) => line))];
  const first = desk.draftText?.split(/\r?\n/)[firstOf(lines) - 1]?.trim();
  return (
    <Notice kind="warn">
      {lines.length === 1
        ? "A line of the text does not read yet"
        : `${lines.length} lines of the text do not read yet`}
      {first ? `: “${cutText(first, 60)}”` : ""}. {lines.length === 1 ? "It is" : "They are"} kept there.{" "}
      <button
        type="button"
        onClick={() => desk.setMode("text")}
        className="min-h-6 font-semibold underline underline-offset-2"
      >
        Open the text
      </button>
    </Notice>
  );
}

/** Whether what stands here is saved, and what of its text does not read. */
const SaveWords = memo(function SaveWords({ kind, unread }: { kind: SaveState["kind"]; unread: number }) {
  return (
    <span role="status" className="text-woad">
      {unread > 0 ? `${unread === 1 ? "1 line does" : `${unread} lines do`} not read yet · ` : ""}
      {SAVED[kind]}
    </span>
  );
});

const SAVED = { saved: "saved", saving: "saving…", unsaved: "not saved yet", failed: "kept on this device" } as const;

/** What the selected set says, and how it reads; assumptions are dotted. */
function ReadingLine({ view }: { view: SessionView }) {
  const desk = useWholeDesk();
  const { selection, document, computed } = desk;
  const blocks = allBlocks(document);
  const block = blocks.find((one) => one.slots.some((slot) => slot.id === selection?.slotId));
  const slot = block?.slots.find((one) => one.id === selection?.slotId);
  const set = selection && slot?.sets[selection.round];
  return (
    <div className="sticky top-0 z-20 flex min-h-8 items-center gap-3 border-b border-line bg-ground px-3 py-1">
      {desk.previewed ? (
        <span role="status" className="bg-indigo-tint px-2 py-0.5 font-semibold text-indigo">
          As it would be, {formatClock(desk.previewed.totals.seconds)}; nothing is done yet.
        </span>
      ) : block && slot && set ? (
        <>
          <span className="bg-indigo-tint px-2 py-0.5 font-semibold text-indigo">
            {blockLetter(blocks.indexOf(block))} · {printCell(set, desk.catalogue, slotLabels(document))}
          </span>
          <Reading {...readingOf(block, slot, set, computed.resolved.loads, view.settings)} />
        </>
      ) : (
        <span className="text-quiet">
          {desk.mode === "text" ? "Type a session; it is read as you go." : "Choose a set to read it back."}
        </span>
      )}
      <Signs />
    </div>
  );
}

function Reading({ said, assumed }: { said: string; assumed: string[] }) {
  return (
    <span>
      reads <strong>{said}</strong>
      {assumed.map((words) => (
        <span key={words}>
          ; <span className="assumed">{words}</span>
        </span>
      ))}
    </span>
  );
}
