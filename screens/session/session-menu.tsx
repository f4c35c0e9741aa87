"use client";
import { Ellipsis } from "lucide-react";
import { useState } from "react";
import { allBlocks, scaleLoads, scaleRests } from "@/core";
import { Menu } from "@/ui/menu";
import { Sheet } from "@/ui/sheet";
import { KeepTemplate } from "./keep-template";
import { SessionSheet } from "./session-sheet";
import { StartFrom } from "./start-from";
import type { Desk } from "./use-desk";

/** What can be done to the whole session at once. */
export function SessionMenu({ desk }: { desk: Desk }) {
  const { document, operate, locked } = desk;
  const [sheet, setSheet] = useState<"session" | "template" | "from" | null>(null);
  if (locked) return null;
  const isEmpty = allBlocks(document).length === 0;
  const items = [
    { name: "Name, day and length…", onSelect: () => setSheet("session") },
    { name: "Written loads −10 %", onSelect: () => operate(scaleLoads(document, 0.9)) },
    { name: "Written loads +5 %", onSelect: () => operate(scaleLoads(document, 1.05)) },
    { name: "Rests −20 %", onSelect: () => operate(scaleRests(document, 0.8)) },
    { name: "Rests +20 %", onSelect: () => operate(scaleRests(document, 1.2)) },
    { name: "Add from templates…", onSelect: () => setSheet("from") },
    { name: "Keep as a template…", onSelect: () => setSheet("template") },
  ].filter(({ name }) => !isEmpty || name.startsWith("Name"));
  return (
    <>
      <Menu label="Change the whole session" trigger={<Ellipsis size={16} aria-hidden />} items={items} />
      {sheet === "session" ? <SessionSheet desk={desk} onClose={() => setSheet(null)} /> : null}
      <Sheet open={sheet === "from"} onOpenChange={() => setSheet(null)} title="Add to this session">
        {sheet === "from" ? <StartFrom desk={desk} onTaken={() => setSheet(null)} /> : null}
      </Sheet>
      {sheet === "template" ? (
        <KeepTemplate kind="session" name={document.title} document={document} onClose={() => setSheet(null)} />
      ) : null}
    </>
  );
}
