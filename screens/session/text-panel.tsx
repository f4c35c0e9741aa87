"use client";
import { useMemo, useRef, useState } from "react";
import { completionsAt, entryAt } from "@/core";
import type { EditorProblem } from "./editor-problems";
import { type EditorHandle, ShorthandEditor } from "./shorthand-editor";
import { UNKNOWN_SAYS, UnknownLift } from "./unknown-lift";
import { useWholeDesk } from "./use-desk";

const EXAMPLE = `# Thursday, lower and pull
cap 50min
warm-up 5min easy row

A1 Back squat 5x5 @RIR2 r150 ramp

B1 Chin-up 4x6 t2-0-1-1 h8
B2 Half-kneeling press 4x8 r75

C1 Dumbbell curl 3x10 rir1 r60 last: > -20%x8 > -20%x6`;

/** The session as text, read while it is typed. A line that does not parse is pointed at and kept; the rest counts on. */
export function TextPanel() {
  const desk = useWholeDesk();
  const editor = useRef<EditorHandle>(null);
  const { text, errors, unknown, catalogue, usual } = desk;
  const { unit } = desk.view.gym.equipment;
  const problems = useMemo(
    (): EditorProblem[] => [
      ...errors.map(
        ({ line, column, found, expected, suggestion }): EditorProblem => ({
          line,
          column,
          length: found.length,
          says: `Column ${column}: found ${found.slice(0, 40) || "the end"}, expected ${expected}.`,
          suggestion: suggestion ?? null,
          kind: "error",
        }),
      ),
      ...unknown
        .filter(({ isMarked }) => !isMarked)
        .map(
          ({ line, column, length, name }): EditorProblem => ({
            line,
            column,
            length,
            says: `${name} is not known here yet.`,
            suggestion: null,
            kind: "mark",
          }),
        ),
    ],
    [errors, unknown],
  );
  return (
    <div className="grid min-h-0 gap-4 px-4 py-3 lg:grid-cols-[1fr_17rem]">
      <ShorthandEditor
        ref={editor}
        label="The session in shorthand"
        describedBy="text-errors"
        hint={EXAMPLE}
        text={text}
        isLocked={desk.locked}
        problems={problems}
        onText={desk.setText}
        offersAt={(typed, caret) => (desk.locked ? [] : completionsAt(typed, caret, catalogue, { usual, unit }))}
      />
      <div id="text-errors" aria-live="polite" className="flex flex-col gap-2">
        {errors.length > 0 ? (
          <ul className="sr-only">
            {errors.map((error, index) => (
              <li key={index}>
                Line {error.line} does not read from column {error.column} on.
              </li>
            ))}
          </ul>
        ) : null}
        {desk.unknown.map(({ line, column, length, name, isMarked }) => {
          const put = (text: string) => {
            const lines = desk.text.split("\n");
            const before = entryAt(lines, line - 1);
            lines[line - 1] = before.slice(0, column - 1) + text + before.slice(column - 1 + length);
            desk.setText(lines.join("\n"));
          };
          const key = `${line} ${column}`;
          // Left under its name it stays a question, but a quiet one.
          return isMarked ? (
            <LeftUnderName key={key} name={name} onTake={put} />
          ) : (
            <UnknownLift key={key} name={name} onTake={put} onLeave={() => put(`"${name}"?`)} />
          );
        })}
        {desk.unknown.length > 0 ? <p className="text-quiet">{UNKNOWN_SAYS}</p> : null}
        {desk.notes.map(({ line, column, says }) => (
          <button
            key={`note ${line} ${column} ${says}`}
            type="button"
            onClick={() => editor.current?.goTo(line, column)}
            className="border border-line bg-surface px-3 py-2 text-left"
          >
            <strong>Line {line}</strong>: {says}.
          </button>
        ))}
        <div className="text-quiet">
          <p>
            <strong className="text-walnut">Ctrl Space</strong> offers what may come next,{" "}
            <strong className="text-walnut">Tab</strong> takes it.
          </p>
          <p className="mt-2 font-semibold text-walnut">How a line reads</p>
          <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
            {[
              ["4x8, 16,13,10", "sets × reps, round by round"],
              unit === "lb"
                ? ["@175lb @75% @RIR2", "load; @BW+25lb, @90%top, @=A1"]
                : ["@80kg @75% @RIR2", "load; @BW+10kg, @90%top, @=A1"],
              ["t3-1-1-0", "lower, pause, lift, pause"],
              ["r90, h8", "rest after the round, transition"],
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

/** A name that was left as it is: what it may mean is asked where it is opened. */
function LeftUnderName({ name, onTake }: { name: string; onTake: (name: string) => void }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <details
      className="border border-line bg-surface px-3 py-2"
      onToggle={({ currentTarget }) => setOpen(currentTarget.open)}
    >
      <summary className="cursor-pointer">“{name}” stands under its name</summary>
      {isOpen ? (
        <div className="mt-2">
          <UnknownLift name={name} onTake={onTake} onLeave={null} />
        </div>
      ) : null}
    </details>
  );
}
