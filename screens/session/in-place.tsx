"use client";
import { clsx } from "clsx";
import { type ReactNode, useEffect, useRef, useState } from "react";

/**
 * A figure of the session that is written where it stands. Enter keeps it, Escape leaves it as it was; a text that does not read
 * stays, with its sentence.
 */
export function InPlaceEditor({
  label,
  text,
  isWriting,
  locked,
  onWrite,
  onKeep,
  onLeave,
  children,
  className,
  isAtEnd = false,
}: {
  label: string;
  /** What is written there now. */
  text: string;
  isWriting: boolean;
  locked: boolean;
  onWrite: () => void;
  /** Null where it was taken. */
  onKeep: (typed: string) => string | null;
  onLeave: () => void;
  children: ReactNode;
  className?: string;
  /** It stands at the end of its row: what is said of it hangs towards the row's beginning. */
  isAtEnd?: boolean;
}) {
  if (isWriting) return <Field label={label} text={text} onKeep={onKeep} onLeave={onLeave} isAtEnd={isAtEnd} />;
  if (locked) return <span className={className}>{children}</span>;
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={`${label}, change`}
      onClick={onWrite}
      className={clsx("min-h-6 rounded-[3px] px-0.5 text-left hover:bg-inset", className)}
    >
      {children}
    </button>
  );
}

function Field({
  label,
  text,
  onKeep,
  onLeave,
  isAtEnd,
}: {
  label: string;
  text: string;
  onKeep: (typed: string) => string | null;
  onLeave: () => void;
  isAtEnd: boolean;
}) {
  const [typed, setTyped] = useState(text);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const isLeft = useRef(false);
  useEffect(() => {
    input.current?.focus();
    input.current?.select();
  }, []);
  const keep = () => {
    if (isLeft.current) return;
    const refused = typed.trim() === text.trim() ? null : onKeep(typed);
    setProblem(refused);
    if (refused !== null) return;
    isLeft.current = true;
    onLeave();
  };
  return (
    <span className="relative inline-block">
      <input
        ref={input}
        data-writing
        aria-label={label}
        aria-invalid={problem !== null}
        value={typed}
        size={Math.max(8, typed.length + 1)}
        onChange={(event) => {
          setTyped(event.target.value);
          setProblem(null);
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") {
            event.preventDefault();
            keep();
          }
          if (event.key === "Escape") {
            isLeft.current = true;
            onLeave();
          }
        }}
        onBlur={keep}
        className="narrow min-h-6 bg-surface px-1 font-semibold text-walnut outline-2 outline-indigo"
      />
      {problem ? (
        <span
          role="alert"
          className={clsx(
            "absolute top-full z-30 w-64 border border-walnut bg-weld-tint px-2 py-1 font-normal text-walnut",
            isAtEnd ? "right-0" : "left-0",
          )}
        >
          {problem}
        </span>
      ) : null}
    </span>
  );
}
