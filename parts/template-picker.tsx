"use client";
import { Fragment, type ReactNode, useCallback, useEffect, useState } from "react";
import type { TemplateKind, TemplateLine } from "@/contract";
import { ask, replySentence } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";

const PAUSE_MS = 250;

/** What was kept to start from, by name, searched and paged; each drawn by its screen, beside the button that removes it. */
export function TemplatePicker({
  kind,
  none,
  children,
}: {
  kind: TemplateKind;
  /** What is said where nothing is kept. */
  none: string;
  children: (template: TemplateLine, remove: ReactNode) => ReactNode;
}) {
  const [templates, setTemplates] = useState<readonly TemplateLine[] | null>(null);
  const [next, setNext] = useState<{ readonly name: string; readonly id: string } | null>(null);
  const [search, setSearch] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const read = useCallback(
    async (words: string, after: { readonly name: string; readonly id: string } | null, isOld: () => boolean) => {
      const reply = await ask("templates.list", { kind, search: words, after });
      if (isOld()) return;
      if (reply.kind !== "ok") return setProblem(replySentence(reply));
      const { templates: found } = reply.value;
      setProblem(null);
      setTemplates((before) => (after ? [...(before ?? []), ...found] : found));
      setNext(reply.value.next);
    },
    [kind],
  );
  useEffect(() => {
    let isOld = false;
    const timer = setTimeout(() => void read(search, null, () => isOld), search === "" ? 0 : PAUSE_MS);
    return () => {
      isOld = true;
      clearTimeout(timer);
    };
  }, [read, search]);
  const remove = async (templateId: string) => {
    const reply = await ask("templates.remove", { templateId });
    if (reply.kind === "ok") setTemplates((before) => before?.filter(({ id }) => id !== templateId) ?? null);
    else setProblem(replySentence(reply));
  };
  const isSearched = search.trim() !== "";
  return (
    <>
      {isSearched || (templates?.length ?? 0) > 3 ? (
        <TextField label="Search" value={search} onChange={(event) => setSearch(event.target.value.slice(0, 120))} />
      ) : null}
      {problem ? <p role="alert">{problem}</p> : null}
      {templates === null && !problem ? <p className="text-quiet">Looking…</p> : null}
      {templates?.length === 0 ? (
        <p className="text-quiet">{isSearched ? "None has these words in its name." : none}</p>
      ) : null}
      {templates?.map((template) => (
        <Fragment key={template.id}>
          {children(
            template,
            <Button aria-label={`Remove the template ${template.name}`} onClick={() => void remove(template.id)}>
              Remove
            </Button>,
          )}
        </Fragment>
      ))}
      {next ? (
        <div>
          <Button onClick={() => void read(search, next, () => false)}>More</Button>
        </div>
      ) : null}
    </>
  );
}
