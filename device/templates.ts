/** Templates of a kind, as their picker reads and removes them. */
import { catalogueIn, type Input, type Output, readTemplateFile, type StudioExercises } from "../contract";
import type { TemplateKind } from "../views";
import { callApi } from "./api";
import { replyValue } from "./query";

type Place = Input<"templates.list">["after"];

const store = (kind: TemplateKind) => ({
  key: ["templates.list", kind] as const,
  /** A page of those with the words in their name. */
  read: async (search: string, after: Place): Promise<Output<"templates.list">> =>
    replyValue(await callApi("templates.list", { kind, search, after })),
  /** A template from a file; what is wrong with it is thrown as a sentence. */
  addFile: async (text: string, exercises: StudioExercises): Promise<unknown> => {
    const read = readTemplateFile(text, catalogueIn(exercises));
    if (!read.ok) throw new Error(read.why);
    const of = read.of.kind === "planFile" ? "plan" : read.of.kind;
    if (of !== kind) throw new Error(`This is a template of a ${of}, and not of a ${kind}.`);
    return replyValue(await callApi("templates.keep", { name: read.name, of: read.of }));
  },
  remove: async (templateId: string): Promise<unknown> => replyValue(await callApi("templates.remove", { templateId })),
});

export const TEMPLATES = { session: store("session"), block: store("block"), plan: store("plan") } as const;
