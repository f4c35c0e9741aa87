"use client";
import { Command } from "cmdk";
import { useMemo, useState } from "react";
import type { Exercise } from "@/core";
import type { OfferGroup } from "@/views";

/** What was wrong with it; null where it was taken. */
type ChoiceProblem = string | null | Promise<string | null>;

/** A sign that more than a name is typed: sets and reps, or another line. */
const HAS_SETS = /\d\s*[x×]\s*\S|\d+\s*total|\n/i;

/**
 * One cell to find a lift in: by name, muscle, implement, or from what is offered where nothing is typed. Enter takes what is
 * lit; a whole line with its sets is taken as it is typed. Where no lift has every word that was typed, the name itself is lit:
 * nothing else comes in for it unless it is chosen.
 */
export function LiftFinder({
  label,
  placeholder,
  initial = "",
  offersFor,
  onTake,
  onTyped,
  onLeave,
}: {
  label: string;
  placeholder: string;
  /** What it begins with. */
  initial?: string;
  offersFor: (typed: string) => readonly OfferGroup[];
  onTake: (exercise: Exercise) => ChoiceProblem;
  /** Takes a line as it is typed; left out where only a lift is wanted. */
  onTyped?: (typed: string) => ChoiceProblem;
  onLeave?: () => void;
}) {
  const [typed, setTyped] = useState(initial);
  const [problem, setProblem] = useState<string | null>(null);
  const groups = useMemo(() => offersFor(typed), [offersFor, typed]);
  const isNamed = typed.trim() !== "";
  const hasNone = isNamed && !groups.some(({ offers }) => offers.some(({ hasAll }) => hasAll));
  const isLine = onTyped !== undefined && HAS_SETS.test(typed);
  const [isBusy, setBusy] = useState(false);
  const done = async (taken: ChoiceProblem) => {
    if (isBusy) return;
    setBusy(true);
    const refused = await taken;
    setBusy(false);
    setProblem(refused);
    if (refused === null) setTyped("");
  };
  return (
    <Command
      shouldFilter={false}
      loop
      label={label}
      className="relative bg-surface"
      onKeyDown={(event) => {
        if (event.key !== "Escape" || !onLeave) {
          event.stopPropagation();
          return;
        }
        event.preventDefault();
        event.stopPropagation();
        onLeave();
      }}
      onBlur={(event) => {
        if (onLeave && typed.trim() === "" && !event.currentTarget.contains(event.relatedTarget)) onLeave();
      }}
    >
      <Command.Input
        autoFocus={onLeave !== undefined}
        // What is typed on comes after what it began with.
        onFocus={({ currentTarget }) =>
          currentTarget.setSelectionRange(currentTarget.value.length, currentTarget.value.length)
        }
        aria-label={label}
        placeholder={placeholder}
        value={typed}
        onValueChange={(value) => {
          setTyped(value);
          setProblem(null);
        }}
        className="min-h-[34px] w-full border-2 border-indigo bg-surface px-2 font-semibold outline-none placeholder:font-normal placeholder:text-quiet"
      />
      {problem ? (
        <p role="alert" className="border border-walnut bg-weld-tint px-2 py-1">
          {problem}
        </p>
      ) : null}
      <Command.List className="max-h-[22rem] overflow-y-auto border-x border-b border-rule">
        {isLine ? (
          <Command.Item value="as typed" onSelect={() => void done(onTyped(typed))} className={ITEM}>
            <span>
              As typed: <strong>{typed}</strong>
            </span>
          </Command.Item>
        ) : null}
        {hasNone && !isLine ? (
          <UnderName
            typed={typed}
            onSelect={() => void done(onTyped ? onTyped(typed) : "No lift has all of these words: choose one below.")}
          />
        ) : null}
        {groups.map(({ heading, offers }) => (
          <Command.Group
            key={heading}
            heading={heading}
            className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-1.5 [&_[cmdk-group-heading]]:text-quiet"
          >
            {offers.map(({ exercise, note, isUnfit }) => (
              <Command.Item
                key={exercise.id}
                value={`${heading} ${exercise.id}`}
                onSelect={() => void done(onTake(exercise))}
                className={ITEM}
              >
                <span className={isUnfit ? "line-through decoration-1" : ""}>{exercise.name}</span>
                {note ? <span className="text-right text-xs opacity-90">{note}</span> : null}
              </Command.Item>
            ))}
          </Command.Group>
        ))}
        {isNamed && !hasNone && onTyped && !isLine ? (
          <UnderName typed={typed} onSelect={() => void done(onTyped(typed))} />
        ) : null}
      </Command.List>
    </Command>
  );
}

/** What was typed, as a lift of its own name; what it may be is asked then. */
const UnderName = ({ typed, onSelect }: { typed: string; onSelect: () => void }) => (
  <Command.Item value="by its name alone" onSelect={onSelect} className={ITEM}>
    <span>
      Under this name: <strong>{typed.trim()}</strong>
    </span>
  </Command.Item>
);

const ITEM =
  "flex min-h-7 cursor-pointer items-center justify-between gap-3 px-2 py-0.5 data-[selected=true]:bg-indigo data-[selected=true]:text-ground";
