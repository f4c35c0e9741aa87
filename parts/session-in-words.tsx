import { capitalised } from "@/core";
import type { BlockInWords } from "@/views";

/** A session as it is read by somebody who trains from it: block by block, every lift with its sets and cues. */
export function SessionInWords({ blocks }: { blocks: readonly BlockInWords[] }) {
  return (
    <ul>
      {blocks.map(({ letter, rounds, lifts }) => (
        <li key={letter} className="border-t border-line py-2">
          <p className="text-quiet">{rounds}</p>
          <ul className="flex flex-col gap-1.5">
            {lifts.map(({ slotId, label, name, setup, ramp, sets, limits, cues, after }) => (
              <li key={slotId}>
                <p className="font-bold">
                  <span className="text-quiet">{label}</span> {name}
                  {setup ? <span className="font-normal text-quiet"> {setup}</span> : null}
                </p>
                {ramp ? <p className="text-quiet">First: {ramp}</p> : null}
                {sets.map((words) => (
                  <p key={words}>{words}</p>
                ))}
                {limits.map((words) => (
                  <p key={words} className="font-bold">
                    {capitalised(words)}
                  </p>
                ))}
                {cues.length > 0 ? <p className="text-quiet">{cues.join(" · ")}</p> : null}
                {after ? <p className="text-quiet">{after}</p> : null}
              </li>
            ))}
          </ul>
        </li>
      ))}
    </ul>
  );
}
