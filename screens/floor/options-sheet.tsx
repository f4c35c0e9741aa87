"use client";
import { useState } from "react";
import {
  allBlocks,
  type BlockRound,
  blockLetter,
  buildableLoads,
  type EventLoggedBy,
  exerciseOfMove,
  exerciseOrThrow,
  firstOf,
  floorLoadOf,
  inOrder,
  isBlockRoundOver,
  loadWords,
  occurrenceKey,
  type PerformedSet,
  SAME_WEIGHT_KG,
} from "@/core";
import { dropAfter } from "./done-sets";
import { FloorSheet } from "./floor-sheet";
import { Later, later } from "./later";
import { placesLeft } from "./places-left";
import { ChoiceButton } from "./questions";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";
import { useSensor } from "./use-sensor";
import { nameOf } from "./work-parts";

const ADD_LIFT = later(() => import("./add-lift"));
const SENSOR_PAGE = later(() => import("./sensor-page"));

interface Props {
  readonly onOpenChange: (open: boolean) => void;
  readonly floor: Floor;
  readonly blockRound: BlockRound | null;
  /** What was just done and is not saved yet. */
  readonly justDone: readonly PerformedSet[];
  readonly onSets: (sets: readonly PerformedSet[]) => void;
  readonly onTime: () => void;
}

type Page = "all" | "swap" | "load" | "order" | "add" | "note" | "sensor";
const TITLES: Readonly<Record<Page, string>> = {
  all: "Options",
  swap: "Another exercise",
  load: "Heavier or lighter from here",
  order: "Another block first",
  add: "Add a lift",
  note: "A note",
  sensor: "Rep sensor",
};

/** Whatever goes otherwise than planned, one action each. The log says planned and done. */
export default function OptionsSheet(props: Props) {
  const { onOpenChange } = props;
  const [page, setPage] = useState<Page>("all");
  const turn = (isOpen: boolean) => {
    setPage("all");
    onOpenChange(isOpen);
  };
  return (
    <FloorSheet title={TITLES[page]} open onOpenChange={turn}>
      <Pages {...props} page={page} onPage={setPage} onOpenChange={turn} />
    </FloorSheet>
  );
}

interface PageProps extends Props {
  readonly page: Page;
  readonly onPage: (page: Page) => void;
}

function Pages(props: PageProps) {
  const { floor, blockRound, page, onOpenChange } = props;
  const log = async (body: EventLoggedBy<"floor">) => {
    if (!floor.mayCommit()) return;
    await floor.log(body);
    onOpenChange(false);
  };
  if (page === "add") return <Later part={ADD_LIFT} props={{ floor, onAdded: () => onOpenChange(false) }} />;
  if (page === "sensor") return <Later part={SENSOR_PAGE} props={{ onChosen: () => onOpenChange(false) }} />;
  if (page === "note") return <NotePage floor={floor} blockRound={blockRound} onLog={log} />;
  if (!blockRound || page === "all") return <AllOptions {...props} onLog={log} />;
  if (page === "swap") return <SwapPage floor={floor} blockRound={blockRound} onLog={log} />;
  if (page === "load") return <LoadPage floor={floor} blockRound={blockRound} onLog={log} />;
  return <OrderPage floor={floor} blockRound={blockRound} onLog={log} />;
}

type Log = (body: EventLoggedBy<"floor">) => Promise<void>;

function AllOptions({
  floor,
  blockRound,
  justDone,
  onSets,
  onPage,
  onTime,
  onLog,
  onOpenChange,
}: PageProps & { onLog: Log }) {
  const { view, performed } = floor;
  const { sensor } = useSensor();
  const skip = (blockRounds: readonly BlockRound[]) => {
    const places = placesLeft(blockRounds, performed);
    return places.length > 0 ? onLog({ kind: "setsSkipped", places, reason: "" }) : onOpenChange(false);
  };
  const drops = justDone.flatMap((set) => {
    const isLast = justDone.findLast((other) => other.slotId === set.slotId) === set;
    const more = isLast ? dropAfter(floor, set) : null;
    return more ? [{ name: nameOf(view!, firstOf(set.segments).exerciseId), set: more }] : [];
  });
  const drop = drops.map(({ name, set }) => (
    <SmallButton
      key={occurrenceKey(set)}
      onClick={() => {
        onSets(justDone.map((one) => (occurrenceKey(one) === occurrenceKey(set) ? set : one)));
        onOpenChange(false);
      }}
    >
      {name} went on as a drop
    </SmallButton>
  ));
  const note = <ChoiceButton title="A note" detail="for the coach" onTake={() => onPage("note")} />;
  if (!blockRound)
    return (
      <>
        {drop}
        {note}
      </>
    );
  const rest = floor.blockRounds.slice(floor.blockRounds.findIndex(({ key }) => key === blockRound.key));
  const others = blocksAhead(floor).filter(({ block }) => block.id !== blockRound.block.id);
  const lifts = blockRound.moves.length;
  const done = [...performed.sets.values()].length;
  return (
    <>
      {drop}
      <ChoiceButton
        title="Another exercise"
        detail="a machine is taken, or it does not suit today"
        onTake={() => onPage("swap")}
      />
      <ChoiceButton title="Heavier or lighter from here" detail="" onTake={() => onPage("load")} />
      {others.length > 0 ? (
        <ChoiceButton
          title="Another block first"
          detail={
            lifts > 1 && blockRound.round > 0
              ? `${blockRound.letter} is begun: its rest grows long`
              : "this one comes later"
          }
          onTake={() => onPage("order")}
        />
      ) : null}
      <div className="flex gap-2.5">
        <SmallButton onClick={() => onLog({ kind: "roundAdded", blockId: blockRound.block.id })}>
          One more round of {blockRound.letter}
        </SmallButton>
        <SmallButton onClick={() => skip([blockRound])}>
          Leave out {blockRound.letter}
          {blockRound.rounds > 1 ? `, round ${blockRound.round + 1}` : ""}
        </SmallButton>
      </div>
      {lifts > 1
        ? blockRound.moves.map(({ slot }) => (
            <SmallButton
              key={slot.id}
              onClick={() => onLog({ kind: "setAdded", slotId: slot.id, round: blockRound.round })}
            >
              One more set of {nameOf(view!, slot.exerciseId)}
            </SmallButton>
          ))
        : null}
      <SmallButton onClick={() => skip(rest.filter((one) => one.block.id === blockRound.block.id))}>
        Leave out the rest of {blockRound.letter}
      </SmallButton>
      <RampAgain floor={floor} blockRound={blockRound} onLog={onLog} />
      <ChoiceButton title="Add a lift" detail="after the last block" onTake={() => onPage("add")} />
      <SmallButton onClick={onTime}>Shorten session…</SmallButton>
      {note}
      <ChoiceButton
        title="Pause the session"
        detail="the clock stands until it goes on"
        onTake={() => void onLog({ kind: "paused", resumed: false })}
      />
      <ChoiceButton
        title="Rep sensor"
        detail={sensor ? `${sensor.name} counts` : "counts reps and times them"}
        onTake={() => onPage("sensor")}
      />
      <ChoiceButton
        title="End the session here"
        detail={`${done} ${done === 1 ? "set" : "sets"} done; what is left is left out`}
        onTake={() => void skip(rest)}
      />
    </>
  );
}

/** Warm-up sets that were skipped or done come back. */
function RampAgain({ floor, blockRound, onLog }: { floor: Floor; blockRound: BlockRound; onLog: Log }) {
  const over = floor.events.findLast(({ body }) => body.kind === "rampOver" && body.blockId === blockRound.block.id);
  if (!over || blockRound.round > 0 || !floor.performed.ramps.has(blockRound.block.id)) return null;
  return <SmallButton onClick={() => onLog({ kind: "undone", eventId: over.id })}>Warm-up sets again</SmallButton>;
}

interface ChoiceProps {
  readonly floor: Floor;
  readonly blockRound: BlockRound;
  readonly onLog: Log;
}

/** The nearest exercises that this client can do here, loads carried over. */
function SwapPage({ floor, blockRound, onLog }: ChoiceProps) {
  const view = floor.view!;
  return blockRound.moves.map((move) => {
    const { slot } = move;
    const now = exerciseOfMove(move);
    const standIns = (view.standIns?.[slot.id] ?? []).filter(({ exerciseId }) => exerciseId !== now).slice(0, 5);
    const isSwapped = now !== slot.exerciseId;
    const swap = (exerciseId: string, load: (typeof standIns)[number]["load"]) =>
      onLog({ kind: "exerciseSwapped", slotId: slot.id, fromRound: blockRound.round, exerciseId, load, reason: "" });
    return (
      <section key={slot.id} aria-label={nameOf(view, now)} className="flex flex-col gap-2">
        <p className="text-lg text-[var(--floor-quiet)]">In place of {nameOf(view, now)}:</p>
        {isSwapped ? (
          <ChoiceButton
            title={nameOf(view, slot.exerciseId)}
            detail="as planned"
            onTake={() => swap(slot.exerciseId, null)}
          />
        ) : null}
        {standIns.map(({ exerciseId, load, words }, index) => (
          <ChoiceButton
            key={exerciseId}
            isFirst={index === 0 && blockRound.moves.length === 1}
            title={nameOf(view, exerciseId)}
            detail={words}
            onTake={() => swap(exerciseId, load)}
          />
        ))}
        {standIns.length === 0 && !isSwapped ? (
          <p className="text-lg">Nothing here trains the same. Leave it out, or do another block first.</p>
        ) : null}
      </section>
    );
  });
}

/** The nearest loads under and over what the lift stands at; a plan's steps go on from there. */
function LoadPage({ floor, blockRound, onLog }: ChoiceProps) {
  const { shown } = floor;
  const view = floor.view!;
  return blockRound.moves.map((move) => {
    const { slot, set } = move;
    const first = firstOf(set.segments);
    const exercise = exerciseOrThrow(shown!.catalogue, exerciseOfMove(move));
    const kg = view.shown.loads[first.id]?.kg ?? 0;
    const loads = buildableLoads(exercise, view.shown.equipment, first.setup ?? slot.setup);
    const lighter = loads.filter((load) => load.kg < kg - SAME_WEIGHT_KG).slice(-3);
    const heavier = loads.filter((load) => load.kg > kg + SAME_WEIGHT_KG).slice(0, 3);
    const change = (load: (typeof loads)[number]) =>
      onLog({ kind: "loadChanged", slotId: slot.id, fromRound: blockRound.round, load: floorLoadOf(load) });
    return (
      <section key={slot.id} aria-label={exercise.name} className="flex flex-col gap-2">
        <p className="text-lg">
          <strong>{exercise.name}</strong>{" "}
          <span className="text-[var(--floor-quiet)]">now {view.shown.loads[first.id]?.words}</span>
        </p>
        {[lighter, heavier].map((row, index) =>
          row.length > 0 ? (
            <div key={index === 0 ? "lighter" : "heavier"} className="flex gap-2.5">
              {row.map((load) => (
                <SmallButton key={load.kg} onClick={() => change(load)}>
                  {loadWords(exercise, load.kg, load.weight)}
                </SmallButton>
              ))}
            </div>
          ) : null,
        )}
      </section>
    );
  });
}

/** The blocks that have rounds to come, in the order in which they are done. */
function blocksAhead({ shown, blockRounds, performed }: Floor) {
  const blocks = allBlocks(shown!.document);
  return inOrder(blocks, performed.order).flatMap((block) => {
    const open = blockRounds.filter((one) => one.block.id === block.id && !isBlockRoundOver(one, performed));
    return open.length > 0 ? [{ block, open, letter: blockLetter(blocks.indexOf(block)) }] : [];
  });
}

function OrderPage({ floor, blockRound, onLog }: ChoiceProps) {
  const view = floor.view!;
  const ahead = blocksAhead(floor);
  return ahead
    .filter(({ block }) => block.id !== blockRound.block.id)
    .map(({ block, open, letter }) => (
      <ChoiceButton
        key={block.id}
        title={`${letter}: ${block.slots.map(({ exerciseId }) => nameOf(view, exerciseId)).join(" and ")}`}
        detail={`${open.length} ${open.length === 1 ? "round" : "rounds"}, then ${blockRound.letter}`}
        onTake={() => {
          const order = inOrder(allBlocks(floor.shown!.document), floor.performed.order).map(({ id }) => id);
          const rest = order.filter((id) => id !== block.id);
          return onLog({ kind: "orderChanged", blockIds: [block.id, ...rest] });
        }}
      />
    ));
}

function NotePage({ floor, blockRound, onLog }: { floor: Floor; blockRound: BlockRound | null; onLog: Log }) {
  const [text, setText] = useState("");
  const [first] = blockRound?.moves ?? [];
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== "") void onLog({ kind: "note", slotId: first?.slot.id ?? null, text: text.trim() });
      }}
    >
      <label className="flex flex-col gap-1 text-lg">
        {floor.view?.role === "client" ? "For your coach" : "For the record"}
        <textarea
          value={text}
          rows={3}
          maxLength={2000}
          onChange={(event) => setText(event.target.value)}
          className="rounded-lg border border-[var(--floor-line)] bg-transparent p-3"
        />
      </label>
      <button
        type="submit"
        disabled={text.trim() === ""}
        className="min-h-[64px] rounded-xl bg-[var(--floor-done)] text-xl font-bold text-[var(--floor-on)] disabled:opacity-45"
      >
        Save the note
      </button>
    </form>
  );
}
