"use client";
import { useState } from "react";
import { readDocument } from "@/contract";
import { copyBlocksFrom, parseSession, replaceSession, type SessionDocument } from "@/core";
import { newId } from "@/device/ids";
import { Button, buttonClass } from "@/ui/button";
import { saveFile } from "@/ui/save-file";
import { Sheet } from "@/ui/sheet";
import { useWholeDesk } from "./use-desk";

const MOST_BYTES = 1_000_000;

/** The session as a file, as text or whole; and one read from a file, in its place or at its end. */
export function FilesSheet({ onClose }: { onClose: () => void }) {
  const desk = useWholeDesk();
  const { document, catalogue, view, print } = desk;
  const [read, setRead] = useState<{ readonly name: string; readonly document: SessionDocument } | null>(null);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const name = `${document.title || "session"} ${view.date}`;
  const open = async (file: File) => {
    setRead(null);
    if (file.size > MOST_BYTES) return setProblems(["A session is a small file: this one is over a megabyte."]);
    const found = readFile(await file.text());
    if (found.ok) setRead({ name: file.name, document: found.document });
    setProblems(found.ok ? [] : found.problems);
  };
  const readFile = (
    text: string,
  ): { ok: true; document: SessionDocument } | { ok: false; problems: readonly string[] } => {
    if (!text.trimStart().startsWith("{")) {
      const { document: found, errors } = parseSession(text, catalogue, newId, view.gyms);
      return errors.length === 0
        ? { ok: true, document: found }
        : {
            ok: false,
            problems: errors.map((one) => `Line ${one.line}, column ${one.column}: expected ${one.expected}.`),
          };
    }
    let stored: unknown;
    try {
      stored = JSON.parse(text);
    } catch {
      return { ok: false, problems: ["This file is cut short or damaged: it does not read as JSON."] };
    }
    const checked = readDocument(stored, catalogue);
    return checked.ok
      ? { ok: true, document: checked.value }
      : { ok: false, problems: checked.problems.map(({ field, message }) => `${field}: ${message}`) };
  };
  const take = (way: "instead" | "after") => {
    if (!read) return;
    // A gym of another studio is none of ours.
    const other = { ...read.document, gymId: document.gymId };
    const put = way === "after" ? copyBlocksFrom : replaceSession;
    const refused = desk.attempt(put(document, other, newId));
    if (refused === null) onClose();
    else setProblems([refused]);
  };
  return (
    <Sheet open onOpenChange={onClose} title="Files">
      <section aria-label="Out" className="mb-6 flex flex-col items-start gap-2">
        <h3 className="font-bold">Out</h3>
        <Button onClick={() => saveFile(`${name}.txt`, `${print(document)}\n`, "text/plain")}>As text</Button>
        <Button onClick={() => saveFile(`${name}.json`, JSON.stringify(document, null, 2), "application/json")}>
          Whole, as JSON
        </Button>
        <Button onClick={() => window.open(`/card/${view.sessionId}`, "_self")}>As a card to print</Button>
        <a href={`/api/export/session-calendar?s=${view.sessionId}`} download className={buttonClass("plain")}>
          For a calendar (.ics)
        </a>
      </section>
      {desk.locked ? null : (
        <section aria-label="In" className="flex flex-col gap-2">
          <h3 className="font-bold">In</h3>
          <label className="flex flex-col gap-1">
            A session as text or JSON
            <input
              type="file"
              accept=".txt,.json,text/plain,application/json"
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                if (file) void open(file);
              }}
            />
          </label>
          {problems.length > 0 ? (
            <ul role="alert" className="border border-weld bg-weld-tint px-3 py-2">
              {problems.slice(0, 6).map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ul>
          ) : null}
          {read ? (
            <div className="flex flex-col gap-2">
              <p>
                <strong>{read.document.title || read.name}</strong>:{" "}
                {read.document.blocks.length + (read.document.finisher ? 1 : 0)} blocks.
              </p>
              <div className="flex gap-2">
                <Button kind="main" onClick={() => take("after")}>
                  Add to this session
                </Button>
                <Button onClick={() => take("instead")}>In the place of it</Button>
              </div>
            </div>
          ) : null}
        </section>
      )}
    </Sheet>
  );
}
