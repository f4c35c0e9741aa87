/** Reads a log off the page: holds the file's tables, reads them as decided, and gives out what is to be sent, part by part. */
import { type LogContext, type LogDecisions, LogInWork, type LogPreview } from "@/views";
import { readSheets, readTable, type Sheet, UnreadableFile } from "./read-file";

export type LogOrder =
  | {
      readonly kind: "open";
      readonly files: readonly { readonly name: string; readonly bytes: Uint8Array }[];
      readonly context: LogContext;
    }
  | { readonly kind: "paste"; readonly text: string; readonly context: LogContext }
  | { readonly kind: "read"; readonly decisions: LogDecisions; readonly shown: number }
  | {
      readonly kind: "part";
      readonly days: readonly [from: number, most: number];
      readonly unread: readonly [from: number, most: number];
    };

export interface LogPart {
  readonly days: ReturnType<LogInWork["daysToSend"]>;
  readonly unread: ReturnType<LogInWork["unreadToSend"]>;
}

export type LogNews =
  | { readonly kind: "opened"; readonly shown: number }
  | { readonly kind: "refused"; readonly message: string }
  | { readonly kind: "progress"; readonly rows: number; readonly of: number }
  | { readonly kind: "preview"; readonly preview: LogPreview }
  | { readonly kind: "part"; readonly part: LogPart };

const tell = (news: LogNews) => self.postMessage(news);
const kept: { log: LogInWork | null } = { log: null };

function open(sheets: readonly Sheet[], context: LogContext) {
  if (sheets.every(({ rows }) => rows.length === 0)) throw new UnreadableFile("There is nothing in it.");
  kept.log = new LogInWork(sheets, context);
  tell({ kind: "opened", shown: kept.log.likelySheets()[0] ?? 0 });
}

self.onmessage = async ({ data }: MessageEvent<LogOrder>) => {
  try {
    if (data.kind === "open") {
      const sheets: Sheet[] = [];
      for (const { name, bytes } of data.files) sheets.push(...(await readSheets(name, bytes)));
      open(sheets, data.context);
    } else if (data.kind === "paste") open([{ name: "pasted cells", rows: readTable(data.text) }], data.context);
    else if (data.kind === "read" && kept.log)
      tell({
        kind: "preview",
        preview: kept.log.read(data.decisions, data.shown, (rows, of) => tell({ kind: "progress", rows, of })),
      });
    else if (data.kind === "part" && kept.log)
      tell({
        kind: "part",
        part: { days: kept.log.daysToSend(...data.days), unread: kept.log.unreadToSend(...data.unread) },
      });
  } catch (error) {
    const message =
      error instanceof UnreadableFile ? error.message : "This could not be read. Save it as .csv, and choose that.";
    tell({ kind: "refused", message });
  }
};
