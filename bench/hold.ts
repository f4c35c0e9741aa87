/** How long one request may hold the server. */
import { readDocumentSteps, runYielding } from "../contract";
import { allBlocks, parseSession, runSteps, type SessionDocument, SHIPPED_CATALOGUE } from "../core";

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

export async function holdBench(): Promise<void> {
  const document = largestSession();
  const sent = JSON.parse(JSON.stringify(document)) as unknown;
  const read = () => readDocumentSteps(sent, SHIPPED_CATALOGUE);
  for (let i = 0; i < 5; i++) runSteps(read());
  const from = performance.now();
  runSteps(read());
  const atOnce = performance.now() - from;
  const holds: number[] = [];
  for (let i = 0; i < 9; i++) holds.push(await longestHold(() => runYielding(read())));
  holds.sort((a, b) => a - b);
  const sets = allBlocks(document).reduce((n, { slots }) => n + slots.reduce((m, slot) => m + slot.sets.length, 0), 0);
  console.log(
    `\nThe longest hold while a session of ${Math.round(JSON.stringify(document).length / 1000)} KB (${sets} sets) is checked in pieces: ${holds[4]!.toFixed(1)} ms, ${(holds[4]! / atOnce).toFixed(2)} × checking it at once.`,
  );
}
