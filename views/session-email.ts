/** What a client is sent of a session: an email in plain words, for somebody who trains from it alone. */

import { type ShownContent, shownSession } from "../contract/shown";
import {
  allBlocks,
  type Block,
  blockLetter,
  blockNameWords,
  capitalised,
  datesOf,
  decimal,
  exerciseOrThrow,
  expandSession,
  firstOf,
  GENERAL_NOTICE,
  type Implement,
  nameBlock,
  partExtras,
  printRest,
  printSpan,
  printTempo,
  type Region,
  type Segment,
  type ShownSession,
  type Slot,
  slotLabels,
  stopExtras,
  valueAt,
  type WarmUp,
  type WorkSet,
  workContextOf,
} from "../core";

/** Why an email did not go: the mail server refuses the address or the message, or it could not be handed over. */
export type EmailProblem = "refused" | "notSent";

export interface SessionEmail {
  readonly subject: string;
  readonly text: string;
}

/** What is said where an email did not go. */
export const emailProblemWords = (problem: EmailProblem): string =>
  problem === "refused"
    ? "The mail server refuses this address. Look whether it is written right."
    : "The email could not be handed to the mail server. Try again.";

interface From {
  readonly client: string;
  readonly studio: string;
  /** How the studio writes dates. */
  readonly region: Region;
  /** Where it is opened to train. */
  readonly link: string;
}

/** "Thursday 26 November: Back and arms". */
const emailSubject = ({ date, document }: Pick<ShownContent, "date" | "document">, region: Region): string =>
  [datesOf(region).longDate(date), document.title].filter(Boolean).join(": ");

/** The email of a copy; the same for the same copy. Lines end as mail wants them only when it is written to a file. */
export function emailOf(content: ShownContent, { client, studio, region, link }: From): SessionEmail {
  const shown = shownSession(content);
  const { document } = content;
  const rampReps = ({ id }: { readonly id: string }) => content.ramps[id]?.map(({ reps }) => reps) ?? [];
  const minutes = Math.round(expandSession(document, { ...workContextOf(shown), rampReps }).seconds / 60);
  const blocks = sessionInWords(content).map(({ letter, name, rounds, lifts }) =>
    [`${letter}. ${name}, ${rounds}`, ...lifts.flatMap(liftLines)].join("\n"),
  );
  const parts = [
    `${client.split(" ")[0]},`,
    `your session for ${emailSubject({ date: content.date, document: { ...document, title: "" } }, region)} is ready${document.title ? `: ${document.title}` : ""}. It takes about ${minutes} minutes.`,
    ...(document.warmUp ? [`Warm-up: ${warmUpWords(document.warmUp)}`] : []),
    ...blocks,
    `Open it to train: ${link}`,
    `If something hurts, stop that lift and say so. ${GENERAL_NOTICE}`,
    studio,
  ];
  return { subject: emailSubject(content, region), text: parts.join("\n\n") };
}

export interface LiftInWords {
  readonly slotId: string;
  /** "A1". */
  readonly label: string;
  readonly name: string;
  /** "grip wide, bench 30"; empty: nothing that matters. */
  readonly setup: string;
  /** Warm-up sets: "8 with 40 kg, 3 with 60 kg"; empty: none. */
  readonly ramp: string;
  /** One line where all rounds are alike, else one a round. */
  readonly sets: readonly string[];
  /** "only in part: right shoulder, no overhead"; empty: the whole lift is done. */
  readonly limits: readonly string[];
  readonly cues: readonly string[];
  /** What comes after it within its block: "10 s, then A2"; empty: it is the last. */
  readonly after: string;
}

export interface BlockInWords {
  readonly letter: string;
  /** "Superset". */
  readonly name: string;
  /** "3 rounds, rest 90 s between them". */
  readonly rounds: string;
  readonly lifts: readonly LiftInWords[];
}

/** A session as it is read by somebody who trains from it alone. */
export function sessionInWords(content: ShownContent): BlockInWords[] {
  const shown = shownSession(content);
  const labels = slotLabels(content.document);
  return allBlocks(content.document).map((block, index) => ({
    letter: blockLetter(index),
    name: blockNameWords(nameBlock(block, shown.catalogue, shown.settings)),
    rounds: roundsWords(block),
    lifts: block.slots.map((slot, at) => {
      const next = block.slots[at + 1];
      const label = valueAt(labels, slot.id);
      const after = next ? afterWords(slot, valueAt(labels, next.id)) : "";
      return { ...liftInWords(slot, label, content, shown), after };
    }),
  }));
}

/** "5 min rowing, Leg swings 2 × 10". */
export function warmUpWords({ pulseRaiser, drills }: WarmUp): string {
  const minutes = pulseRaiser ? [`${decimal(pulseRaiser.seconds / 60)} min ${pulseRaiser.what}`] : [];
  const each = drills.map(({ name, sets, amount }) => {
    const times = amount.kind === "reps" ? String(amount.reps) : `${amount.seconds} s`;
    return `${name} ${sets > 1 ? `${sets} × ` : ""}${times}`;
  });
  return [...minutes, ...each].join(", ");
}

function roundsWords({ rounds, restAfterRound: rest }: Block): string {
  const times =
    rounds.kind === "fixed"
      ? `${rounds.count} ${rounds.count === 1 ? "round" : "rounds"}`
      : rounds.kind === "range"
        ? `${rounds.low} to ${rounds.high} rounds`
        : `as many rounds as go within ${decimal(rounds.seconds / 60)} min`;
  if (rest === null || (rounds.kind === "fixed" && rounds.count === 1)) return times;
  if (rest.kind === "partnersWork") return `${times}, rest while your partner works`;
  const rests = (rest.kind === "each" ? [rest.rest] : rest.rests).map(printRest).join(", ");
  return `${times}, rest ${rests} s between them`;
}

/** "10 s, then A2", "10, 10, 30 s, then A2", "then A2". */
export function afterWords({ restAfter }: Slot, next: string): string {
  if (restAfter === null) return `then ${next}`;
  const rests = restAfter.kind === "each" ? [restAfter.rest] : restAfter.rests;
  return `${rests.map(printRest).join(", ")} s, then ${next}`;
}

const SIDES = {
  both: "",
  eachSide: " each side",
  alternating: " each side, in turn",
  otherHolds: " each side, the other holds",
};

/** The lift's name and set-up, its ramp, its sets and its cues, each on a line. */
const liftLines = ({ label, name, setup, ramp, sets, limits, cues, after }: LiftInWords): string[] => [
  `   ${label} ${name}${setup ? ` (${setup})` : ""}`,
  ...[...(ramp ? [`First: ${ramp}`] : []), ...sets, ...limits.map(capitalised), ...cues, ...(after ? [after] : [])].map(
    (line) => `      ${line}`,
  ),
];

function liftInWords(
  slot: Slot,
  label: string,
  { loads, ramps, inPart }: ShownContent,
  shown: ShownSession,
): Omit<LiftInWords, "after"> {
  const rounds = slot.sets.flatMap((set, round) => (set ? [{ round, words: setWords(slot, set, loads, shown) }] : []));
  const isAlike = rounds.length === slot.sets.length && rounds.every(({ words }) => words === firstOf(rounds).words);
  return {
    slotId: slot.id,
    label,
    name: exerciseOrThrow(shown.catalogue, slot.exerciseId).name,
    setup: slot.setup.map((one) => `${one.name} ${one.value}`).join(", "),
    ramp: (ramps[slot.id] ?? []).map(({ reps, words }) => `${reps} with ${words}`).join(", "),
    sets: isAlike && rounds[0] ? [rounds[0].words] : rounds.map(({ round, words }) => `Round ${round + 1}: ${words}`),
    limits: inPart[slot.id] ?? [],
    cues: slot.cues,
  };
}

const BUILT: ReadonlySet<Implement> = new Set(["barbell", "sled", "bodyweight", "straps"]);

function setWords(slot: Slot, set: WorkSet, loads: ShownContent["loads"], { catalogue }: ShownSession): string {
  const parts = set.segments.map((segment, index) => {
    const load = loads[segment.id];
    const words =
      index === 0 && set.stop.kind === "repTotal"
        ? `${set.stop.total} reps in as few sets as you need`
        : amountWords(segment, load?.aimReps ?? null);
    const other = segment.exerciseId && segment.exerciseId !== slot.exerciseId;
    const as = other ? ` of ${exerciseOrThrow(catalogue, segment.exerciseId!).name}` : "";
    const pause =
      index === 0 ? "" : segment.restBeforeSeconds > 0 ? `after ${segment.restBeforeSeconds} s ` : "straight on ";
    const tempo = index > 0 && segment.tempo ? [`tempo ${printTempo(segment.tempo).slice(1)}`] : [];
    const extras = [...partExtras(segment), ...tempo].map((one) => `, ${one}`).join("");
    return `${pause}${words}${index === 0 ? SIDES[slot.laterality] : ""}${as}${loadPart(load, segment)}${extras}`;
  });
  const first = firstOf(set.segments);
  const kept = first.rir ? [`${printSpan(first.rir)} left in reserve`] : [];
  // How it is built is said where the figure does not say it.
  const isBuilt =
    BUILT.has(exerciseOrThrow(catalogue, slot.exerciseId).implement) && loads[first.id]?.build !== "the body alone";
  const build = isBuilt && loads[first.id]?.build ? [loads[first.id]!.build] : [];
  const tempo = first.tempo ? [`tempo ${printTempo(first.tempo).slice(1)}`] : [];
  return [parts.join(", then "), ...stopExtras(set), ...kept, ...tempo, ...build].join("; ");
}

/** What a lift of which no load is known yet is begun with, by what the set is to leave. */
export const unknownLoadWords = (rir: Segment["rir"]): string =>
  `start light, add until ${rir ? printSpan(rir) : UNASKED_RESERVE} would be left`;
/** Reps that are left where nothing is asked. */
const UNASKED_RESERVE = "2";

function loadPart(load: ShownContent["loads"][string] | undefined, { rir }: Segment): string {
  if (load?.kg === null) return `: ${unknownLoadWords(rir)}`;
  const words = load?.words ?? "";
  if (words === "" || words === "body") return "";
  return words.startsWith("−")
    ? ` with ${words.slice(1)} of assistance`
    : ` with ${words.replace(/^\+/, "")}${words.startsWith("+") ? " added" : ""}`;
}

function amountWords({ amount, rom }: Segment, aimReps: number | null): string {
  switch (amount.kind) {
    case "reps": {
      const count = aimReps === null ? printSpan(amount.reps).replace("-", " to ") : String(aimReps);
      return `${count} ${rom === "full" ? "reps" : "times"}`;
    }
    case "toFailure":
      return "as many reps as go, until none is left";
    case "maxReps":
      return "as many reps as you can";
    case "seconds":
      return `${decimal(amount.seconds)} s`;
    case "metres":
      return `${decimal(amount.metres)} m`;
    case "hold":
      return `${decimal(amount.seconds)} s`;
  }
}
