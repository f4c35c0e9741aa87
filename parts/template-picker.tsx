"use client";
import { keepPreviousData, type QueryKey, useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import { Fragment, type ReactNode, useState } from "react";
import { catalogueIn, type StudioExercises, templateFileText } from "@/contract";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { saveFile } from "@/ui/save-file";
import { useDebounced } from "@/ui/use-debounced";
import type { TemplateLine } from "@/views";

const PAUSE_MS = 250;

interface Place {
  readonly name: string;
  readonly id: string;
}

/** Where templates of one kind are read and removed; what goes wrong is thrown as a sentence. */
interface Store {
  readonly key: QueryKey;
  readonly read: (
    search: string,
    after: Place | null,
  ) => Promise<{ readonly templates: readonly TemplateLine[]; readonly next: Place | null }>;
  readonly addFile: (file: File, exercises: StudioExercises) => Promise<unknown>;
  readonly remove: (templateId: string) => Promise<unknown>;
}

const FIRST: Place | null = null;

/** What was kept to start from, by name, searched and paged; each drawn by its screen, beside the button that removes it. */
export function TemplatePicker({
  store,
  none,
  exercises,
  children,
}: {
  store: Store;
  /** The studio's exercises, by which those named in a template file are found. */
  exercises: StudioExercises;
  /** What is said where nothing is kept. */
  none: string;
  children: (template: TemplateLine, remove: ReactNode) => ReactNode;
}) {
  const queries = useQueryClient();
  const [search, setSearch] = useState("");
  const settled = useDebounced(search, PAUSE_MS);
  const { data, error, hasNextPage, fetchNextPage, isFetching } = useInfiniteQuery({
    queryKey: [...store.key, settled],
    queryFn: ({ pageParam }) => store.read(settled, pageParam),
    initialPageParam: FIRST,
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
  });
  const templates = data?.pages.flatMap((page) => page.templates) ?? null;
  const remove = useMutation({
    mutationFn: store.remove,
    onSuccess: () => queries.invalidateQueries({ queryKey: store.key }),
  });
  const adding = useMutation({
    mutationFn: (file: File) => store.addFile(file, exercises),
    onSuccess: () => queries.invalidateQueries({ queryKey: store.key }),
  });
  const problem = error?.message ?? remove.error?.message ?? adding.error?.message ?? null;
  const isSearched = search.trim() !== "";
  return (
    <>
      {isSearched || (templates?.length ?? 0) > 3 ? (
        <TextField
          label="Search, by name or as “giant sets for delts”"
          value={search}
          onChange={(event) => setSearch(event.target.value.slice(0, 120))}
        />
      ) : null}
      {problem ? <p role="alert">{problem}</p> : null}
      {templates === null && !problem ? <p className="text-quiet">Looking…</p> : null}
      {templates?.length === 0 ? (
        <p className="text-quiet">{isSearched ? "None has these words in its name, or is made so." : none}</p>
      ) : null}
      {templates?.map((template) => (
        <Fragment key={template.id}>
          {children(
            template,
            <>
              <Button
                aria-label={`Save the template ${template.name} as a file`}
                onClick={() =>
                  saveFile(
                    `${template.name.replaceAll(/[^\w-]+/g, "-") || "template"}.json`,
                    templateFileText(template, catalogueIn(exercises)),
                    "application/json",
                  )
                }
              >
                Save as a file
              </Button>
              <Button
                aria-label={`Remove the template ${template.name}`}
                disabled={remove.isPending}
                onClick={() => remove.mutate(template.id)}
              >
                Remove
              </Button>
            </>,
          )}
        </Fragment>
      ))}
      <label className="flex flex-wrap items-center gap-2">
        <span className="text-quiet">A template from a file</span>
        <input
          type="file"
          accept=".json,application/json"
          className="min-h-6 max-w-full"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            if (file) adding.mutate(file);
            target.value = "";
          }}
        />
      </label>
      {hasNextPage ? (
        <div>
          <Button disabled={isFetching} onClick={() => void fetchNextPage()}>
            More
          </Button>
        </div>
      ) : null}
    </>
  );
}
