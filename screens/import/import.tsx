"use client";
import { useMemo, useState } from "react";
import type { Output, StudioExercises } from "@/contract";
import { DEFAULT_SETTINGS } from "@/core";
import { useRegion } from "@/parts/region";
import { Button } from "@/ui/button";
import { TextArea } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { PageHeader } from "@/ui/page-header";
import type { ClientName } from "@/views";
import { Columns } from "./columns";
import { Decisions } from "./decisions";
import { FormerImports } from "./former-imports";
import { Problems } from "./problems";
import { Curves, Result } from "./result";
import { StudioFiles } from "./studio-file";
import { useLog } from "./use-log";

/** Years of sets from spreadsheets: what is in them, what has to be decided, what comes of it; brought in, or undone as a whole. */
export function ImportScreen({
  today,
  clients,
  exercises,
  imports,
}: {
  today: string;
  clients: readonly ClientName[];
  exercises: StudioExercises;
  imports: Output<"imports.list">["imports"];
}) {
  const region = useRegion();
  const context = useMemo(
    () => ({
      ...{ exercises, clients, today, unit: region.unit, settings: DEFAULT_SETTINGS, usual: new Map<string, number>() },
      dateOrder: region.dateOrder === "monthDay" ? ("monthDayYear" as const) : ("dayMonthYear" as const),
    }),
    [exercises, clients, today, region],
  );
  const log = useLog(context);
  const { preview, progress, inWork } = log;
  return (
    <main>
      <PageHeader
        title="Bring in a log"
        about={inWork ? inWork.name : "sets from spreadsheets, of any year"}
        actions={inWork ? <Button onClick={log.close}>Another file</Button> : null}
      />
      {inWork === null && progress === null ? (
        <div className="grid max-w-6xl gap-x-10 gap-y-8 px-4 py-4 lg:grid-cols-2">
          <Choose log={log} />
          <div className="flex flex-col gap-8">
            <FormerImports first={imports} />
            <StudioFiles />
          </div>
        </div>
      ) : null}
      {progress && !preview ? <Working rows={progress.rows} of={progress.of} onStop={log.close} /> : null}
      {preview && inWork ? (
        <div className="grid gap-x-6 gap-y-6 px-4 py-4 lg:grid-cols-[minmax(0,1fr)_360px]">
          <div className="flex min-w-0 flex-col gap-6">
            {log.problem ? <Notice kind="warn">{log.problem}</Notice> : null}
            <Columns log={log} preview={preview} />
            <Problems log={log} preview={preview} />
          </div>
          <aside className="flex min-w-0 flex-col gap-6 max-lg:order-first" aria-label="What comes in">
            <Result log={log} preview={preview} isReading={progress !== null} />
            <Decisions log={log} preview={preview} clients={clients} exercises={exercises} />
            <Curves preview={preview} />
          </aside>
        </div>
      ) : null}
    </main>
  );
}

function Working({ rows, of, onStop }: { rows: number; of: number; onStop: () => void }) {
  return (
    <div className="flex max-w-md flex-col gap-2 px-4 py-8">
      <p role="status" className="text-quiet">
        Reading{of > 0 ? ` row ${rows.toLocaleString("en")} of ${of.toLocaleString("en")}` : ""}…
      </p>
      {of > 0 ? <progress className="w-full" value={rows} max={of} aria-label="Read" /> : null}
      <p>
        <Button onClick={onStop}>Stop</Button>
      </p>
    </div>
  );
}

function Choose({ log }: { log: ReturnType<typeof useLog> }) {
  const [text, setText] = useState("");
  const [isOver, setIsOver] = useState(false);
  return (
    <section aria-label="What is brought in" className="flex flex-col gap-4">
      {log.problem ? <Notice kind="warn">{log.problem}</Notice> : null}
      <label
        className={`flex cursor-pointer flex-col items-center gap-2 border-2 border-dashed px-4 py-10 text-center ${isOver ? "border-indigo bg-indigo-tint" : "border-rule"}`}
        onDragOver={(event) => {
          event.preventDefault();
          setIsOver(true);
        }}
        onDragLeave={() => setIsOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setIsOver(false);
          void log.openFiles([...event.dataTransfer.files]);
        }}
      >
        <span className="text-base font-bold">Choose a file, or drop it here</span>
        <span className="text-quiet">.xlsx, .csv or .tsv; a set a row, a lift a row, or a week a column</span>
        <input
          type="file"
          className="min-h-6 max-w-full"
          accept=".csv,.tsv,.txt,.xlsx,text/csv,text/tab-separated-values"
          multiple
          onChange={({ target }) => {
            const files = [...(target.files ?? [])];
            target.value = "";
            if (files.length > 0) void log.openFiles(files);
          }}
        />
      </label>
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() !== "") log.paste(text);
        }}
      >
        <TextArea label="Or paste cells" rows={5} value={text} onChange={({ target }) => setText(target.value)} />
        <p>
          <Button type="submit" disabled={text.trim() === ""}>
            Read it
          </Button>
        </p>
      </form>
      <p className="max-w-prose text-quiet">
        Nothing comes in before you have seen what it makes, and all of it can be undone at once. Sets without a reserve
        count as done with an unknown one.
      </p>
    </section>
  );
}
