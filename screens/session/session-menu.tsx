"use client";
import { Ellipsis } from "lucide-react";
import { useState } from "react";
import { allBlocks, scaleLoads, scaleRests } from "@/core";
import { useActions, useFinder } from "@/ui/actions";
import { Menu } from "@/ui/menu";
import type { MenuItem } from "@/ui/menu-list";
import { fetched } from "@/ui/on-demand";
import { useLatest } from "@/ui/use-latest";
import { useDeskStore, useWholeDesk } from "./use-desk";

const CompareSheet = fetched(() => import("./compare-sheet").then((module) => module.CompareSheet));
const FilesSheet = fetched(() => import("./files-sheet").then((module) => module.FilesSheet));
const SaveTemplate = fetched(() => import("./save-template").then((module) => module.SaveTemplate));
const PartnerSheet = fetched(() => import("./partner-sheet").then((module) => module.PartnerSheet));
const SessionSheet = fetched(() => import("./session-sheet").then((module) => module.SessionSheet));
const AddFrom = fetched(() => import("./add-from").then((module) => module.AddFromSession));

const DOTS = <Ellipsis size={16} aria-hidden />;

/** What can be done to the whole session at once. */
export function SessionMenu() {
  const desk = useDeskStore();
  const { document, operate, locked, view } = useWholeDesk();
  const [sheet, setSheet] = useState<"session" | "partner" | "template" | "from" | "files" | "compare" | null>(null);
  const close = () => setSheet(null);
  const isEmpty = allBlocks(document).length === 0;
  const changes = (): MenuItem[] => [
    { name: "Written loads −10 %", onSelect: () => operate(scaleLoads(document, 0.9)) },
    { name: "Written loads +5 %", onSelect: () => operate(scaleLoads(document, 1.05)) },
    { name: "Rests −20 %", onSelect: () => operate(scaleRests(document, 0.8)) },
    { name: "Rests +20 %", onSelect: () => operate(scaleRests(document, 1.2)) },
    { name: "Add from templates…", onSelect: () => setSheet("from") },
    { name: "Save as a template…", onSelect: () => setSheet("template") },
  ];
  const items = (): MenuItem[] => [
    ...(locked ? [] : [{ name: "Name, day and length…", onSelect: () => setSheet("session") }]),
    ...(locked || isEmpty ? [] : changes()),
    ...(locked || isEmpty || view.partner
      ? []
      : [{ name: "Train together with…", onSelect: () => setSheet("partner") }]),
    ...(isEmpty
      ? []
      : [
          { name: "Beside one of before…", onSelect: () => setSheet("compare") } as const,
          { name: "Watch it run", onSelect: () => window.location.assign(`/floor?rehearse=${view.sessionId}`) },
        ]),
    { name: "Files and printing…", onSelect: () => setSheet("files") },
  ];
  const offered = useLatest(() =>
    items().map(({ name, onSelect }) => ({ name: name.replace("…", ""), run: onSelect })),
  );
  useActions(offered);
  useFinder(
    useLatest({
      group: "Blocks to add",
      find: async (typed: string) =>
        desk.getState().locked ? [] : (await import("./find-blocks")).findBlocks(desk.getState, typed),
    }),
  );
  return (
    <>
      <Menu label="Change the whole session" trigger={DOTS} items={items} />
      {sheet === "session" ? <SessionSheet onClose={close} /> : null}
      {sheet === "from" ? <AddFrom onClose={close} /> : null}
      {sheet === "template" ? (
        <SaveTemplate kind="session" name={document.title} document={document} onClose={close} />
      ) : null}
      {sheet === "partner" ? <PartnerSheet onClose={close} /> : null}
      {sheet === "files" ? <FilesSheet onClose={close} /> : null}
      {sheet === "compare" ? <CompareSheet onClose={close} /> : null}
    </>
  );
}
