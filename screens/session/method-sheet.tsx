"use client";
import { useState } from "react";
import { applyMethod, type Block, entriesOf, METHODS, type Method, type MethodId, printSpan } from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import type { StudioMethods } from "@/views";
import { useWholeDesk } from "./use-desk";

/** The schools, each with when and why; what taking one up would change in this block is shown before it is done. */
export function MethodSheet({
  block,
  letter,
  open,
  onOpenChange,
}: {
  block: Block;
  letter: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const desk = useWholeDesk();
  const [own, setOwn] = useState<StudioMethods>(desk.methods);
  const [chosen, setChosen] = useState<MethodId>("hypertrophyRanges");
  const keep = useApiMutation(
    (next: StudioMethods) => {
      const listed = (methods: StudioMethods) => entriesOf(methods).map(([id, figures]) => ({ id, ...figures }));
      return callApi("studio.changeMethods", { seen: listed(own), wanted: listed(next) });
    },
    (_, next) => {
      setOwn(next);
      desk.setMethods(next);
    },
  );
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title={`A method for block ${letter}`}>
      {keep.error ? <p role="alert">{keep.error.message}</p> : null}
      <ul className="flex flex-col gap-3">
        {METHODS.map((shipped) => {
          const method: Method = { ...shipped, ...own[shipped.id] };
          const isChosen = chosen === method.id;
          const { operation, changes } = applyMethod(desk.document, block.id, method);
          return (
            <li key={method.id} className={isChosen ? "border-l-4 border-indigo pl-3" : "border-l-4 border-line pl-3"}>
              <button
                type="button"
                aria-expanded={isChosen}
                onClick={() => setChosen(method.id)}
                className="flex w-full flex-wrap items-baseline gap-x-3 text-left"
              >
                <strong>{method.name}</strong>
                <span className="text-quiet">
                  {printSpan(method.reps)} reps, RIR {printSpan(method.rir)}, {printSpan(method.restSeconds)} s
                </span>
              </button>
              {isChosen ? (
                <div className="mt-1 flex flex-col gap-1.5">
                  <p>{method.when}</p>
                  <p className="text-quiet">{method.evidence}</p>
                  {method.cautions.map((caution) => (
                    <p key={caution} className="border-l-4 border-weld pl-2">
                      {caution}
                    </p>
                  ))}
                  <p className="text-quiet">Structure: {method.structure}.</p>
                  <div className="flex flex-wrap gap-3">
                    {(["reps", "rir", "restSeconds"] as const).map((part) => (
                      <fieldset key={part} className="flex items-center gap-1">
                        <legend className="sr-only">{part}</legend>
                        {{ reps: "reps", rir: "in reserve", restSeconds: "rest" }[part]}
                        {(["low", "high"] as const).map((end) => (
                          <Figure
                            key={`${end} ${method[part][end]}`}
                            label={`${{ reps: "Reps", rir: "Reps in reserve", restSeconds: "Rest" }[part]}, ${end === "low" ? "least" : "most"}`}
                            low={Math.max(part === "reps" ? 1 : 0, end === "high" ? method[part].low : 0)}
                            high={end === "low" ? method[part].high : part === "restSeconds" ? 600 : 60}
                            value={method[part][end]}
                            onKeep={(figure) => {
                              const { reps, rir, restSeconds } = method;
                              const span = { ...method[part], [end]: figure };
                              keep.mutate({ ...own, [method.id]: { reps, rir, restSeconds, [part]: span } });
                            }}
                          />
                        ))}
                      </fieldset>
                    ))}
                    {own[method.id] ? (
                      <Button
                        className="min-h-7 px-2 py-0.5"
                        onClick={() => {
                          const { [method.id]: _gone, ...rest } = own;
                          keep.mutate(rest);
                        }}
                      >
                        As shipped
                      </Button>
                    ) : null}
                  </div>
                  {changes.length === 0 ? (
                    <p className="font-semibold">The block is within it already: nothing would change.</p>
                  ) : (
                    <ul>
                      {changes.map((change) => (
                        <li key={`${change.what} ${change.from}`}>
                          <span className="text-quiet">{change.what}</span> {change.from} → <strong>{change.to}</strong>
                        </li>
                      ))}
                    </ul>
                  )}
                  <Button
                    kind="main"
                    className="self-start"
                    disabled={changes.length === 0}
                    onClick={() => {
                      desk.operate(operation);
                      onOpenChange(false);
                    }}
                  >
                    Take it up
                  </Button>
                </div>
              ) : null}
            </li>
          );
        })}
      </ul>
    </Sheet>
  );
}

/** A figure of a method for the whole studio: kept when it is left or on Enter, and only where it makes a range. */
function Figure({
  label,
  low,
  high,
  value,
  onKeep,
}: {
  label: string;
  low: number;
  high: number;
  value: number;
  onKeep: (figure: number) => void;
}) {
  const [typed, setTyped] = useState(String(value));
  const figure = Number(typed);
  const fits = /^\d+$/.test(typed.trim()) && figure >= low && figure <= high;
  return (
    <span className="inline-flex flex-col">
      <input
        inputMode="numeric"
        aria-label={label}
        aria-invalid={!fits}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Enter") event.currentTarget.blur();
          if (event.key === "Escape") {
            event.stopPropagation();
            setTyped(String(value));
          }
        }}
        onBlur={() => {
          if (fits && figure !== value) onKeep(figure);
        }}
        className="w-14 rounded-[3px] border border-rule bg-surface px-1 py-0.5 aria-invalid:border-2 aria-invalid:border-walnut"
      />
      {fits ? null : (
        <span role="alert" className="text-xs">
          {low} to {high}
        </span>
      )}
    </span>
  );
}
