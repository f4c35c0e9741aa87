/** Templates of a kind, as their picker reads and removes them. */
import type { TemplateKind, TemplateLine } from "../views";
import { callApi, replySentence } from "./api";

interface Place {
  readonly name: string;
  readonly id: string;
}

const store = (kind: TemplateKind) => ({
  /** A page of those with the words in their name; or the sentence that says why not. */
  read: async (
    search: string,
    after: Place | null,
  ): Promise<{ readonly templates: readonly TemplateLine[]; readonly next: Place | null } | string> => {
    const reply = await callApi("templates.list", { kind, search, after });
    return reply.kind === "ok" ? reply.value : replySentence(reply);
  },
  /** Null where it was removed. */
  remove: async (templateId: string): Promise<string | null> => {
    const reply = await callApi("templates.remove", { templateId });
    return reply.kind === "ok" ? null : replySentence(reply);
  },
});

export const TEMPLATES = { session: store("session"), block: store("block"), plan: store("plan") } as const;
