"use client";
import { useState } from "react";

/** A field with a minus button before it and a plus button after it. What is typed is kept on Enter and on blur; Escape drops it. */
export function Stepper({
  name,
  text,
  onStep,
  onType,
}: {
  name: string;
  text: string;
  /** What is wrong with it; null where it was done. */
  onStep: (by: 1 | -1) => string | null;
  onType: (typed: string) => string | null;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = () => {
    if (typed === null) return;
    const refused = typed.trim() === text ? null : onType(typed);
    setProblem(refused);
    if (refused === null) setTyped(null);
  };
  const step = (by: 1 | -1) => {
    setTyped(null);
    setProblem(onStep(by));
  };
  return (
    <>
      <label htmlFor={`figure ${name}`} className="text-quiet">
        {name}
      </label>
      <span className="flex items-stretch">
        <StepButton name={`${name}: less`} sign="−" onClick={() => step(-1)} />
        <input
          id={`figure ${name}`}
          value={typed ?? text}
          aria-invalid={problem !== null}
          aria-describedby={problem ? `problem ${name}` : undefined}
          onChange={(event) => {
            setTyped(event.target.value);
            setProblem(null);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") {
              // What is asked then has the focus, and is not answered by this key.
              event.preventDefault();
              keep();
            }
            if (event.key === "Escape") {
              setTyped(null);
              setProblem(null);
            }
          }}
          onBlur={keep}
          className="min-h-7 w-full min-w-0 border-y border-rule bg-ground px-1 text-center font-semibold"
        />
        <StepButton name={`${name}: more`} sign="+" onClick={() => step(1)} />
      </span>
      {problem ? (
        <p id={`problem ${name}`} role="alert" className="col-span-2 border border-walnut bg-weld-tint px-2 py-1">
          {problem}
        </p>
      ) : null}
    </>
  );
}

const StepButton = ({ name, sign, onClick }: { name: string; sign: string; onClick: () => void }) => (
  <button
    type="button"
    aria-label={name}
    onClick={onClick}
    className="min-h-7 min-w-8 shrink-0 border border-rule bg-surface text-base leading-none font-bold hover:bg-inset"
  >
    {sign}
  </button>
);
