/** Templates of a kind, as their picker reads and removes them. */
import {
  catalogueIn,
  type Input,
  MOST_TEMPLATE_BYTES,
  type Output,
  readTemplateFile,
  type StudioExercises,
} from "../contract";
import type { TemplateKind } from "../views";
import { callApi } from "./api";
import { ReplyError, replyValue } from "./query";

type Place = Input<"templates.list">["after"];

const unreadable = (message: string) =>
  new ReplyError({ kind: "refused", message, problems: [{ field: "file", message }] });

const store = (kind: TemplateKind) => ({
  key: ["templates.list", kind] as const,
  /** A page of those with the words in their name. */
  read: async (search: string, after: Place): Promise<Output<"templates.list">> =>
    replyValue(await callApi("templates.list", { kind, search, after }), "read"),
  /** A template from a file; what is wrong with it is thrown as a sentence. */
  addFile: async (file: File, exercises: StudioExercises): Promise<unknown> => {
    if (file.size > MOST_TEMPLATE_BYTES) throw unreadable("This file is too long to be a template.");
    const read = readTemplateFile(await file.text(), catalogueIn(exercises));
    if (!read.ok) throw unreadable(read.why);
    const of = read.of.kind === "planFile" ? "plan" : read.of.kind;
    if (of !== kind) throw unreadable(`This is a template of a ${of}, and not of a ${kind}.`);
    return replyValue(await callApi("templates.keep", { name: read.name, of: read.of }));
  },
  remove: async (templateId: string): Promise<unknown> => replyValue(await callApi("templates.remove", { templateId })),
});

export const TEMPLATES = { session: store("session"), block: store("block"), plan: store("plan") } as const;
