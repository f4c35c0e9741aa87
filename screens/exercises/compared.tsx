"use client";
import { decimal, type Exercise, judgePair } from "@/core";
import { Curve } from "./curve";
import { Facts } from "./facts";
import { CLASS_WORDS, reasonsWords } from "./pair-words";
import { Trials } from "./trials";

/** Two exercises: what they are as a pair and what it costs, their curves over each other, their facts side by side, days tried. */
export function Compared({ first, second }: { first: Exercise; second: Exercise }) {
  const pair = judgePair(first, second);
  return (
    <div className="flex flex-col gap-4">
      <div>
        <p className="text-lg leading-snug font-bold">
          With {second.name.toLowerCase()}: {CLASS_WORDS[pair.kind]}.
        </p>
        <p>
          Of ten reps the second loses <strong>{decimal(pair.repsLost.second, 1)}</strong>, the first a round later{" "}
          <strong>{decimal(pair.repsLost.first, 1)}</strong>; {pair.transitionSeconds} s from one to the other.
        </p>
        <p className="text-quiet">{reasonsWords(pair)}</p>
      </div>
      <Curve key={`${first.id} ${second.id}`} exercise={first} second={second} />
      <Facts exercises={[first, second]} />
      <Trials a={first} b={second} />
    </div>
  );
}
