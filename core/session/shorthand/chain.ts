/** Reads the parts of a set that follow each other without rest: "> -20%x8". */

import { LIMITS } from "../grammar";
import { BARE_WEIGHT, type DraftSegment, emptySegment, UNSAID } from "./draft";
import { type ExerciseLookup, joinSetup, LINK_NAME_END, readLiftName } from "./lift-name";
import { readBeside, readChange, readEffort, readLoad, readTimesLoad, readWeight } from "./load-tokens";
import type { Scanner } from "./scanner";
import { readAmount, readSeconds, readSetup, readTempo } from "./tokens";

/** Brackets within brackets: more than anybody means. */
const MOST_BRACKETS = 3;

/** The segments after the first: `> -20%x8`, `(> -20%x8)*2`, `> pause 15s x4`, `> as "Push-up" xF`. */
export function readChain(s: Scanner, lookup: ExerciseLookup, depth = 0): DraftSegment[] {
  const chain: DraftSegment[] = [];
  for (;;) {
    const start = s.position;
    if (s.eat(/\(/y)) {
      if (depth >= MOST_BRACKETS) s.failAt(start, 1, `brackets at most ${MOST_BRACKETS} deep`);
      const group = readChain(s, lookup, depth + 1);
      if (group.length === 0) s.fail("> and what follows inside the brackets");
      if (!s.eat(/\)/y)) s.fail("a closing bracket");
      const times = Number(s.eat(/[*x] ?(\d+)/iy)?.[1] ?? s.fail("how often the bracket repeats, such as *2"));
      if (times < 1 || times * group.length > LIMITS.segments)
        s.failAt(start, s.position - start, `at most ${LIMITS.segments} parts in a set`);
      for (let i = 0; i < times; i++) chain.push(...group.map((segment) => ({ ...segment })));
    } else if (s.eat(/>/y)) chain.push(readLink(s, lookup));
    else break;
    if (chain.length >= LIMITS.segments)
      s.failAt(start, s.position - start, `at most ${LIMITS.segments} parts in a set`);
  }
  return chain;
}

function readLink(s: Scanner, lookup: ExerciseLookup): DraftSegment {
  const link = emptySegment({ kind: "maxReps" }, "full");
  let amount: ReturnType<typeof readAmount> = null;
  for (;;) {
    if (s.atEnd || s.peek(/>|\(|\)|\/\/|\+(\s|$)/y)) break;
    if (
      s.peek(
        /r ?\d|r(est)? ?partner|h ?\d|ramp\b|(last|first|round|rounds)\b[^:]*:|in ?\d|only\b|warmup\b|\/ ?(side|leg|arm|alt|hold|both)|(each|per|alternating|alt)\b/iy,
      )
    )
      break;
    if (s.peek(/as\b|"/iy)) {
      s.eat(/as\b/iy);
      const lift = readLiftName(s, lookup, LINK_NAME_END);
      link.exerciseId = lift.id;
      if (lift.setup.length > 0) link.setup = lift.setup;
    } else if (amount && s.peek(/rest\b/iy)) break;
    else if (s.eat(/pause\b|rest\b/iy)) link.restBeforeSeconds = readSeconds(s, "the pause");
    else if (s.peek(/[+-] ?\d/y)) {
      const change = readChange(s) ?? s.fail("a cut in % or in kg, such as -20% or -10kg");
      link.load = { kind: "fromSegment", change };
    } else if (s.peek(/@/y)) {
      const load = readLoad(s)!;
      if (load.rules.length > 1 || (load.rir?.length ?? 1) > 1)
        s.fail("one load in a chain; rounds are chosen with round 2: …");
      link.load = load.rules[0] ?? UNSAID;
      if (load.rir) link.rir = load.rir[0]!;
    } else if (s.peek(/&/y)) link.beside = [...link.beside, readBeside(s)!];
    else if (amount && s.peek(/x/iy))
      link.load = readTimesLoad(s) ?? s.fail("the load after the x, such as 8x40kg, or before it: 40kgx8");
    else if (s.peek(BARE_WEIGHT)) link.load = { kind: "fixed", weight: readWeight(s)! };
    else if (s.peek(/\[/y)) link.setup = joinSetup(link.setup ?? [], readSetup(s)!);
    else {
      const effort = readEffort(s);
      const tempo = effort ? null : readTempo(s);
      if (effort) link.rir = effort;
      else if (tempo) link.tempo = tempo.tempo;
      else if (!amount) {
        s.eat(/x ?(?=[\dFAMft])/iy);
        amount = readAmount(s) ?? s.fail("what follows: -20%x8, xF, 8 partials long, hold 10s short or pause 15s x4");
        link.amount = amount.amount;
        link.rom = amount.rom;
      } else break;
    }
  }
  if (!amount) s.fail("the reps of this part, such as x8 or xF");
  return link;
}
