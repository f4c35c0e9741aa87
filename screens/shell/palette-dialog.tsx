"use client";
import { Command } from "cmdk";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { catalogueIn, type StudioExercises } from "@/contract";
import { type Catalogue, offerExercises } from "@/core";

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

/** Every client, screen and exercise, by typing. */
export function PaletteDialog({
  items: places,
  exercises,
  open,
  setOpen,
}: {
  items: readonly PaletteItem[];
  exercises: StudioExercises;
  open: boolean;
  setOpen: (open: boolean) => void;
}) {
  const [typed, setTyped] = useState("");
  const catalogue = useMemo(() => catalogueIn(exercises), [exercises]);
  const items = useMemo(() => [...places, ...exerciseItems(typed, catalogue)], [places, typed, catalogue]);
  const router = useRouter();
  const groups = [...new Set(items.map((item) => item.group))];
  return (
    <Command.Dialog
      open={open}
      onOpenChange={setOpen}
      label="Go to"
      // Exercises come found already, and after the people and screens of that name.
      filter={(href, typed, names) => (href.startsWith(EXERCISE) ? 0.3 : likeness(typed, names?.[0] ?? ""))}
      overlayClassName="fixed inset-0 z-40 bg-bark/45"
      contentClassName="fixed left-1/2 top-[14vh] z-50 w-[min(34rem,92vw)] -translate-x-1/2 border-2 border-indigo bg-cloth"
    >
      <Command.Input
        placeholder="A client, a screen or an exercise"
        value={typed}
        onValueChange={setTyped}
        className="w-full border-b border-thread bg-transparent px-4 py-3 text-base outline-none"
      />
      <Command.List className="max-h-[50vh] overflow-y-auto p-2">
        <Command.Empty className="px-3 py-4 text-quiet">Nothing by that name.</Command.Empty>
        {groups.map((group) => (
          <Command.Group
            key={group}
            heading={group}
            className="mb-1 [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-quiet"
          >
            {items
              .filter((item) => item.group === group)
              .map((item) => (
                <Command.Item
                  key={item.href}
                  value={item.href}
                  keywords={[item.name]}
                  onSelect={() => {
                    setOpen(false);
                    setTyped("");
                    router.push(item.href);
                  }}
                  className="cursor-pointer rounded-[3px] px-3 py-2 data-[selected=true]:bg-indigo data-[selected=true]:text-ground"
                >
                  {item.name}
                </Command.Item>
              ))}
          </Command.Group>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
