"use client";
import { Fragment, type ReactNode, useCallback, useEffect, useState } from "react";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import type { TemplateLine } from "@/views";

const PAUSE_MS = 250;

interface Place {
  readonly name: string;
  readonly id: string;
}

/** Where templates of one kind are read and removed; what goes wrong is a sentence. */
interface Store {
  readonly read: (
    search: string,
    after: Place | null,
  ) => Promise<{ readonly templates: readonly TemplateLine[]; readonly next: Place | null } | string>;
  readonly remove: (templateId: string) => Promise<string | null>;
}

/** What was kept to start from, by name, searched and paged; each drawn by its screen, beside the button that removes it. */
export function TemplatePicker({
  store,
  none,
  children,
}: {
  store: Store;
  /** What is said where nothing is kept. */
  none: string;
  children: (template: TemplateLine, remove: ReactNode) => ReactNode;
}) {
  const [templates, setTemplates] = useState<readonly TemplateLine[] | null>(null);
  const [next, setNext] = useState<Place | null>(null);
  const [search, setSearch] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const read = useCallback(
    async (words: string, after: Place | null, isOld: () => boolean) => {
      const found = await store.read(words, after);
      if (isOld()) return;
      if (typeof found === "string") return setProblem(found);
      setProblem(null);
      setTemplates((before) => (after ? [...(before ?? []), ...found.templates] : found.templates));
      setNext(found.next);
    },
    [store],
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
    const refused = await store.remove(templateId);
    if (refused === null) setTemplates((before) => before?.filter(({ id }) => id !== templateId) ?? null);
    else setProblem(refused);
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
