"use client";
import {
  acceptCompletion,
  autocompletion,
  type Completion,
  type CompletionContext,
  completionKeymap,
  completionStatus,
  moveCompletionSelection,
  selectedCompletionIndex,
} from "@codemirror/autocomplete";
import { standardKeymap } from "@codemirror/commands";
import { Compartment, EditorState, Prec } from "@codemirror/state";
import { EditorView, highlightActiveLine, keymap, lineNumbers, placeholder } from "@codemirror/view";
import { useEffect, useImperativeHandle, useRef } from "react";
import { useLatest } from "@/ui/use-latest";
import { type EditorProblem, fromDesk, marks, problemField, tellProblems } from "./editor-problems";

interface CompletionOffer {
  readonly insert: string;
  readonly from: number;
  readonly means: string;
}

export interface EditorHandle {
  readonly goTo: (line: number, column: number) => void;
}

const REST_MS = 350;

/** Takes the offer that is chosen, else the first; false where nothing is offered, and Tab goes on its way. */
function takeOffer(view: EditorView): boolean {
  if (completionStatus(view.state) !== "active") return false;
  if (selectedCompletionIndex(view.state) === null) moveCompletionSelection(true)(view);
  return acceptCompletion(view);
}

/** The one stretch in which two texts differ. */
function difference(before: string, after: string): { from: number; to: number; insert: string } {
  let start = 0;
  while (start < before.length && start < after.length && before[start] === after[start]) start++;
  let end = 0;
  while (end < before.length - start && end < after.length - start && before.at(-1 - end) === after.at(-1 - end)) end++;
  return { from: start, to: before.length - end, insert: after.slice(start, after.length - end) };
}

const looks = EditorView.theme({
  "&": { fontSize: "14px", backgroundColor: "var(--color-surface)", color: "var(--color-walnut)" },
  "&.cm-focused": { outline: "2px solid var(--color-indigo)", outlineOffset: "-1px" },
  ".cm-scroller": { fontFamily: "inherit" },
  ".cm-content": { padding: "8px 0 3rem", minHeight: "22rem", caretColor: "var(--color-walnut)" },
  ".cm-line": { padding: "0 12px", lineHeight: "24px" },
  ".cm-gutters": {
    backgroundColor: "transparent",
    border: "none",
    color: "var(--color-quiet)",
    fontVariantNumeric: "tabular-nums",
  },
  ".cm-lineNumbers .cm-gutterElement": { lineHeight: "24px", minWidth: "2rem", padding: "0 6px 0 4px" },
  ".cm-gutterElement.cm-problem-line": { fontSize: 0 },
  ".cm-gutterElement.cm-problem-line::before": {
    content: "'▲'",
    fontSize: "12px",
    fontWeight: 700,
    color: "var(--color-walnut)",
  },
  ".cm-activeLine": { backgroundColor: "transparent" },
  "&.cm-focused .cm-activeLine": { backgroundColor: "var(--color-indigo-tint)" },
  ".cm-placeholder": { color: "var(--color-quiet)", whiteSpace: "pre-wrap" },
  ".cm-cursor": { borderLeftColor: "var(--color-walnut)", borderLeftWidth: "2px" },
  ".cm-is-title": { fontWeight: 700 },
  ".cm-is-setting, .cm-is-label": { fontWeight: 700, color: "var(--color-indigo)" },
  ".cm-is-lift": { fontWeight: 600 },
  ".cm-is-scheme": { fontWeight: 700 },
  ".cm-is-load, .cm-is-effort": { color: "var(--color-woad)", fontWeight: 600 },
  ".cm-is-tempo, .cm-is-rest, .cm-is-setup": { color: "var(--color-quiet)" },
  ".cm-is-link, .cm-is-rounds": { fontWeight: 700, color: "var(--color-walnut)" },
  ".cm-is-cue": { color: "var(--color-quiet)", fontStyle: "italic" },
  ".cm-problem-error": { textDecoration: "underline 2px var(--color-weld)", textUnderlineOffset: "3px" },
  ".cm-problem-mark": { textDecoration: "underline dotted 2px var(--color-weld)", textUnderlineOffset: "3px" },
  ".cm-problem-line": { padding: "2px 12px 6px" },
  ".cm-problem-says": {
    padding: "3px 10px",
    border: "1px solid var(--color-weld)",
    backgroundColor: "var(--color-weld-tint)",
    fontSize: "14px",
    maxWidth: "44rem",
  },
  ".cm-problem-says button": {
    textDecoration: "underline",
    textUnderlineOffset: "2px",
    fontWeight: 600,
    minHeight: "24px",
  },
  ".cm-tooltip.cm-tooltip-autocomplete": {
    border: "2px solid var(--color-indigo)",
    backgroundColor: "var(--color-surface)",
  },
  ".cm-tooltip-autocomplete > ul": { fontFamily: "inherit !important", maxHeight: "16rem !important" },
  ".cm-tooltip-autocomplete > ul > li": {
    padding: "3px 10px !important",
    display: "flex",
    justifyContent: "space-between",
    gap: "1.2rem",
  },
  ".cm-tooltip-autocomplete > ul > li[aria-selected]": {
    backgroundColor: "var(--color-indigo) !important",
    color: "var(--color-ground) !important",
  },
  ".cm-completionDetail": { fontStyle: "normal", opacity: 0.8 },
});

/**
 * A session's text, line by line: its parts told apart, what does not read underlined with its sentence below the line, and what
 * may come next offered with its meaning. Tab takes the first offer, Enter is a new line unless an offer was chosen. Steps back
 * are the desk's own.
 */
export function ShorthandEditor({
  label,
  describedBy,
  hint,
  text,
  isLocked,
  problems,
  onText,
  offersAt,
  ref,
}: {
  label: string;
  describedBy: string;
  /** What stands there while nothing is written. */
  hint: string;
  text: string;
  isLocked: boolean;
  problems: readonly EditorProblem[];
  onText: (text: string) => void;
  offersAt: (text: string, caret: number) => readonly CompletionOffer[];
  ref?: React.Ref<EditorHandle>;
}) {
  const place = useRef<HTMLDivElement>(null);
  const editor = useRef<EditorView | null>(null);
  /** Says what is wrong; what is wrong where something is being offered is only marked, for the offers are the answer. */
  const tell = () => {
    const view = editor.current;
    if (!view) return;
    const { doc, selection } = view.state;
    const line = doc.lineAt(selection.main.head);
    const isOffering = completionStatus(view.state) === "active";
    const isAtHand = ({ line: number, column }: EditorProblem) =>
      number === line.number && line.from + column - 1 >= selection.main.head;
    const said = problems.map((one): EditorProblem => (isOffering && isAtHand(one) ? { ...one, kind: "mark" } : one));
    view.dispatch({ effects: tellProblems.of(said) });
    const isBelow = said.some((one) => one.line === line.number && one.kind === "error");
    // The sentence below the line that is written comes into sight with it.
    if (view.hasFocus && isBelow)
      view.dispatch({ effects: EditorView.scrollIntoView(line.to, { y: "nearest", yMargin: 90 }) });
  };
  const on = useLatest({ onText, offersAt, tell });
  const locked = useRef(new Compartment());
  const first = useRef({ text, label, describedBy, hint });

  useEffect(() => {
    const now = first.current;
    const offer = (context: CompletionContext) => {
      const { doc } = context.state;
      const offers = on.now.offersAt(doc.toString(), context.pos);
      const from = offers[0]?.from;
      // Of itself it offers while something is being typed; on an empty place it is asked for.
      if (from === undefined || (!context.explicit && !/\S/.test(doc.sliceString(context.pos - 1, context.pos))))
        return null;
      const options = offers
        .filter((one) => one.from === from)
        .map(
          (one, index): Completion => ({
            label: one.insert.trim() || one.insert,
            detail: one.means,
            apply: one.insert,
            boost: -index,
          }),
        );
      return { from, options, filter: false };
    };
    const view = new EditorView({
      parent: place.current!,
      state: EditorState.create({
        doc: now.text,
        extensions: [
          lineNumbers(),
          problemField,
          marks,
          highlightActiveLine(),
          EditorView.lineWrapping,
          placeholder(now.hint),
          autocompletion({
            override: [offer],
            selectOnOpen: false,
            interactionDelay: 0,
            icons: false,
            defaultKeymap: false,
          }),
          Prec.high(keymap.of([...completionKeymap, { key: "Tab", run: takeOffer }])),
          keymap.of(standardKeymap),
          EditorView.contentAttributes.of({
            "aria-label": now.label,
            "aria-describedby": now.describedBy,
            spellcheck: "false",
            autocorrect: "off",
            autocapitalize: "off",
          }),
          EditorView.updateListener.of((update) => {
            const isOurs = update.transactions.some((one) => one.annotation(fromDesk));
            if (update.docChanged && !isOurs) on.now.onText(update.state.doc.toString());
            const wasOffering = completionStatus(update.startState) === "active";
            if (wasOffering && completionStatus(update.state) !== "active") setTimeout(() => on.now.tell(), 0);
          }),
          locked.current.of([]),
          looks,
        ],
      }),
    });
    editor.current = view;
    return () => {
      editor.current = null;
      view.destroy();
    };
  }, [on]);

  // What the desk has is what stands here; of a change from elsewhere only what differs is put in, so the caret keeps its place.
  useEffect(() => {
    const view = editor.current;
    const stands = view?.state.doc.toString();
    if (!view || stands === text || stands === undefined) return;
    view.dispatch({ changes: difference(stands, text), annotations: fromDesk.of(true) });
  }, [text]);
  useEffect(() => {
    editor.current?.dispatch({
      effects: locked.current.reconfigure(isLocked ? [EditorState.readOnly.of(true)] : []),
    });
  }, [isLocked]);
  // What reads again is cleared at once; what does not is said when the hand rests.
  useEffect(() => {
    if (problems.length === 0) return on.now.tell();
    const due = setTimeout(() => on.now.tell(), REST_MS);
    return () => clearTimeout(due);
  }, [problems, on]);
  useImperativeHandle(ref, () => ({
    goTo: (line, column) => {
      const view = editor.current;
      if (!view || line > view.state.doc.lines) return;
      const at = view.state.doc.line(line);
      view.dispatch({ selection: { anchor: Math.min(at.to, at.from + column - 1) }, scrollIntoView: true });
      view.focus();
    },
  }));
  return <div ref={place} className="min-w-0 flex-1 border border-rule bg-surface" />;
}
