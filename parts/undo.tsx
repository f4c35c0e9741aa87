"use client";
import { type LucideIcon, Redo2, Undo2 } from "lucide-react";
import { useEffect } from "react";

interface Undoable {
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
}

/** Undo and redo, on their buttons and on Ctrl or ⌘ Z; within a field the keys are the field's own. */
export function UndoButtons({ of }: { of: Undoable }) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isTyping = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (isTyping || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey) of.redo();
      else of.undo();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [of]);
  return (
    <>
      <Way name="Undo" sign={Undo2} isOpen={of.canUndo} onTake={of.undo} />
      <Way name="Redo" sign={Redo2} isOpen={of.canRedo} onTake={of.redo} />
    </>
  );
}

function Way({
  name,
  sign: Sign,
  isOpen,
  onTake,
}: {
  name: string;
  sign: LucideIcon;
  isOpen: boolean;
  onTake: () => void;
}) {
  return (
    <button type="button" aria-label={name} disabled={!isOpen} onClick={onTake} className="p-1.5 disabled:opacity-40">
      <Sign size={16} aria-hidden />
    </button>
  );
}
