"use client";
import { useEffect, useRef, useState } from "react";
import {
  addBlocks,
  type Block,
  blockOfSlot,
  EMPTY_DOCUMENT,
  entryAt,
  firstOf,
  liftToPlace,
  moveBlock,
  moveSlot,
  type Operation,
  parseCell,
  printCell,
  printSession,
  repsByRound,
  type SessionDocument,
  type ShorthandError,
  slotById,
  slotLabels,
  type TypedCell,
  writeCells,
} from "@/core";
import { newId } from "@/device/ids";
import type { CellMove } from "@/parts/set-cell";
import type { Selection } from "./desk-state";
import { cellsIn, copied, filled, pasted, type Range, rangeBetween, rowsOf, saysWhole, sheetOf } from "./grid-range";
import { writeOrAskReps } from "./reps-by-round";
import { useDeskStore, useWholeDesk } from "./use-desk";

/** A cell that is being written: where it is, whatever is chosen meanwhile; what is typed; and what stood there. */
interface Editing {
  readonly at: Selection;
  readonly text: string;
  readonly printed: string;
}

/** A place beside the cells that is being written, or where a lift is being looked for. */
export type Place =
  | { readonly kind: "tempo" | "setup" | "cues" | "transition" | "ramp" | "swap"; readonly slotId: string }
  | { readonly kind: "rest" | "rounds"; readonly blockId: string }
  | { readonly kind: "warmUp" }
  /** Into a block, or as a block of its own after it (null: at the end). */
  | {
      readonly kind: "add";
      readonly blockId: string | null;
      readonly isInside: boolean;
      /** Typed while the field was on its way. */
      readonly typed?: string;
    };

/** What is chosen, written, copied and moved in the grid, by keyboard as by pointer. */
export function useGrid() {
  const desk = useWholeDesk();
  const store = useDeskStore();
  const { document, selection, anchor, catalogue, locked } = desk;
  const [cell, setCell] = useState<Editing | null>(null);
  const [error, setError] = useState<ShorthandError | null>(null);
  const [place, setPlace] = useState<Place | null>(null);
  const [menuOf, setMenuOf] = useState<string | null>(null);
  // What was said holds for the session as it was then: undone, it is no longer so.
  const [said, setSaidOf] = useState<{ readonly text: string; readonly document: SessionDocument } | null>(null);
  const setSaid = (text: string) => setSaidOf({ text, document: store.getState().document });
  const container = useRef<HTMLDivElement>(null);
  // What is being written now, also for handlers of an earlier render: a text is committed once.
  const writing = useRef<Editing | null>(null);
  const rows = rowsOf(document);
  // The first lift has come in, and is chosen: what is done next is done here.
  const isChosen = useRef(selection !== null);
  useEffect(() => {
    if (isChosen.current && window.document.activeElement === window.document.body) container.current?.focus();
  }, []);
  const labels = slotLabels(document);
  const { unit } = desk.view.gym.equipment;

  const put = (next: Editing | null) => {
    writing.current = next;
    setCell(next);
  };
  const focus = () => container.current?.focus({ preventScroll: true });
  const printed = ({ slotId, round }: Selection): string => {
    const set = slotById(document, slotId)?.sets[round] ?? null;
    return set ? printCell(set, catalogue, labels) : "-";
  };

  /** The rectangle between where the choice began and where it is. */
  const range = (): Range | null => selection && rangeBetween(rows, anchor ?? selection, selection);
  const together = anchor ? range() : null;
  /** A lift's rounds among several cells that are chosen. */
  const chosenOf = (slotId: string): { readonly from: number; readonly to: number } | null =>
    together?.rows.some((row) => row.slotId === slotId) ? { from: together.from, to: together.to } : null;

  const startEdit = (at: Selection | null, typed?: string) => {
    if (!at || locked) return;
    if (writing.current) {
      // What does not read yet is put right, or left with Escape, before another cell is written.
      window.document.querySelector<HTMLInputElement>("[data-writing]")?.focus();
      return;
    }
    const text = printed(at) === "-" ? "" : printed(at);
    put({ at, text: typed ?? text, printed: text });
    setError(null);
  };
  const commit = (move: CellMove) => {
    const now = writing.current;
    if (!now) return;
    const problem = now.text.trim() === now.printed.trim() ? null : keep(now);
    setError(problem);
    if (problem) return;
    put(null);
    if (move === "down") rove(0, 1);
    if (move === "right" || move === "left") rove(move === "right" ? 1 : -1, 0);
    focus();
  };
  /** Writes what was typed: into the cell, into all that are chosen with it, or over the rounds of its lift. */
  const keep = ({ at, text, printed: stood }: Editing): ShorthandError | null => {
    const reps = repsByRound(text);
    if (reps) {
      setSaid(writeOrAskReps(desk, at.slotId, reps) ?? "");
      return null;
    }
    const isWhole = saysWhole(text, stood);
    const chosen = chosenWith(at);
    if (!chosen) return desk.setCell(at, text, isWhole);
    const sets = (slotId: string) => slotById(document, slotId)?.sets ?? [];
    const before = isWhole ? null : (sets(at.slotId)[at.round] ?? null);
    const read = parseCell(text, catalogue, newId, { before, isFirstRound: at.round === 0, labels, unit });
    if ("error" in read) return read.error;
    write(
      cellsIn(chosen, () => text).map((cell) => ({ ...cell, isPart: !isWhole })),
      "written",
    );
    return null;
  };
  /** The cells that are chosen together with one of them; null: it stands alone. */
  const chosenWith = (at: Selection): Range | null => {
    const chosen = anchor ? range() : null;
    const isIn =
      chosen?.rows.some(({ slotId }) => slotId === at.slotId) && at.round >= chosen.from && at.round <= chosen.to;
    return chosen && isIn && cellsIn(chosen, () => "").length > 1 ? chosen : null;
  };
  const leave = () => {
    put(null);
    setError(null);
    focus();
  };
  const select = (at: Selection, extend = false) => desk.select(at, extend);
  const rove = (dx: number, dy: number, extend = false) => {
    if (rows.length === 0) return;
    const row = rows.findIndex((one) => one.slotId === selection?.slotId);
    const next = entryAt(rows, Math.max(0, Math.min(rows.length - 1, Math.max(row, 0) + dy)));
    const round = Math.max(0, Math.min(next.rounds - 1, (selection?.round ?? 0) + dx));
    select({ slotId: next.slotId, round }, extend);
  };

  const cellWords = (count: number): string => (count === 1 ? "1 cell" : `${count} cells`);
  const write = (cells: readonly TypedCell[], what: string) => {
    const refused = desk.attempt(writeCells(document, cells, catalogue, newId, unit));
    setSaid(refused ?? `${cellWords(cells.length)} ${what}`);
  };
  const fill = (way: "down" | "right") => {
    const chosen = range();
    const cells = chosen && !locked ? filled(chosen, way, rows, printed) : null;
    if (cells) write(cells, way === "down" ? "filled down" : "filled right");
  };
  const blockText = (block: Block): string =>
    printSession({ ...EMPTY_DOCUMENT, blocks: [block] }, catalogue, desk.view.gyms).trim();

  /** Cells as a spreadsheet has them, from the chosen one on; lines of lifts as blocks after the one in hand. */
  const paste = (text: string) => {
    if (locked || text.trim() === "") return;
    const sheet = sheetOf(text);
    const [first = ""] = firstOf(sheet);
    const place = { before: null, isFirstRound: false, labels, unit };
    const isCells = text.includes("\t") || first.trim() === "-" || "set" in parseCell(first, catalogue, newId, place);
    if (!isCells) return void pasteLifts(text);
    if (!selection) return;
    const chosen = sheet.length === 1 && sheet[0]!.length === 1 ? chosenWith(selection) : null;
    // One cell over several fills them all.
    if (chosen)
      return write(
        cellsIn(chosen, () => first),
        "pasted",
      );
    const { cells, beyond } = pasted(sheet, rows, selection);
    if (cells.length > 0)
      write(cells, beyond > 0 ? `pasted; ${cellWords(beyond)} beyond the last round left out` : "pasted");
    else setSaid("Nothing pasted: the cells would stand beyond the last round.");
  };
  const pasteLifts = async (text: string) => {
    const read = await desk.readLifts(text);
    if (!read.ok) return setSaid(read.message);
    setSaid(desk.attempt(addBlocks(document, read.blocks, blockAfter())) ?? "pasted");
  };
  /** Where what is new comes: after the block in hand, else at the end. */
  const blockAfter = (): number => {
    const block = selection && blockOfSlot(document, selection.slotId);
    const at = block ? document.blocks.findIndex(({ id }) => id === block.id) : -1;
    return at < 0 ? document.blocks.length : at + 1;
  };

  /** A lift up or down: within its block, out of it, or past another block. */
  const moveLift = (by: -1 | 1) => {
    const block = selection && blockOfSlot(document, selection.slotId);
    if (!selection || !block || locked) return;
    const inside = block.slots.findIndex(({ id }) => id === selection.slotId);
    const at = document.blocks.findIndex(({ id }) => id === block.id);
    const to = inside + by;
    if (to >= 0 && to < block.slots.length) return act(moveSlot(document, selection.slotId, block.id, to));
    if (at < 0) return;
    if (block.slots.length > 1) return act(liftToPlace(document, selection.slotId, by < 0 ? at : at + 1, newId));
    if (at + by >= 0 && at + by < document.blocks.length) act(moveBlock(document, block.id, at + by));
  };
  const moveWhole = (by: -1 | 1) => {
    const block = selection && blockOfSlot(document, selection.slotId);
    const at = document.blocks.findIndex(({ id }) => id === block?.id);
    if (block && at >= 0 && !locked) act(moveBlock(document, block.id, Math.max(0, at + by)));
  };
  const act = (operation: Operation) => setSaid(desk.attempt(operation) ?? "");

  const MOVES: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
    Home: [-99, 0],
    End: [99, 0],
    PageUp: [0, -99],
    PageDown: [0, 99],
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (
      event.target instanceof Element &&
      event.target.closest("input, button, select, textarea, [role=menu], [cmdk-root]")
    )
      return;
    const { key, altKey, shiftKey } = event;
    const command = event.ctrlKey || event.metaKey;
    const by = MOVES[key];
    const done = (work: () => void) => {
      event.preventDefault();
      work();
    };
    // The field to find a lift in may still be on its way: whoever types on types into it.
    if (place?.kind === "add" && !command && !altKey) {
      const { typed = "" } = place;
      if (key.length === 1) return done(() => setPlace({ ...place, typed: typed + key }));
      if (key === "Backspace") return done(() => setPlace({ ...place, typed: typed.slice(0, -1) }));
      if (key === "Enter") return done(() => {});
    }
    if (by && altKey && by[0] === 0)
      return done(() => (shiftKey ? moveWhole(by[1] < 0 ? -1 : 1) : moveLift(by[1] < 0 ? -1 : 1)));
    if (by && !altKey && !command) return done(() => rove(by[0], by[1], shiftKey));
    if (command && key.toLowerCase() === "d") return done(() => fill("down"));
    if (command && key.toLowerCase() === "r" && selection) return done(() => fill("right"));
    if (command && key.toLowerCase() === "a")
      return done(() => {
        const last = rows.at(-1);
        if (!rows[0] || !last) return;
        // From the end of the longest lift's rounds: the last one may have fewer.
        desk.select({ slotId: rows[0].slotId, round: Math.max(...rows.map(({ rounds }) => rounds)) - 1 });
        desk.select({ slotId: last.slotId, round: 0 }, true);
      });
    if (command || altKey) return;
    if (key === "Enter" || key === "F2") return done(() => startEdit(selection));
    if (key === "Escape" && (anchor || desk.question))
      return done(() => {
        desk.ask(null);
        desk.select(selection);
      });
    if (key === "F6") return done(() => window.document.getElementById("why")?.focus());
    if (locked) return;
    if (key === "Delete" || key === "Backspace")
      return done(() => {
        const chosen = range();
        if (chosen)
          write(
            cellsIn(chosen, () => "-"),
            "left out of their rounds",
          );
      });
    if (key === "w") return done(() => setPlace({ kind: "warmUp" }));
    if (key === "+") return done(() => openAdd(false));
    if (key === "&") return done(() => openAdd(true));
    if ((key === "ContextMenu" || key === "." || (shiftKey && key === "F10")) && selection)
      return done(() => setMenuOf(selection.slotId));
    if (key.length === 1 && /[\dF@=>rt]/.test(key)) return done(() => startEdit(selection, key));
  };
  const openAdd = (isInside: boolean) => {
    const block = selection && blockOfSlot(document, selection.slotId);
    setPlace({ kind: "add", blockId: block?.id ?? null, isInside: isInside && block !== null });
  };
  const isInField = (event: React.ClipboardEvent) =>
    event.target instanceof Element && event.target.closest("input, textarea, select") !== null;

  return {
    container,
    cell,
    error,
    commit,
    leave,
    startEdit,
    setText: (text: string) => {
      if (writing.current) put({ ...writing.current, text });
    },
    place,
    open: setPlace,
    close: () => {
      setPlace(null);
      focus();
    },
    select,
    chosenOf,
    menuOf,
    setMenuOf,
    focus,
    said: said?.document === document ? said.text : "",
    blockText,
    onKeyDown,
    onCopy: (event: React.ClipboardEvent) => {
      const chosen = isInField(event) ? null : range();
      if (!chosen) return;
      event.preventDefault();
      event.clipboardData.setData("text/plain", copied(chosen, printed));
      setSaid("copied");
    },
    onPaste: (event: React.ClipboardEvent) => {
      if (isInField(event)) return;
      event.preventDefault();
      paste(event.clipboardData.getData("text/plain"));
    },
    rows,
  };
}

export type GridState = ReturnType<typeof useGrid>;
