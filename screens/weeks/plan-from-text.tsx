"use client";
import { useState } from "react";
import { catalogueIn } from "@/contract";
import { readPlanText, startingPhases } from "@/core";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import { TextArea, TextField } from "@/ui/field";
import type { WeeksView } from "@/views";
import type { Starting } from "./plan-card";

const EXAMPLE = `Monday: Push
A1 Bench press 4x6-8 rir2 r120
B1 Lateral raise 3x12 rir1

Thursday: Legs
A1 Back squat 4x5 rir2 r150`;

/** Days as text, a line with a weekday before each. */
export function AsText({ view, starting }: { view: WeeksView; starting: Starting }) {
  const [name, setName] = useState("");
  const [text, setText] = useState("");
  const [problems, setProblems] = useState<readonly string[]>([]);
  const take = () => {
    if (name.trim() === "") return setProblems(["Give the plan a name."]);
    const read = readPlanText(text, catalogueIn(view.exercises), newId);
    if (!read.ok) return setProblems(read.problems.map(({ line, message }) => `Line ${line}: ${message}`));
    setProblems([]);
    return starting.take({ name: name.trim(), phases: startingPhases(newId), days: read.days, inTurn: null });
  };
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void take();
      }}
    >
      <TextField label="Name" value={name} onChange={(event) => setName(event.target.value.slice(0, 120))} />
      <TextArea
        label="Days"
        hint="A line with a weekday or Day 1, its lifts below it as at the desk."
        placeholder={EXAMPLE}
        rows={14}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {problems.length > 0 ? (
        <ul role="alert" className="font-semibold">
          {problems.slice(0, 5).map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      ) : null}
      <div>
        <Button kind="main" type="submit" disabled={starting.isBusy}>
          Start this plan
        </Button>
      </div>
    </form>
  );
}
