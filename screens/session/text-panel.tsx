"use client";
import { useRef, useState } from "react";
import { completionsAt } from "@/core";
import { UNKNOWN_SAYS, UnknownLift } from "./unknown-lift";
import type { Desk } from "./use-desk";

const EXAMPLE = `# Thursday, lower and pull
cap 50min
warm-up 5min easy row

A1 Back squat 5x5 @RIR2 r150 ramp

B1 Chin-up 4x6 t2-0-1-1 h8
B2 Half-kneeling press 4x8 r75

C1 Dumbbell curl 3x10 rir1 r60 last: > -20%x8 > -20%x6`;

/** The session as text, read while it is typed. A line that does not parse is pointed at and kept; the rest counts on. */
export function TextPanel({ desk }: { desk: Desk }) {
  const area = useRef<HTMLTextAreaElement>(null);
  const lines = Math.max(16, desk.text.split("\n").length + 2);
  const marked = new Set([...desk.errors, ...desk.unknown].map(({ line }) => line));
  const [caret, setCaret] = useState(desk.text.length);
  const offers = desk.locked
    ? []
    : completionsAt(desk.text, Math.min(caret, desk.text.length), desk.catalogue, desk.usual).slice(0, 8);
  const take = (from: number, insert: string) => {
    desk.setText(desk.text.slice(0, from) + insert + desk.text.slice(caret));
    const at = from + insert.length;
    setCaret(at);
    requestAnimationFrame(() => {
      area.current?.focus();
      area.current?.setSelectionRange(at, at);
    });
  };
  const goTo = (line: number, column: number) => {
    const at =
      desk.text
        .split("\n")
        .slice(0, line - 1)
        .join("\n").length +
      (line > 1 ? 1 : 0) +
      column -
      1;
    area.current?.focus();
    area.current?.setSelectionRange(at, at);
  };
  return (
    <div className="grid min-h-0 gap-4 px-4 py-3 lg:grid-cols-[1fr_17rem]">
      <div className="flex min-w-0">
        <ol aria-hidden className="w-7 shrink-0 pt-2 pr-2 text-right text-quiet" style={{ lineHeight: "22px" }}>
          {Array.from({ length: lines }, (_, i) => (
            <li key={i} className={marked.has(i + 1) ? "font-bold text-walnut" : ""}>
              {marked.has(i + 1) ? "▲" : i + 1}
            </li>
          ))}
        </ol>
        <textarea
          ref={area}
          aria-label="The session in shorthand"
          aria-describedby="text-errors"
          spellCheck={false}
          readOnly={desk.locked}
          rows={lines}
          value={desk.text}
          placeholder={EXAMPLE}
          onChange={(event) => {
            desk.setText(event.target.value);
            setCaret(event.target.selectionStart);
          }}
          onSelect={(event) => setCaret(event.currentTarget.selectionStart)}
          onKeyDown={(event) => {
            if (!(event.ctrlKey && event.key === " ")) return;
            event.preventDefault();
            window.document.querySelector<HTMLButtonElement>("#offers button")?.focus();
          }}
          className="min-w-0 flex-1 resize-none border border-rule bg-cloth px-3 py-2 text-[15px]"
          style={{ lineHeight: "22px" }}
        />
      </div>
      <div id="text-errors" aria-live="polite" className="flex flex-col gap-2">
        {desk.errors.map((error, index) => (
          <button
            key={index}
            type="button"
            onClick={() => goTo(error.line, error.column)}
            className="border border-weld bg-weld-tint px-3 py-2 text-left"
          >
            <strong>
              Line {error.line}, column {error.column}
            </strong>
            : found <q>{error.found.slice(0, 40)}</q>, expected {error.expected}.
            {error.suggestion ? ` Perhaps ${error.suggestion}?` : ""}
          </button>
        ))}
        {desk.unknown.map(({ line, column, length, name }) => {
          const put = (text: string) => {
            const lines = desk.text.split("\n");
            const before = lines[line - 1]!;
            lines[line - 1] = before.slice(0, column - 1) + text + before.slice(column - 1 + length);
            desk.setText(lines.join("\n"));
          };
          return (
            <UnknownLift
              key={`${line} ${column}`}
              name={name}
              desk={desk}
              onTake={put}
              onLeave={() => put(`"${name}"?`)}
            />
          );
        })}
        {desk.unknown.length > 0 ? <p className="narrow text-quiet">{UNKNOWN_SAYS}</p> : null}
        {desk.notes.map(({ line, column, says }) => (
          <button
            key={`note ${line} ${column} ${says}`}
            type="button"
            onClick={() => goTo(line, column)}
            className="border border-thread bg-cloth px-3 py-2 text-left"
          >
            <strong>Line {line}</strong>: {says}.
          </button>
        ))}
        {offers.length > 0 ? (
          <div id="offers">
            <p className="narrow font-semibold">
              May come next <span className="font-normal text-quiet">Ctrl Space</span>
            </p>
            <ul className="mt-1 flex flex-wrap gap-1">
              {offers.map((offer) => (
                <li key={offer.insert}>
                  <button
                    type="button"
                    title={offer.means}
                    onClick={() => take(offer.from, offer.insert)}
                    className="narrow min-h-6 border border-rule bg-cloth px-1.5 hover:bg-selvedge"
                  >
                    {offer.insert.trim()}
                  </button>
                </li>
              ))}
            </ul>
          </div>
        ) : null}
        <div className="narrow text-quiet">
          <p className="font-semibold text-walnut">How a line reads</p>
          <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
            {[
              ["4x8, 16,13,10", "sets × reps, round by round"],
              ["@80kg @75% @RIR2", "load; @BW+10kg, @90%top, @=A1"],
              ["t3-1-1-0", "lower, pause, lift, pause"],
              ["r90, h8", "rest after the round, handover"],
              ["> -20%x8", "straight on at a cut load"],
              ["last: …", "only in the last round"],
              ["ramp, /side, [bench 30]", "ramp, sides, set-up"],
              ["B1 … B2 …", "the same letter is one block"],
            ].map(([write, means]) => (
              <div key={write} className="contents">
                <dt className="font-semibold text-walnut">{write}</dt>
                <dd>{means}</dd>
              </div>
            ))}
          </dl>
        </div>
      </div>
    </div>
  );
}
