/** Templates of a kind, as their picker reads and removes them. */
import type { Input, Output } from "../contract";
import type { TemplateKind } from "../views";
import { callApi } from "./api";
import { replyValue } from "./query";

type Place = Input<"templates.list">["after"];

const store = (kind: TemplateKind) => ({
  key: ["templates.list", kind] as const,
  /** A page of those with the words in their name. */
  read: async (search: string, after: Place): Promise<Output<"templates.list">> =>
    replyValue(await callApi("templates.list", { kind, search, after })),
  remove: async (templateId: string): Promise<unknown> => replyValue(await callApi("templates.remove", { templateId })),
});

export const TEMPLATES = { session: store("session"), block: store("block"), plan: store("plan") } as const;
