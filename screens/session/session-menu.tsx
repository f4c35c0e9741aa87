"use client";
import { Ellipsis } from "lucide-react";
import { useState } from "react";
import { allBlocks, scaleLoads, scaleRests } from "@/core";
import { Menu, type MenuItem } from "@/ui/menu";
import { Sheet } from "@/ui/sheet";
import { CompareSheet } from "./compare-sheet";
import { FilesSheet } from "./files-sheet";
import { KeepTemplate } from "./keep-template";
import { SessionSheet } from "./session-sheet";
import { StartFrom } from "./start-from";
import type { Desk } from "./use-desk";

/** What can be done to the whole session at once. */
export function SessionMenu({ desk }: { desk: Desk }) {
  const { document, operate, locked } = desk;
  const [sheet, setSheet] = useState<"session" | "template" | "from" | "files" | "compare" | null>(null);
  const close = () => setSheet(null);
  const isEmpty = allBlocks(document).length === 0;
  const changes: MenuItem[] = [
    { name: "Written loads −10 %", onSelect: () => operate(scaleLoads(document, 0.9)) },
    { name: "Written loads +5 %", onSelect: () => operate(scaleLoads(document, 1.05)) },
    { name: "Rests −20 %", onSelect: () => operate(scaleRests(document, 0.8)) },
    { name: "Rests +20 %", onSelect: () => operate(scaleRests(document, 1.2)) },
    { name: "Add from templates…", onSelect: () => setSheet("from") },
    { name: "Keep as a template…", onSelect: () => setSheet("template") },
  ];
  const items: MenuItem[] = [
    ...(locked ? [] : [{ name: "Name, day and length…", onSelect: () => setSheet("session") }]),
    ...(locked || isEmpty ? [] : changes),
    ...(isEmpty ? [] : [{ name: "Beside one of before…", onSelect: () => setSheet("compare") }]),
    { name: "Files and printing…", onSelect: () => setSheet("files") },
  ];
  return (
    <>
      <Menu label="Change the whole session" trigger={<Ellipsis size={16} aria-hidden />} items={items} />
      {sheet === "session" ? <SessionSheet desk={desk} onClose={close} /> : null}
      <Sheet open={sheet === "from"} onOpenChange={close} title="Add to this session">
        {sheet === "from" ? <StartFrom desk={desk} onTaken={close} /> : null}
      </Sheet>
      {sheet === "template" ? (
        <KeepTemplate kind="session" name={document.title} document={document} onClose={close} />
      ) : null}
      {sheet === "files" ? <FilesSheet desk={desk} onClose={close} /> : null}
      {sheet === "compare" ? <CompareSheet desk={desk} onClose={close} /> : null}
    </>
  );
}
