/**
 * A session as its lifts' rules prescribe it: the document with the edits that the rules answer, and their loads beside it.
 * A rule answers for a lift whose load is left to it; a load that a coach wrote stands.
 */
import { type Exercise, exerciseOrThrow, UNRESTRICTED } from "../exercise";
import { entriesOf, firstOf } from "../lists";
import type { LiftRecord } from "../load";
import {
  buildableLoads,
  curveKg,
  type NextPrescription,
  prescribedFromCurve,
  type ResolveContext,
  roundingPolicy,
} from "../load";
import { type IdentityCache, identityCache } from "../memo";
import { substitutesFor, unfitness } from "../selection";
import {
  allBlocks,
  applyEdits,
  type Block,
  EMPTY_DOCUMENT,
  lineageOf,
  type SessionDocument,
  type Slot,
} from "../session";
import { nextPrescription, suggestedRule } from "./rules";
import { type LiftPlace, targetsOf } from "./situation";

export interface PrescribedSession {
  /** With what the rules changed. */
  readonly document: SessionDocument;
  /** By slot. */
  readonly next: ReadonlyMap<string, NextPrescription>;
}

/** The lifts whose logs a session is resolved by: its own, and the rungs that their ladders lead to. */
export const lineagesIn = (document: SessionDocument): readonly string[] =>
  lineages(document, [], () => {
    const all = allBlocks(document).flatMap(({ slots }) =>
      slots.flatMap(({ lineage, rule, setup }) =>
        rule?.kind === "bodyweightLadder" ? [lineage, ...rule.rungs.map((id) => lineageOf(id, setup))] : [lineage],
      ),
    );
    return [...new Set(all)];
  });

const lineages = identityCache<readonly string[]>();

export function prescribe(document: SessionDocument, context: ResolveContext): PrescribedSession {
  const next = new Map<string, NextPrescription>();
  const trainedOn = lastDayOf(document, context);
  const prescribed = (block: Block): Block => {
    const answers: NextPrescription[] = [];
    for (const slot of block.slots) {
      const record = context.recordOf(slot.lineage);
      const exercise = exerciseOrThrow(context.catalogue, slot.exerciseId);
      const answer = record && knownNextOfLift({ block, slot }, exercise, record, { ...context, trainedOn });
      if (!answer) continue;
      next.set(slot.id, answer);
      if (isLeftToRule(slot)) answers.push(answer);
    }
    return knownAsAnswered(block, answers);
  };
  const blocks = document.blocks.map(prescribed);
  const finisher = document.finisher && prescribed(document.finisher);
  const isSame = finisher === document.finisher && blocks.every((block, index) => block === document.blocks[index]);
  return { document: isSame ? document : { ...document, blocks, finisher }, next };
}

/** The last day on which any lift of a session was trained; null: never. */
function lastDayOf(document: SessionDocument, { recordOf }: Pick<ResolveContext, "recordOf">): string | null {
  const days = lineagesIn(document).flatMap((lineage) => recordOf(lineage)?.exposures.at(-1)?.date ?? []);
  return days.sort().at(-1) ?? null;
}

const isLeftToRule = (slot: Slot): boolean =>
  slot.sets.some((set) => ["unsaid", "ofNext"].includes(set?.segments[0]?.load.kind ?? ""));

/** Blocks as they were answered last; the same block for the same answers, so that what is worked out of it is known again. */
const answeredBlocks = identityCache<Block>();

/** A block with the edits of its lifts' answers, each where it can be made. A rule changes no other block. */
const knownAsAnswered = (block: Block, answers: readonly NextPrescription[]): Block =>
  answers.every(({ edits }) => edits.length === 0)
    ? block
    : answeredBlocks(block, answers, () => {
        let alone: SessionDocument = { ...EMPTY_DOCUMENT, blocks: [block] };
        for (const { edits } of answers) {
          const edited = applyEdits(alone, edits);
          if (edited.ok) alone = edited.document;
        }
        return firstOf(alone.blocks);
      });

/** Answers by the record that they were given to, and the lift: a plan asks for the same again after each change. */
const answersByRecord = identityCache<IdentityCache<NextPrescription | null>>();

/** As `nextOfLift`, from before where nothing that it goes by is another. */
function knownNextOfLift(
  lift: LiftPlace,
  exercise: Exercise,
  record: LiftRecord,
  context: ResolveContext & { readonly trainedOn: string | null },
): NextPrescription | null {
  const { block, slot } = lift;
  // A ladder reads the records of its other rungs too.
  if (slot.rule?.kind === "bodyweightLadder") return nextOfLift(lift, exercise, record, context);
  const { gym, settings, bodyMassKg, policy, trainedOn, catalogue } = context;
  const { date, purpose, planWeek } = context.calendar;
  const answers = answersByRecord(record, [], () => identityCache());
  return answers(slot, [block, gym, settings, bodyMassKg, policy, date, purpose, planWeek, trainedOn, catalogue], () =>
    nextOfLift(lift, exercise, record, context),
  );
}

/** What the lift's rule prescribes next; null without reps to ask for or a log to go by. */
export function nextOfLift(
  lift: LiftPlace,
  exercise: Exercise,
  record: LiftRecord,
  context: Pick<ResolveContext, "gym" | "settings" | "bodyMassKg" | "policy" | "calendar"> &
    Partial<Pick<ResolveContext, "recordOf" | "catalogue">> & { readonly trainedOn?: string | null },
): NextPrescription | null {
  const { slot } = lift;
  const rule = slot.rule ?? suggestedRule(targetsOf(slot));
  return nextPrescription(rule, lift, record.exposures, {
    exercise,
    loads: buildableLoads(exercise, context.gym, slot.setup),
    settings: context.settings,
    calendar: context.calendar,
    e1rmKg: record.e1rmKg,
    curve: record.curve,
    toCurveKg: (kg) => curveKg(exercise, kg, context.bodyMassKg, context.settings, slot.setup),
    toPrescribedKg: (kg) => prescribedFromCurve(exercise, kg, context.bodyMassKg, context.settings, slot.setup),
    policy: roundingPolicy(context.policy, record).kind,
    trainedOn: context.trainedOn ?? null,
    standIns: () => standInsFor(exercise, context),
    easierMoves: () => easierMovesFor(exercise, context),
    exposuresOf: (id) => context.recordOf?.(lineageOf(id, slot.setup))?.exposures ?? [],
  });
}

/** How many easier moves are named. */
const EASIER_MOVES = 2;

/** Moves of the body like an exercise that move less of it, the one that moves the most first. */
function easierMovesFor(
  { family, pattern, joints, bodyweightFraction }: Exercise,
  { catalogue, gym }: Parameters<typeof nextOfLift>[3],
): string[] {
  if (!catalogue || bodyweightFraction === null) return [];
  const share = (other: Exercise) => other.bodyweightFraction ?? 1;
  return catalogue.list
    .filter((other) => other.family === family && other.pattern === pattern && other.joints === joints)
    .filter((other) => share(other) < bodyweightFraction - 0.02 && unfitness(other, UNRESTRICTED, gym) === null)
    .sort((a, b) => share(b) - share(a) || (a.id < b.id ? -1 : 1))
    .slice(0, EASIER_MOVES)
    .map(({ name }) => name);
}

/** How many other exercises are proposed after pain. */
const STAND_INS = 3;

/** The nearest exercises that this gym has and that load no joint more, by name. */
function standInsFor(
  exercise: Exercise,
  { gym, settings, bodyMassKg, policy, catalogue }: Parameters<typeof nextOfLift>[3],
): string[] {
  if (!catalogue) return [];
  const context = { trainee: UNRESTRICTED, gym, settings, bodyMassKg, policy };
  const own = entriesOf(exercise.stress);
  const isKinder = (other: Exercise) =>
    entriesOf(other.stress).every(([joint, stress]) => stress <= (exercise.stress[joint] ?? 0)) &&
    own.some(([joint, stress]) => (other.stress[joint] ?? 0) < stress);
  return substitutesFor(exercise, null, catalogue.list.filter(isKinder), context, STAND_INS).map(
    (one) => one.exercise.name,
  );
}
