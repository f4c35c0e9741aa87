"use client";
import { useState } from "react";
import { cellKey, type LogPreview, type LogProblemLine } from "@/views";
import type { LogState } from "./use-log";

const FIRST = 12;

/** The rows that cannot be read, each with its reason; a cell that is put right here is read again at once. */
export function Problems({ log, preview }: { log: LogState; preview: LogPreview }) {
  const [isAll, setIsAll] = useState(false);
  const { problems, problemCount, sheets } = preview;
  if (problemCount === 0) return null;
  const listed = isAll ? problems : problems.slice(0, FIRST);
  return (
    <section aria-labelledby="unread">
      <h2 id="unread" className="text-base font-bold">
        Cannot be read <span className="font-normal text-quiet">{problemCount}</span>
      </h2>
      <p className="mb-2 text-quiet">Put a cell right here, or leave it: these rows are kept with the log.</p>
      <ul>
        {listed.map((problem, index) => (
          <Problem
            key={`${problem.sheet} ${problem.row} ${problem.column} ${index}`}
            problem={problem}
            log={log}
            sheet={sheets.filter(({ isRead }) => isRead).length > 1 ? (sheets[problem.sheet]?.name ?? null) : null}
          />
        ))}
      </ul>
      {problems.length > FIRST ? (
        <button type="button" className="mt-2 min-h-6 underline underline-offset-2" onClick={() => setIsAll(!isAll)}>
          {isAll ? "Fewer" : `See ${problems.length} of ${problemCount}`}
        </button>
      ) : null}
    </section>
  );
}

function Problem({ problem, log, sheet }: { problem: LogProblemLine; log: LogState; sheet: string | null }) {
  const { row, column, why, cells } = problem;
  const [typed, setTyped] = useState(column === null ? "" : (cells[column] ?? ""));
  const place = `${sheet ? `${sheet}, ` : ""}${row < 0 ? "" : `row ${row + 1}`}`;
  return (
    <li className="grid grid-cols-[7rem_minmax(0,1fr)] items-baseline gap-x-3 border-t border-line py-1.5 md:grid-cols-[9rem_minmax(0,1fr)_14rem]">
      <span className="text-quiet">{place}</span>
      <span className="min-w-0">
        <span className="block font-semibold">{why}</span>
        <span className="block truncate text-quiet">{cells.filter((cell) => cell.trim() !== "").join(" · ")}</span>
      </span>
      {column === null ? null : (
        <form
          className="flex gap-1.5 max-md:col-start-2"
          onSubmit={(event) => {
            event.preventDefault();
            log.mend(cellKey(problem.sheet, row, column), typed);
          }}
        >
          <input
            aria-label={`${place}, column ${column + 1}`}
            className="min-h-8 w-full min-w-0 rounded-[3px] border border-rule bg-surface px-2"
            value={typed}
            onChange={({ target }) => setTyped(target.value)}
          />
          <button type="submit" className="min-h-8 shrink-0 rounded-[3px] border border-rule bg-surface px-2">
            Read it
          </button>
        </form>
      )}
    </li>
  );
}
