"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Output, ROWS_OF_A_SHEET } from "@/contract";
import { callApi } from "@/device/api";
import { apiQuery, useApiMutation } from "@/device/query";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import type { ImportLine } from "@/views";

const STATE_WORDS: Readonly<Record<ImportLine["state"], string>> = {
  open: "not finished: bring the same file in again, finish it with what came in, or undo it",
  done: "",
  undone: "undone",
};

/** What came in before, each to be undone as a whole, with the rows that could not be read. */
export function FormerImports({ first }: { first: Output<"imports.list">["imports"] }) {
  const { data } = useQuery({ ...apiQuery("imports.list", {}), initialData: { imports: first } });
  if (data.imports.length === 0) return null;
  return (
    <section aria-labelledby="former">
      <h2 id="former" className="mb-2 text-base font-bold">
        Brought in before
      </h2>
      <ul>
        {data.imports.map((line) => (
          <Former key={line.id} line={line} />
        ))}
      </ul>
    </section>
  );
}

function Former({ line }: { line: ImportLine }) {
  const { shortDateAt } = useDates();
  const [isSure, setIsSure] = useState(false);
  const [isOpen, setIsOpen] = useState(false);
  const list = useQuery({ ...apiQuery("imports.list", {}), enabled: false });
  const undo = useApiMutation(
    () => callApi("imports.undo", { importId: line.id }),
    () => void list.refetch(),
  );
  const finish = useApiMutation(
    () => callApi("imports.finish", { importId: line.id }),
    () => void list.refetch(),
  );
  const rows = useQuery({ ...apiQuery("imports.unread", { importId: line.id, after: 0 }), enabled: isOpen });
  const words = [
    `${line.days.toLocaleString("en")} ${line.days === 1 ? "day" : "days"}, ${line.sets.toLocaleString("en")} sets`,
    line.clients.join(", "),
    STATE_WORDS[line.state],
  ].filter((part) => part !== "");
  return (
    <li className="border-t border-line py-2">
      <p className="font-semibold">{line.name}</p>
      <p className="text-quiet">
        {shortDateAt(line.atMs)}, {line.by}
      </p>
      <p>{line.state === "undone" ? "undone" : words.join(" · ")}</p>
      <p className="mt-1 flex flex-wrap items-center gap-2">
        {line.state === "open" ? (
          <Button disabled={finish.isPending} onClick={() => finish.mutate()}>
            Finish it
          </Button>
        ) : null}
        {line.state === "undone" ? null : isSure ? (
          <>
            <Button disabled={undo.isPending} onClick={() => undo.mutate()}>
              Undo {line.days.toLocaleString("en")} days
            </Button>
            <Button onClick={() => setIsSure(false)}>Leave it</Button>
          </>
        ) : (
          <Button onClick={() => setIsSure(true)}>Undo…</Button>
        )}
        {line.unread > 0 ? (
          <button
            type="button"
            aria-expanded={isOpen}
            className="min-h-6 underline underline-offset-2"
            onClick={() => setIsOpen(!isOpen)}
          >
            {line.unread} {line.unread === 1 ? "row" : "rows"} not read
          </button>
        ) : null}
        {(undo.error ?? finish.error) ? <span role="alert">{(undo.error ?? finish.error)?.message}</span> : null}
      </p>
      {isOpen && rows.data ? (
        <ul className="mt-1">
          {rows.data.rows.map(({ row, cells, why }) => (
            <li key={row} className="border-t border-inset py-1">
              <span className="text-quiet">row {((row - 1) % ROWS_OF_A_SHEET) + 1}</span> <strong>{why}</strong>{" "}
              <span className="text-quiet">{cells.filter((cell) => cell !== "").join(" · ")}</span>
            </li>
          ))}
        </ul>
      ) : null}
    </li>
  );
}
