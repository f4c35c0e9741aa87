/** How long one request may hold the server, and how quickly names are read. */
import { inPieces, readDocumentSteps } from "../contract";
import {
  allBlocks,
  findExercise,
  offerExercises,
  parseSession,
  runSteps,
  type SessionDocument,
  SHIPPED_CATALOGUE,
} from "../core";
import { judgeNames, readNames } from "../core/testing/typed-names";

/** About 128 KB of session, as much as one request may hold. */
function largestSession(): SessionDocument {
  const line = (letter: string, place: number) =>
    `${letter}${place} Bench press 20x8 @60kg rir2 t3-1-1-0 last 10: > -20%x8`;
  let text = "";
  let next = 0;
  let document: SessionDocument | null = null;
  for (let block = 0; block < 26; block++) {
    for (let place = 1; place <= 2; place++) text += `${line(String.fromCharCode(65 + block), place)}\n`;
    const { document: read } = parseSession(text, SHIPPED_CATALOGUE, () => `h${next++}`);
    if (JSON.stringify(read).length > 128_000) break;
    document = read;
  }
  if (!document) throw new Error("no session was built");
  return document;
}

/** The longest time, in ms, in which nothing else could run while the work went on. */
async function longestHold(work: () => Promise<unknown>): Promise<number> {
  let longest = 0;
  let last = performance.now();
  let running = true;
  const tick = () => {
    const now = performance.now();
    longest = Math.max(longest, now - last);
    last = now;
    if (running) setImmediate(tick);
  };
  setImmediate(tick);
  await work();
  longest = Math.max(longest, performance.now() - last);
  running = false;
  return longest;
}

export async function edgeBench(): Promise<void> {
  const document = largestSession();
  const sent = JSON.parse(JSON.stringify(document)) as unknown;
  const read = () => readDocumentSteps(sent, SHIPPED_CATALOGUE);
  for (let i = 0; i < 5; i++) runSteps(read());
  const from = performance.now();
  runSteps(read());
  const atOnce = performance.now() - from;
  const holds: number[] = [];
  for (let i = 0; i < 9; i++) holds.push(await longestHold(() => inPieces(read())));
  holds.sort((a, b) => a - b);
  const sets = allBlocks(document).reduce((n, { slots }) => n + slots.reduce((m, slot) => m + slot.sets.length, 0), 0);
  console.log(
    `\nThe longest hold while a session of ${Math.round(JSON.stringify(document).length / 1000)} KB (${sets} sets) is checked in pieces: ${holds[4]!.toFixed(1)} ms, ${(holds[4]! / atOnce).toFixed(2)} × checking it at once.`,
  );
}

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
