"use client";
import { Ellipsis } from "lucide-react";
import { useState } from "react";
import {
  allBlocks,
  type Block,
  changeRounds,
  duplicateBlock,
  moveBlock,
  pairBlocks,
  plannedRounds,
  removeBlock,
  scaleLoads,
  scaleRests,
  splitSlot,
} from "@/core";
import { newId } from "@/device/ids";
import { Menu } from "@/ui/menu";
import { MethodSheet } from "./method-sheet";
import { SessionSheet } from "./session-sheet";
import type { Desk } from "./use-desk";

/** What can be done to one block. */
export function BlockMenu({ desk, block, letter }: { desk: Desk; block: Block; letter: string }) {
  const { document, operate, locked } = desk;
  const [choosing, setChoosing] = useState(false);
  if (locked) return null;
  const at = document.blocks.findIndex((one) => one.id === block.id);
  const below = at < 0 ? undefined : document.blocks[at + 1];
  const rounds = plannedRounds(block.rounds);
  const items = [
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
    {
      name: "Superset with the block below",
      disabled: !below,
      onSelect: () => operate(pairBlocks(document, block.id, below!.id, 10)),
    },
    {
      name: "Split off the last lift",
      disabled: block.slots.length < 2,
      onSelect: () => operate(splitSlot(document, block.slots.at(-1)!.id, newId)),
    },
    { name: "Move up", disabled: at < 1, onSelect: () => operate(moveBlock(document, block.id, at - 1)) },
    { name: "Move down", disabled: !below, onSelect: () => operate(moveBlock(document, block.id, at + 1)) },
    { name: "Take up a method…", onSelect: () => setChoosing(true) },
    { name: "Double the block", onSelect: () => operate(duplicateBlock(document, block.id, newId)) },
    { name: "Take the block out", onSelect: () => operate(removeBlock(document, block.id)) },
  ];
  return (
    <>
      <Menu label={`Change block ${letter}`} trigger={<Ellipsis size={16} aria-hidden />} items={items} />
      {choosing ? <MethodSheet desk={desk} block={block} letter={letter} open onOpenChange={setChoosing} /> : null}
    </>
  );
}

/** What can be done to the whole session at once. */
export function SessionMenu({ desk }: { desk: Desk }) {
  const { document, operate, locked } = desk;
  const [open, setOpen] = useState(false);
  if (locked) return null;
  const isEmpty = allBlocks(document).length === 0;
  const items = [
    { name: "Name, day and length…", onSelect: () => setOpen(true) },
    { name: "Written loads −10 %", onSelect: () => operate(scaleLoads(document, 0.9)) },
    { name: "Written loads +5 %", onSelect: () => operate(scaleLoads(document, 1.05)) },
    { name: "Rests −20 %", onSelect: () => operate(scaleRests(document, 0.8)) },
    { name: "Rests +20 %", onSelect: () => operate(scaleRests(document, 1.2)) },
  ].filter(({ name }) => !isEmpty || name.startsWith("Name"));
  return (
    <>
      <Menu label="Change the whole session" trigger={<Ellipsis size={16} aria-hidden />} items={items} />
      {open ? <SessionSheet desk={desk} onClose={() => setOpen(false)} /> : null}
    </>
  );
}
