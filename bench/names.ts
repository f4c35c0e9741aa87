/** How many names are read as they are typed, and how quickly. */
import { findExercise, offerExercises, parseSession, SHIPPED_CATALOGUE } from "../core";
import { judgeNames, readNames } from "../core/testing/typed-names";

export function namesBench(time: (work: () => unknown) => { readonly microseconds: number }): void {
  console.log("\nNames as people type them:");
  for (const list of ["working", "held-out"] as const) {
    const { names, read, offered, wrong } = judgeNames(readNames(list));
    const share = (count: number) => `${((100 * count) / names).toFixed(1)} %`;
    console.log(
      `  ${list.padEnd(9)} ${names} names: ${share(read)} read at once, ${share(offered)} among the first three, ${share(wrong.length)} read as something else`,
    );
  }
  const typed = readNames("working").map((one) => one.typed);
  const unknown = Array.from({ length: 60 }, (_, i) => `winch ${typed[i % typed.length]} bollard`);
  const lines = unknown.map((name) => `${name} 3x8`).join("\n");
  let next = 0;
  const known = time(() => typed.map((name) => findExercise(SHIPPED_CATALOGUE, name)));
  const offers = time(() => unknown.map((name) => offerExercises(SHIPPED_CATALOGUE, name)));
  const session = time(() => parseSession(lines, SHIPPED_CATALOGUE, () => `n${next++}`));
  const plain = time(() => JSON.parse(JSON.stringify(unknown)));
  const row = (what: string, microseconds: number, count: number) =>
    console.log(
      `  ${what.padEnd(34)} ${(microseconds / count).toFixed(1).padStart(6)} µs each, ${Math.round(microseconds / count / (plain.microseconds / 60))} × JSON of the name`,
    );
  row("a name read", known.microseconds, typed.length);
  row("three offers for an unknown one", offers.microseconds, 60);
  console.log(
    `  a session of 60 unknown lines      ${(session.microseconds / 1000).toFixed(2)} ms, ${Math.round(session.microseconds / plain.microseconds)} × JSON of its names`,
  );
}
