"use client";
import { Redo2, Undo2 } from "lucide-react";
import { memo, type ReactNode, useEffect } from "react";
import { type Latest, useLatest } from "@/ui/use-latest";

interface Undoable {
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
}

const BACK = <Undo2 size={16} aria-hidden />;
const FORTH = <Redo2 size={16} aria-hidden />;

/** Undo and redo, on their buttons and on Ctrl or ⌘ Z; within a field the keys are the field's own. */
export function UndoButtons({ of }: { of: Undoable }) {
  const ways = useLatest(of);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isTyping = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (isTyping || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey) ways.now.redo();
      else ways.now.undo();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [ways]);
  return (
    <>
      <Way name="Undo" sign={BACK} isOpen={of.canUndo} ways={ways} take="undo" />
      <Way name="Redo" sign={FORTH} isOpen={of.canRedo} ways={ways} take="redo" />
    </>
  );
}

const Way = memo(function Way({
  name,
  sign,
  isOpen,
  ways,
  take,
}: {
  name: string;
  sign: ReactNode;
  isOpen: boolean;
  ways: Latest<Undoable>;
  take: "undo" | "redo";
}) {
  return (
    <button
      type="button"
      aria-label={name}
      disabled={!isOpen}
      onClick={() => ways.now[take]()}
      className="p-1.5 disabled:opacity-40"
    >
      {sign}
    </button>
  );
});
