"use client";
import { Annotation, RangeSet, RangeSetBuilder, StateEffect, StateField, type Text } from "@codemirror/state";
import {
  Decoration,
  type DecorationSet,
  EditorView,
  GutterMarker,
  gutterLineClass,
  ViewPlugin,
  type ViewUpdate,
  WidgetType,
} from "@codemirror/view";
import { type MarkKind, marksOf } from "@/core";

/** Something to be said at a place of the text; lines and columns count from 1. */
export interface EditorProblem {
  readonly line: number;
  readonly column: number;
  readonly length: number;
  readonly says: string;
  /** What may have been meant, put in by a click. */
  readonly suggestion: string | null;
  /** An error is underlined and said below its line; a mark is underlined only. */
  readonly kind: "error" | "mark";
}

/** A change that came from the desk, not from typing. */
export const fromDesk = Annotation.define<boolean>();

export const tellProblems = StateEffect.define<readonly EditorProblem[]>();

interface DrawnProblems {
  readonly drawn: DecorationSet;
  readonly gutter: RangeSet<GutterMarker>;
}

class Sign extends GutterMarker {
  override elementClass = "cm-problem-line";
}

const SIGN = new Sign();

/** The sentence below a line. */
class Sentence extends WidgetType {
  constructor(readonly problem: EditorProblem) {
    super();
  }
  override eq(other: Sentence): boolean {
    const { says, suggestion, line, column } = this.problem;
    return (
      other.problem.says === says &&
      other.problem.suggestion === suggestion &&
      other.problem.line === line &&
      other.problem.column === column
    );
  }
  override toDOM(view: EditorView): HTMLElement {
    const { line, column, length, says, suggestion } = this.problem;
    // The editor measures what is within: room around it is the outer one's padding, and no margin.
    const around = document.createElement("div");
    around.className = "cm-problem-line";
    const box = document.createElement("div");
    box.className = "cm-problem-says";
    around.append(box);
    box.append(says);
    if (suggestion && !view.state.readOnly) {
      const button = document.createElement("button");
      button.type = "button";
      button.textContent = `Perhaps ${suggestion}`;
      button.onclick = () => {
        if (line > view.state.doc.lines) return;
        const at = view.state.doc.line(line);
        const from = Math.min(at.to, at.from + column - 1);
        view.dispatch({ changes: { from, to: Math.min(at.to, from + length), insert: suggestion } });
        view.focus();
      };
      box.append(" ", button);
    }
    return around;
  }
  override ignoreEvent(): boolean {
    return true;
  }
}

const UNDERLINED = {
  error: Decoration.mark({ class: "cm-problem-error" }),
  mark: Decoration.mark({ class: "cm-problem-mark" }),
};

function drawProblems(problems: readonly EditorProblem[], doc: Text): DrawnProblems {
  const within = problems.filter(({ line }) => line <= doc.lines);
  const ranges = within.flatMap((problem) => {
    const { from: start, to: end } = doc.line(problem.line);
    const from = Math.min(end, start + problem.column - 1);
    const to = Math.min(end, from + Math.max(1, problem.length));
    return [
      ...(to > from ? [UNDERLINED[problem.kind].range(from, to)] : []),
      ...(problem.kind === "error"
        ? [Decoration.widget({ widget: new Sentence(problem), block: true, side: 1 }).range(end)]
        : []),
    ];
  });
  const lines = [...new Set(within.map(({ line }) => doc.line(line).from))].sort((a, b) => a - b);
  return { drawn: Decoration.set(ranges, true), gutter: RangeSet.of(lines.map((at) => SIGN.range(at))) };
}

export const problemField = StateField.define<DrawnProblems>({
  create: () => ({ drawn: Decoration.none, gutter: RangeSet.empty }),
  update(before, transaction) {
    for (const effect of transaction.effects)
      if (effect.is(tellProblems)) return drawProblems(effect.value, transaction.state.doc);
    if (!transaction.docChanged) return before;
    return { drawn: before.drawn.map(transaction.changes), gutter: before.gutter.map(transaction.changes) };
  },
  provide: (field) => [
    EditorView.decorations.from(field, ({ drawn }) => drawn),
    gutterLineClass.from(field, ({ gutter }) => gutter),
  ],
});

const MARKED = new Map<MarkKind, Decoration>();

const markedAs = (kind: MarkKind): Decoration => {
  const known = MARKED.get(kind) ?? Decoration.mark({ class: `cm-is-${kind}` });
  MARKED.set(kind, known);
  return known;
};

/** The parts of the lines that are seen. */
export const marks = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = markSeen(view);
    }
    update(update: ViewUpdate) {
      if (update.docChanged || update.viewportChanged) this.decorations = markSeen(update.view);
    }
  },
  { decorations: (plugin) => plugin.decorations },
);

function markSeen(view: EditorView): DecorationSet {
  const builder = new RangeSetBuilder<Decoration>();
  for (const { from, to } of view.visibleRanges)
    for (let at = from; at <= to; ) {
      const line = view.state.doc.lineAt(at);
      for (const mark of marksOf(line.text))
        builder.add(line.from + mark.from, line.from + mark.to, markedAs(mark.kind));
      at = line.to + 1;
    }
  return builder.finish();
}
