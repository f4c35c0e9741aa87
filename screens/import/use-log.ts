"use client";
import { useEffect, useRef, useState } from "react";
import { foldLogName, type SetLogSetup } from "@/core";
import { callApi } from "@/device/api";
import { newId } from "@/device/ids";
import { replyValue } from "@/device/query";
import type { LogNews, LogOrder, LogPart } from "@/device/sheets/log.worker";
import { useLatest } from "@/ui/use-latest";
import { type ClientMeaning, type LogContext, type LogDecisions, type LogPreview, NO_DECISIONS } from "@/views";

/** So much is sent at once. */
const DAYS_A_PART = 40;
const ROWS_A_PART = 100;

export type Sending =
  | { readonly kind: "sending"; readonly done: number; readonly of: number }
  | { readonly kind: "failed"; readonly message: string }
  | { readonly kind: "sent"; readonly importId: string; readonly added: number; readonly known: number };

interface InWork {
  /** Of the file, or of what was pasted. */
  readonly name: string;
  readonly shown: number;
}

/** One log's way in. A new client keeps its id when the log is sent again after a fault. */
const newRun = () => ({ id: newId(), isCancelled: false, newClients: new Map<string, string>() });

function idOfNew({ newClients }: ReturnType<typeof newRun>, key: string): string {
  const id = newClients.get(key) ?? newId();
  newClients.set(key, id);
  return id;
}

/** The state of an import: a worker reads the spreadsheet as decided, then its days are sent to the server part by part. */
export function useLog(context: LogContext) {
  const worker = useRef<Worker | null>(null);
  const [inWork, setInWork] = useState<InWork | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [progress, setProgress] = useState<{ rows: number; of: number } | null>(null);
  const [preview, setPreview] = useState<LogPreview | null>(null);
  const [decisions, setDecisions] = useState<LogDecisions>(NO_DECISIONS);
  const [sending, setSending] = useState<Sending | null>(null);
  const part = useRef<((part: LogPart) => void) | null>(null);
  const run = useRef(newRun());
  const order = (what: LogOrder) => worker.current?.postMessage(what);

  const start = (name: string, first: LogOrder) => {
    worker.current?.terminate();
    const own = new Worker(new URL("../../device/sheets/log.worker.ts", import.meta.url));
    worker.current = own;
    setProblem(null);
    setPreview(null);
    setSending(null);
    setDecisions(NO_DECISIONS);
    setProgress({ rows: 0, of: 0 });
    own.onmessage = ({ data }: MessageEvent<LogNews>) => {
      if (data.kind === "opened") {
        setInWork({ name, shown: data.shown });
        own.postMessage({ kind: "read", decisions: NO_DECISIONS, shown: data.shown } satisfies LogOrder);
      } else if (data.kind === "refused") {
        setProblem(data.message);
        setProgress(null);
      } else if (data.kind === "progress") setProgress({ rows: data.rows, of: data.of });
      else if (data.kind === "preview") {
        setPreview(data.preview);
        setProgress(null);
      } else part.current?.(data.part);
    };
    own.onerror = () => {
      setProblem("This could not be read. Save it as .csv, and choose that.");
      setProgress(null);
    };
    own.postMessage(first);
  };
  useEffect(() => () => worker.current?.terminate(), []);

  const decide = (change: Partial<LogDecisions>, shown = inWork?.shown ?? 0) => {
    const next = { ...decisions, ...change };
    setDecisions(next);
    setInWork((now) => now && { ...now, shown });
    order({ kind: "read", decisions: next, shown });
  };

  const partOf = (from: number, fromUnread: number): Promise<LogPart> =>
    new Promise((done) => {
      part.current = done;
      order({ kind: "part", days: [from, DAYS_A_PART], unread: [fromUnread, ROWS_A_PART] });
    });

  /** Sends all of it; after a fault it goes on with the same import, where what was sent is there once. */
  const send = async () => {
    if (!preview || !inWork) return;
    const { problemCount, days: dayCount } = preview;
    const newClients = preview.clients.flatMap(({ key, meaning }) =>
      meaning?.kind === "new" ? [{ key, id: idOfNew(run.current, key), name: meaning.name }] : [],
    );
    const idOf = (key: string): string | null => {
      const meaning = preview.clients.find((one) => one.key === key)?.meaning;
      if (meaning?.kind === "client") return meaning.clientId;
      return newClients.find((one) => one.key === key)?.id ?? null;
    };
    const importId = run.current.id;
    run.current.isCancelled = false;
    const of = dayCount + problemCount;
    setSending({ kind: "sending", done: 0, of });
    try {
      replyValue(
        await callApi("imports.begin", {
          id: importId,
          name: inWork.name,
          newClients: newClients.map(({ id, name }) => ({ id, name })),
        }),
      );
      let [added, known, from, fromUnread] = [0, 0, 0, 0];
      while (from < dayCount || fromUnread < problemCount) {
        const { days, unread } = await partOf(from, fromUnread);
        const mine = days.flatMap(({ clientKey, date, title, lifts }) => {
          const clientId = idOf(clientKey);
          return clientId === null ? [] : [{ clientId, date, title, lifts }];
        });
        const answer = replyValue(await callApi("imports.add", { importId, days: mine, unread }));
        added += answer.added;
        known += answer.known;
        from += DAYS_A_PART;
        fromUnread += ROWS_A_PART;
        if (run.current.isCancelled) {
          replyValue(await callApi("imports.undo", { importId }));
          run.current = newRun();
          return setSending(null);
        }
        setSending({ kind: "sending", done: Math.min(of, from + fromUnread), of });
      }
      replyValue(await callApi("imports.finish", { importId }));
      setSending({ kind: "sent", importId, added, known });
    } catch (error) {
      setSending({ kind: "failed", message: error instanceof Error ? error.message : "It did not get through." });
    }
  };
  const latest = useLatest({ context });
  return {
    inWork,
    problem,
    progress,
    preview,
    decisions,
    sending,
    openFiles: async (files: readonly File[]) => {
      run.current = newRun();
      const read = await Promise.all(
        files.map(async (file) => ({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) })),
      );
      start(
        files
          .map(({ name }) => name)
          .join(", ")
          .slice(0, 200),
        { kind: "open", files: read, context: latest.now.context },
      );
    },
    paste: (text: string) => {
      run.current = newRun();
      start("pasted cells", { kind: "paste", text, context: latest.now.context });
    },
    close: () => {
      worker.current?.terminate();
      worker.current = null;
      setInWork(null);
      setPreview(null);
      setProgress(null);
      setSending(null);
    },
    show: (sheet: number) => decide({}, sheet),
    readSheets: (sheets: readonly number[]) => decide({ sheets }),
    setUp: (setup: SetLogSetup) => decide({ setups: { ...decisions.setups, [inWork?.shown ?? 0]: setup } }),
    nameIs: (names: LogDecisions["names"]) => decide({ names: { ...decisions.names, ...names } }),
    clientIs: (written: string, meaning: ClientMeaning) =>
      decide({ clients: { ...decisions.clients, [foldLogName(written)]: meaning } }),
    mend: (key: string, text: string) => decide({ mended: { ...decisions.mended, [key]: text } }),
    send,
    cancel: () => {
      run.current.isCancelled = true;
    },
  };
}

export type LogState = ReturnType<typeof useLog>;
