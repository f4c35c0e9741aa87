/** Reads the lines above the lifts: title, time, gym and warm-up. */

import {
  type BlockIntent,
  type Drill,
  LIMITS,
  type NamedPlace,
  type RoundStop,
  type Span,
  type WarmUp,
} from "../grammar";
import type { Scanner } from "./scanner";
import { readReps, readSeconds } from "./tokens";

export interface Header {
  intent: BlockIntent | null;
  within: number | null;
  rounds: Span | null;
  stop: RoundStop;
  methodId: string | null;
  finisher: boolean;
}

export const emptyHeader = (): Header => ({
  intent: null,
  within: null,
  rounds: null,
  stop: { kind: "coach" },
  methodId: null,
  finisher: false,
});

export function readHeader(s: Scanner): Header {
  const header = emptyHeader();
  while (!s.atEnd) {
    s.eat(/,/y);
    if (s.eat(/method\b:? /iy)) header.methodId = readQuotedOrWord(s, /,/);
    else if (s.eat(/circuit\b/iy)) header.intent = "circuit";
    else if (s.eat(/pre-?exhaust\b/iy)) header.intent = "pre-exhaust";
    else if (s.eat(/finisher\b/iy)) header.finisher = true;
    else if (s.eat(/(?:rounds )?within\b/iy)) header.within = readSeconds(s, "the rounds");
    else if (s.eat(/stop below (?:rir ?)?(?=\d)/iy))
      header.stop = { kind: "belowRir", rir: Number(s.eat(/\d+(\.\d+)?/y)![0]) };
    else if (s.eat(/stop (?:at )?reps ?(?:down |-) ?(?=\d)/iy)) {
      header.stop = { kind: "repsDown", percent: Number(s.eat(/\d+(\.\d+)?/y)![0]) };
      s.eat(/%/y);
    } else {
      const rounds = s.peek(/\d/y) ? readReps(s) : null;
      if (!rounds || !s.eat(/rounds?\b/iy)) {
        s.fail("what holds for the block: circuit, pre-exhaust, finisher, 4 rounds, within 12min, stop below rir1");
      }
      if (rounds.high > LIMITS.rounds) s.fail(`at most ${LIMITS.rounds} rounds`);
      header.rounds = rounds;
    }
  }
  return header;
}

export function readWarmUp(s: Scanner): WarmUp {
  let pulseRaiser: WarmUp["pulseRaiser"] = null;
  const drills: Drill[] = [];
  do {
    if (s.atEnd) break;
    if (s.peek(/\d+(\.\d+)? ?(min|s)/iy)) {
      const seconds = readSeconds(s, "the warm-up");
      // A comma parts drills where what follows it is one; else it belongs to what is done.
      pulseRaiser = {
        seconds,
        what: (s.eat(/(?:[^;,]|,(?! ?[^;,\d][^;,]* (?:\d+ ?x ?)?\d+ ?(?:s|sec)?\s*(?:[;,]|$)))*/y)?.[0] ?? "").trim(),
      };
      continue;
    }
    const drill = s.eat(/([^;,\d][^;,]*?) (?:(\d+) ?x ?)?(\d+) ?(s\b|sec\b)?(?=\s*([;,]|$))/iy);
    if (!drill) s.fail("minutes of easy work, or a drill with its amount, such as Band pull-apart 2x15");
    const figure = Number(drill[3]);
    const sets = Number(drill[2] ?? 1);
    if (sets < 1 || sets > 10 || figure < 1 || figure > LIMITS.reps) s.fail("a drill of 1 to 10 sets");
    drills.push({
      name: drill[1]!.trim(),
      sets,
      amount: drill[4] ? { kind: "seconds", seconds: figure } : { kind: "reps", reps: figure },
    });
  } while (s.eat(/[;,]/y));
  return { pulseRaiser, drills };
}

export function readQuotedOrWord(s: Scanner, until?: RegExp): string {
  const match = s.eat(until ? /"([^"]{1,200})"|([^\s,]{1,200})/y : /"([^"]{1,200})"|(\S{1,200})/y);
  if (!match) s.fail("a name");
  return match[1] ?? match[2]!;
}

/** The gym that a text names, by its id; without a list of gyms the name stands for itself. */
export function readGym(s: Scanner, gyms: readonly NamedPlace[]): string {
  const start = s.position;
  const name = readQuotedOrWord(s);
  if (gyms.length === 0) return name;
  const found = gyms.find((gym) => gym.name.toLowerCase() === name.toLowerCase() || gym.id === name);
  return found?.id ?? s.failAt(start, name.length, `a gym of this studio: ${gyms.map((gym) => gym.name).join(", ")}`);
}
