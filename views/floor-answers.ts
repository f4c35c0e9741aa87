/** What the floor proposes after a round that was saved, in words, with the entry that each choice logs. */
import {
  type AdviceShown,
  answersTo,
  type BlockRound,
  decimal,
  expectedAfterRest,
  firstOf,
  floorLoadOf,
  formatClock,
  foundIn,
  type LifterNow,
  loadWords,
  type PerformedSession,
  type PerformedSet,
  POPULATION_RESERVE,
  printSpan,
  type RunMove,
  type SetAnswer,
  type SetAnswers,
  type ShownSession,
  secondsOfMoves,
} from "../core";
import type { FloorClient } from "./views";

export interface AnswerChoice {
  readonly title: string;
  readonly detail: string;
  readonly advice: AdviceShown;
  readonly isTaken: boolean;
}

export interface FloorQuestion {
  readonly slotId: string;
  /** The exercise. */
  readonly name: string;
  readonly why: string;
  readonly choices: readonly AnswerChoice[];
}

interface RestInHand {
  readonly blockRound: BlockRound;
  readonly askedSeconds: number;
  readonly keptSeconds: number;
}

/** By lift, what a rest that was a quarter off changes in the round that follows: "Rested 1:00 of 2:00: 6 to 7 of 8 expected". */
export function restOffSentences(
  { blockRound, askedSeconds, keptSeconds }: RestInHand,
  performed: PerformedSession,
  shown: ShownSession,
  client: FloorClient | null,
): ReadonlyMap<string, string> {
  const { moves, round, ordinal } = blockRound;
  return new Map(
    moves.flatMap((move): [string, string][] => {
      const aimReps = shown.loads[firstOf(move.set.segments).id]?.aimReps ?? null;
      const rest = { askedSeconds, keptSeconds, betweenSeconds: secondsBetween(blockRound, move) };
      const next = { move, round, ordinal, aimReps, ...rest };
      const expected = expectedAfterRest(next, performed, shown, lifterOf(client, move));
      if (!expected || Math.abs(expected.expectedReps - expected.afterAskedRest) < WORTH_SAYING_REPS) return [];
      const makes = makesWords({ expectedReps: expected.expectedReps, reps: expected.askedReps.high }, expected);
      return [[move.slot.id, `Rested ${formatClock(keptSeconds)} of ${formatClock(askedSeconds)}: ${makes}.`]];
    }),
  );
}

const WORTH_SAYING_REPS = 0.5;

/** What passes beside the rest between two sets of a lift: the work of the others in its round. */
const secondsBetween = ({ moves }: BlockRound, own: RunMove): number => secondsOfMoves(moves) - own.work.seconds;

const lifterOf = (client: FloorClient | null, { slot }: RunMove): LifterNow => ({
  constants: client?.constants ?? POPULATION_RESERVE,
  curve: client?.strengths[slot.lineage]?.curve ?? null,
});

interface RoundSaved {
  readonly blockRound: BlockRound;
  readonly sets: readonly PerformedSet[];
  /** The loads as they stood on the screen when it was done. */
  readonly shown: ShownSession;
  /** Segments whose load was looked for. */
  readonly search: ReadonlySet<string>;
}

/** A question for each lift of a round whose set differed from what was asked and that was not answered yet. */
export function questionsAfter(
  { blockRound, sets, shown, search }: RoundSaved,
  ahead: readonly BlockRound[],
  performed: PerformedSession,
  client: FloorClient | null,
): FloorQuestion[] {
  const place = ahead.findIndex(({ key }) => key === blockRound.key);
  const before = ahead[place - 1];
  const askedBeforeSeconds = before?.block.id === blockRound.block.id ? (before.rest?.seconds ?? null) : null;
  return sets.flatMap((set): FloorQuestion[] => {
    const move = blockRound.moves.find(({ slot }) => slot.id === set.slotId);
    const first = move?.set.segments[0];
    if (!move || !first) return [];
    const load = shown.loads[first.id];
    const found = answersTo(
      {
        set,
        move,
        aimReps: load?.aimReps ?? null,
        isSearch: search.has(first.id),
        restSeconds: blockRound.rest?.seconds ?? shown.settings.assumed.roundRestSeconds,
        betweenSeconds: secondsBetween(blockRound, move),
        askedBeforeSeconds,
      },
      ahead,
      performed,
      shown,
      lifterOf(client, move),
    );
    const isAnswered = found && performed.advice.some((one) => one.slotId === set.slotId && one.round === found.round);
    return found && !isAnswered ? [questionOf(found, blockRound, performed)] : [];
  });
}

function questionOf(answers: SetAnswers, { block }: BlockRound, performed: PerformedSession): FloorQuestion {
  const why = whyWords(answers, performed);
  const isLoadKept = ({ load }: SetAnswer) =>
    load === foundIn(answers.answers, ({ kind }) => kind === "asPlanned").load;
  return {
    slotId: answers.slotId,
    name: answers.exercise.name,
    why,
    choices: answers.answers.map((answer): AnswerChoice => {
      const { kind, load, reps, restSeconds } = answer;
      return {
        ...choiceWords(answers, answer),
        isTaken: kind !== "asPlanned",
        advice: {
          kind,
          slotId: answers.slotId,
          round: answers.round,
          words: why,
          load: isLoadKept(answer) ? null : floorLoadOf(load),
          reps: kind === "fewerReps" ? reps : null,
          rest: kind === "longerRest" ? { blockId: block.id, seconds: restSeconds } : null,
        },
      };
    }),
  };
}

/** "none left", "2 left", "4 or more left": reps in reserve as they were reported. */
export const leftWords = (rir: number): string => `${rir === 0 ? "none" : rir >= 4 ? "4 or more" : decimal(rir)} left`;

/** "3 of 5 made, none left (asked: leave 2), after 1:00 of 3:00 rest. Slept badly today." */
function whyWords(answers: SetAnswers, performed: PerformedSession): string {
  const { cause, reps, rir, askedReps, askedRir, restOff } = answers;
  const asked = printSpan(askedReps);
  const left = rir === null ? "" : `, ${leftWords(rir)}`;
  const wanted = askedRir && rir !== null ? ` (asked: leave ${printSpan(askedRir)})` : "";
  const made = cause === "over" || reps >= askedReps.low ? `${reps} reps` : `${reps} of ${asked} made`;
  const rested = restOff
    ? `, after ${formatClock(restOff.keptSeconds)} of ${formatClock(restOff.askedSeconds)} rest`
    : "";
  const slept = cause === "short" && performed.checkIn?.sleep === "badly" ? " Slept badly today." : "";
  return `${made}${left}${wanted}${rested}.${slept}`;
}

function choiceWords(answers: SetAnswers, answer: SetAnswer): { title: string; detail: string } {
  const { kind, load, reps, restSeconds, addsSeconds } = answer;
  const weight = loadWords(answers.exercise, load.kg, load.weight);
  const makes = answers.cause === "search" ? "" : makesWords(answer, answers);
  switch (kind) {
    case "lighter":
    case "heavier":
      return {
        title: `${weight} from here`,
        detail: answers.cause === "search" ? searchWords(answers, answer) : makes,
      };
    case "longerRest":
      return {
        title: `${weight}, rest ${formatClock(restSeconds)}`,
        detail: `${makes}, ${Math.max(1, Math.round(addsSeconds / 60))} min longer`,
      };
    case "fewerReps":
      return { title: `${weight}, ${reps} reps a set`, detail: "as heavy, fewer reps" };
    case "asPlanned":
      return { title: answers.cause === "search" ? `${weight} again` : "As planned", detail: makes };
  }
}

/** What is to be expected of the next set: "5 reps, 1 to 2 left", or how many of those asked. */
function makesWords(
  { expectedReps, reps }: Pick<SetAnswer, "expectedReps" | "reps">,
  { askedReps }: Pick<SetAnswers, "askedReps">,
): string {
  const low = Math.max(0, Math.floor(expectedReps));
  if (expectedReps < askedReps.low) {
    const most = Math.min(Math.ceil(expectedReps), askedReps.low);
    return low === most ? `${low} of ${askedReps.low} expected` : `${low} to ${most} of ${askedReps.low} expected`;
  }
  const left = Math.max(0, Math.round(expectedReps - Math.min(reps, askedReps.low)));
  return `${askedReps.low} reps, ${left === 0 ? "none" : `about ${left}`} left`;
}

const searchWords = ({ rir, askedRir }: SetAnswers, { kind }: SetAnswer): string => {
  const wanted = askedRir ? `to leave ${printSpan(askedRir)}` : "";
  const step = kind === "lighter" ? "too heavy" : rir !== null && rir >= 4 ? "about a third heavier" : "a step heavier";
  return [step, wanted].filter(Boolean).join(" ");
};
