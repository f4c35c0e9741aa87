"use client";
import { Ellipsis } from "lucide-react";
import { memo, useCallback, useState } from "react";
import {
  allBlocks,
  applyTechnique,
  asFinisher,
  type Block,
  type BlockIntent,
  blockOfSlot,
  changeRounds,
  duplicateBlock,
  duplicateSlot,
  entryAt,
  type Laterality,
  lastOf,
  moveBlock,
  noFinisher,
  type Operation,
  pairBlocks,
  plannedRounds,
  removeBlock,
  removeSlot,
  type Slot,
  slotById,
  splitSlot,
  TECHNIQUE_IDS,
  TECHNIQUES,
} from "@/core";
import { newId } from "@/device/ids";
import { Menu } from "@/ui/menu";
import type { MenuGroup, MenuItem } from "@/ui/menu-list";
import { fetched } from "@/ui/on-demand";
import type { Latest } from "@/ui/use-latest";
import type { DeskState } from "./desk-state";
import { useDeskStore, useWholeDesk } from "./use-desk";
import type { GridState } from "./use-grid";

const SaveTemplate = fetched(() => import("./save-template").then((module) => module.SaveTemplate));
const MethodSheet = fetched(() => import("./method-sheet").then((module) => module.MethodSheet));

const DOTS = <Ellipsis size={14} aria-hidden />;
const LARGE_DOTS = <Ellipsis size={16} aria-hidden />;

const SIDES: readonly (readonly [Laterality, string])[] = [
  ["both", "both sides together"],
  ["eachSide", "one side, then the other"],
  ["alternating", "sides alternating"],
  ["otherHolds", "one side works, the other holds"],
];

const setSlot = <F extends "laterality" | "ramp">(slotId: string, field: F, value: Slot[F]): Operation =>
  ({ ok: true, edits: [{ kind: "setSlot", slotId, field, value }] }) as Operation;

/** What can be done with a lift: what it is made into, where it stands, and what else is written of it. */
export const LiftMenu = memo(function LiftMenu({
  grid,
  slotId,
  name,
  isOpen,
}: {
  grid: Latest<GridState>;
  slotId: string;
  name: string;
  isOpen: boolean;
}) {
  const desk = useDeskStore();
  const toggle = useCallback((to: boolean) => grid.now.setMenuOf(to ? slotId : null), [grid, slotId]);
  return (
    <Menu
      label={`Change ${name}`}
      trigger={DOTS}
      items={() => liftItems(desk.getState(), grid.now, slotId)}
      open={isOpen}
      onOpenChange={toggle}
      onClosed={() => {
        // What was opened by it is written in; else the grid goes on.
        const opened = window.document.querySelector<HTMLInputElement>("[data-writing], [role=grid] [cmdk-input]");
        if (opened) opened.focus();
        else grid.now.focus();
      }}
      isTabStop={false}
    />
  );
});

function liftItems(desk: DeskState, grid: GridState, slotId: string): (MenuItem | MenuGroup)[] {
  const { document, operate, selection, catalogue } = desk;
  const [block, slot] = [blockOfSlot(document, slotId), slotById(document, slotId)];
  if (!block || !slot) return [];
  const round = selection?.slotId === slot.id ? selection.round : Math.max(0, slot.sets.length - 1);
  const techniques = (of: "set" | "lift"): MenuItem[] =>
    TECHNIQUE_IDS.filter((id) => TECHNIQUES[id].of === of).map((id) => ({
      name: TECHNIQUES[id].name,
      hint: TECHNIQUES[id].about,
      onSelect: () => operate(applyTechnique(document, { slotId: slot.id, round }, id, catalogue, newId)),
    }));
  const at = document.blocks.findIndex(({ id }) => id === block.id);
  return [
    { name: `Make round ${round + 1} a…`, items: techniques("set") },
    { name: "Make its sets a…", items: techniques("lift") },
    { name: "Tempo…", afterLine: true, onSelect: () => grid.open({ kind: "tempo", slotId: slot.id }) },
    { name: "Set-up…", onSelect: () => grid.open({ kind: "setup", slotId: slot.id }) },
    { name: "Cues…", onSelect: () => grid.open({ kind: "cues", slotId: slot.id }) },
    ...(block.slots.at(-1)?.id === slot.id
      ? []
      : [{ name: "Transition after it…", onSelect: () => grid.open({ kind: "transition", slotId: slot.id }) }]),
    {
      name: "Sides",
      items: SIDES.map(([value, words]) => ({
        name: words,
        hint: slot.laterality === value ? "now" : undefined,
        onSelect: () => operate(setSlot(slot.id, "laterality", value)),
      })),
    },
    {
      name: slot.ramp.kind === "none" ? "Ramp up to it" : "No ramp before it",
      onSelect: () => operate(setSlot(slot.id, "ramp", { kind: slot.ramp.kind === "none" ? "auto" : "none" })),
    },
    ...(slot.ramp.kind === "none"
      ? []
      : [{ name: "Change its ramp…", onSelect: () => grid.open({ kind: "ramp", slotId: slot.id }) }]),
    { name: "Another lift instead…", afterLine: true, onSelect: () => grid.open({ kind: "swap", slotId: slot.id }) },
    { name: "Add a lift to its block…", onSelect: () => grid.open({ kind: "add", blockId: block.id, isInside: true }) },
    { name: "Add a lift below…", onSelect: () => grid.open({ kind: "add", blockId: block.id, isInside: false }) },
    { name: "Duplicate", onSelect: () => operate(duplicateSlot(document, slot.id, newId)) },
    {
      name: "Join the block above",
      disabled: at < 1 || block.slots.length > 1,
      onSelect: () => operate(pairBlocks(document, entryAt(document.blocks, at - 1).id, block.id, 10)),
    },
    {
      name: "Split it off",
      disabled: block.slots.length < 2,
      onSelect: () => operate(splitSlot(document, slot.id, newId)),
    },
    { name: "Remove", afterLine: true, onSelect: () => operate(removeSlot(document, slot.id)) },
  ];
}

/** What can be done to one block. */
export const BlockMenu = memo(function BlockMenu({
  grid,
  blockId,
  letter,
}: {
  grid: Latest<GridState>;
  blockId: string;
  letter: string;
}) {
  const desk = useDeskStore();
  const [sheet, setSheet] = useState<"method" | "template" | null>(null);
  return (
    <>
      <Menu
        label={`Change block ${letter}`}
        trigger={LARGE_DOTS}
        items={() => blockItems(desk.getState(), grid.now, blockId, setSheet)}
        isTabStop={false}
      />
      {sheet ? <BlockSheet sheet={sheet} blockId={blockId} letter={letter} onClose={() => setSheet(null)} /> : null}
    </>
  );
});

/** What is opened from a block's menu. */
function BlockSheet({
  sheet,
  blockId,
  letter,
  onClose,
}: {
  sheet: "method" | "template";
  blockId: string;
  letter: string;
  onClose: () => void;
}) {
  const desk = useWholeDesk();
  const block = blockById(desk, blockId);
  if (!block) return null;
  if (sheet === "method") return <MethodSheet block={block} letter={letter} open onOpenChange={onClose} />;
  return (
    <SaveTemplate
      kind="block"
      name={desk.computed.names.get(block.id)?.words ?? ""}
      document={{ ...desk.document, title: "", warmUp: null, capSeconds: null, blocks: [block], finisher: null }}
      onClose={onClose}
    />
  );
}

const blockById = ({ document }: Pick<DeskState, "document">, id: string): Block | null =>
  allBlocks(document).find((block) => block.id === id) ?? null;

function blockItems(
  desk: DeskState,
  grid: GridState,
  blockId: string,
  setSheet: (sheet: "method" | "template") => void,
): (MenuItem | MenuGroup)[] {
  const { document, operate } = desk;
  const block = blockById(desk, blockId);
  if (!block) return [];
  const at = document.blocks.findIndex((one) => one.id === block.id);
  const below = at < 0 ? undefined : document.blocks[at + 1];
  const rounds = plannedRounds(block.rounds);
  const intent = (value: BlockIntent): MenuItem => ({
    name: value === "circuit" ? "It is a circuit" : "It is meant to pre-exhaust",
    hint: block.intent === value ? "now" : undefined,
    onSelect: () =>
      operate({
        ok: true,
        edits: [{ kind: "setBlock", blockId: block.id, field: "intent", value: block.intent === value ? null : value }],
      }),
  });
  return [
    { name: "Rounds…", onSelect: () => grid.open({ kind: "rounds", blockId: block.id }) },
    { name: "Rest…", onSelect: () => grid.open({ kind: "rest", blockId: block.id }) },
    {
      name: "One round more",
      disabled: rounds === null,
      onSelect: () => operate(changeRounds(document, block.id, (rounds ?? 0) + 1, newId)),
    },
    {
      name: "One round fewer",
      disabled: rounds === null || rounds < 2,
      onSelect: () => operate(changeRounds(document, block.id, (rounds ?? 0) - 1, newId)),
    },
    { name: "Add a lift to it…", onSelect: () => grid.open({ kind: "add", blockId: block.id, isInside: true }) },
    {
      name: "Superset with the block below",
      disabled: !below,
      onSelect: () => operate(pairBlocks(document, block.id, below!.id, 10)),
    },
    {
      name: "Split off the last lift",
      disabled: block.slots.length < 2,
      onSelect: () => operate(splitSlot(document, lastOf(block.slots).id, newId)),
    },
    {
      name: "Meant as",
      items: [
        intent("circuit"),
        intent("pre-exhaust"),
        {
          name: "It is the finisher",
          hint: at < 0 ? "now" : undefined,
          onSelect: () => operate(at < 0 ? noFinisher(document) : asFinisher(document, block.id)),
        },
      ],
    },
    { name: "Move up", disabled: at < 1, onSelect: () => operate(moveBlock(document, block.id, at - 1)) },
    { name: "Move down", disabled: !below, onSelect: () => operate(moveBlock(document, block.id, at + 1)) },
    { name: "Take up a method…", afterLine: true, onSelect: () => setSheet("method") },
    { name: "Double the block", onSelect: () => operate(duplicateBlock(document, block.id, newId)) },
    {
      name: "Copy as text",
      onSelect: () => void navigator.clipboard?.writeText(grid.blockText(block)),
    },
    { name: "Save as a template…", onSelect: () => setSheet("template") },
    { name: "Remove the block", afterLine: true, onSelect: () => operate(removeBlock(document, block.id)) },
  ];
}
