/** What the floor proposes after a round that was saved, in words, with the entry that each choice logs. */
import {
  type AdviceShown,
  answersTo,
  type BlockRound,
  decimal,
  floorLoadOf,
  formatClock,
  foundIn,
  loadWords,
  type PerformedSession,
  type PerformedSet,
  POPULATION_RESERVE,
  printSpan,
  type SetAnswer,
  type SetAnswers,
  type ShownSession,
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
  return sets.flatMap((set): FloorQuestion[] => {
    const move = blockRound.moves.find(({ slot }) => slot.id === set.slotId);
    const first = move?.set.segments[0];
    if (!move || !first) return [];
    const others = blockRound.moves.filter((one) => one !== move);
    const betweenSeconds = blockRound.moves.reduce((sum, { transition }) => sum + (transition?.seconds ?? 0), 0);
    const load = shown.loads[first.id];
    const found = answersTo(
      {
        set,
        move,
        aimReps: load?.aimReps ?? null,
        isSearch: search.has(first.id),
        restSeconds: blockRound.rest?.seconds ?? shown.settings.assumed.roundRestSeconds,
        betweenSeconds: betweenSeconds + others.reduce((sum, { work }) => sum + work.seconds, 0),
      },
      ahead,
      performed,
      shown,
      {
        constants: client?.constants ?? POPULATION_RESERVE,
        curve: client?.strengths[move.slot.lineage]?.curve ?? null,
      },
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

/** "3 of 5 made, none left (asked: leave 2). Slept badly today." */
function whyWords(answers: SetAnswers, performed: PerformedSession): string {
  const { cause, reps, rir, askedReps, askedRir } = answers;
  const asked = printSpan(askedReps);
  const left = rir === null ? "" : `, ${leftWords(rir)}`;
  const wanted = askedRir && rir !== null ? ` (asked: leave ${printSpan(askedRir)})` : "";
  const made = cause === "over" || reps >= askedReps.low ? `${reps} reps` : `${reps} of ${asked} made`;
  const slept = cause === "short" && performed.checkIn?.sleep === "badly" ? " Slept badly today." : "";
  return `${made}${left}${wanted}.${slept}`;
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
function makesWords({ expectedReps, reps }: SetAnswer, { askedReps }: SetAnswers): string {
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
