/** Blocks that are added to the session by name: those that were kept, and our own of each structure. */
import { copyBlocksFrom, documentForClient, parseSession, type SessionDocument, STARTERS } from "@/core";
import { callApi } from "@/device/api";
import { newId } from "@/device/ids";
import type { Action } from "@/ui/actions";
import { isOfStructure } from "@/views";
import type { DeskState } from "./desk-state";

const MOST = 5;

export async function findBlocks(desk: () => DeskState, typed: string): Promise<Action[]> {
  const search = typed.trim();
  const reply = await callApi("templates.list", { kind: "block", search, after: null });
  const kept = reply.kind === "ok" ? reply.value.templates : [];
  const add = (name: string, read: () => SessionDocument): Action => ({
    name: `Add ${name}`,
    run: () => desk().operate(copyBlocksFrom(desk().document, read(), newId)),
  });
  return [
    ...kept.flatMap((one) => (one.kind === "plan" ? [] : [add(one.name, () => documentForClient(one.document))])),
    ...STARTERS.flatMap(({ kind, name, text }) => {
      if (kind !== "block") return [];
      const read = () => parseSession(text, desk().catalogue, newId).document;
      const isNamed = name.toLowerCase().includes(search.toLowerCase());
      const { catalogue, view } = desk();
      const isFound =
        isNamed || isOfStructure(search, { name, document: read() }, { catalogue, settings: view.settings });
      return isFound ? [add(name, read)] : [];
    }),
  ].slice(0, MOST);
}
