/** What a coach may want to add to a session: by name, muscle or implement, beside a lift, or for what the week lacks. */

import { catalogueIn } from "../contract/catalogue";
import {
  allBlocks,
  type Catalogue,
  commonExercises,
  decimal,
  type Exercise,
  exerciseOrThrow,
  exercisesIn,
  findExercise,
  hasEveryWord,
  loadWordsIn,
  MUSCLES,
  type Muscle,
  mean,
  mondayOf,
  muscleName,
  namedInText,
  offerExercises,
  type PairClass,
  partnersFor,
  RANK_PRESETS,
  type RankContext,
  REGIONS,
  rankForMuscle,
  rankReason,
  type SessionDocument,
  substitutesFor,
  trainedRegions,
  type UsageCounts,
  unfitness,
  unfitSentence,
  weeklySetBand,
} from "../core";
import type { ComputedSession } from "./compute";
import { traineeOf } from "./judge";
import type { SessionContext } from "./views";

interface LiftOffer {
  readonly exercise: Exercise;
  /** Why it is offered, or why it is not for this client. */
  readonly note: string;
  readonly isUnfit: boolean;
  /** Whether it has every word that was typed; where nothing is typed all have. */
  readonly hasAll: boolean;
}

export interface OfferGroup {
  readonly heading: string;
  readonly offers: readonly LiftOffer[];
}

const MOST = 8;
const PAIR_WORDS: Readonly<Record<PairClass, string>> = {
  antagonist: "opposing",
  "stretch and squeeze": "stretch and squeeze",
  "pre-exhaust": "pre-exhaust",
  "post-exhaust": "post-exhaust",
  "mechanical drop": "mechanical drop",
  "same muscle": "same muscle",
  unrelated: "unrelated",
};

interface Asked {
  readonly typed: string;
  /** The lift in hand, which a partner may be wanted for. */
  readonly besideId: string | null;
  readonly usual: UsageCounts;
}

/** Offers for what is typed, the best first; nothing is offered twice, nor what stands in the session already. */
export function liftOffers(
  document: SessionDocument,
  computed: Pick<ComputedSession, "totals">,
  view: SessionContext,
  { typed, besideId, usual }: Asked,
): OfferGroup[] {
  const catalogue = catalogueIn(view.exercises);
  const context = rankContext(view);
  const text = typed.trim();
  const groups = text === "" ? unasked(document, computed, view, { catalogue, context, besideId, usual }) : [];
  const asked = text === "" ? null : namedInText(text);
  if (asked) groups.push(forMuscles(asked, catalogue, context, view));
  if (text !== "") groups.push(...byName(document, text, { catalogue, context, usual }));
  return onceEach(groups, text === "" ? idsIn(document) : new Set());
}

/** What may stand in a lift's place: where nothing is typed, what trains the same, with the load carried over. */
export function swapOffers(
  document: SessionDocument,
  computed: Pick<ComputedSession, "totals">,
  view: SessionContext,
  {
    typed,
    exerciseId,
    loadKg,
    usual,
  }: Omit<Asked, "besideId"> & { readonly exerciseId: string; readonly loadKg: number | null },
): OfferGroup[] {
  if (typed.trim() !== "") return liftOffers(document, computed, view, { typed, besideId: null, usual });
  const catalogue = catalogueIn(view.exercises);
  const context = rankContext(view);
  const { settings, bodyMassKg } = view;
  const around = { ...context, gym: view.gym.equipment, settings, bodyMassKg, policy: view.client.rounding };
  const substitutes = substitutesFor(exerciseOrThrow(catalogue, exerciseId), loadKg, catalogue.list, around, MOST);
  const groups = [
    {
      heading: "Trains the same, its load carried over",
      offers: substitutes.map(({ exercise, kg }) =>
        offerOf(
          exercise,
          kg === null ? "load to be found" : loadWordsIn(exercise, kg, view.gym.equipment.unit),
          context,
        ),
      ),
    },
  ];
  return onceEach(groups, idsIn(document));
}

/** Exercises for a typed name: those that have every word of it, then those that only come near. */
function byName(
  document: SessionDocument,
  text: string,
  { catalogue, context, usual }: { catalogue: Catalogue; context: RankContext; usual: UsageCounts },
): OfferGroup[] {
  const names = { usual, trained: trainedRegions(exercisesIn(document, catalogue)) };
  const decided = findExercise(catalogue, text, names);
  const why = { habit: "usual here", session: "trains what this session trains" };
  const offers = offerExercises(catalogue, text, { ...names, most: MOST, isTyping: true }).map(
    (exercise): LiftOffer => {
      const isDecided = decided?.exercise === exercise && decided.decidedBy !== null;
      const sides = exercise.laterality === "eachSide" ? "each side" : "";
      const note = isDecided ? why[decided.decidedBy!] : sides;
      return { ...offerOf(exercise, note, context), hasAll: hasEveryWord(catalogue, text, exercise) };
    },
  );
  return [
    { heading: "By name", offers: offers.filter(({ hasAll }) => hasAll) },
    { heading: "Near it", offers: offers.filter(({ hasAll }) => !hasAll) },
  ];
}

const rankContext = (view: SessionContext): RankContext => ({
  trainee: traineeOf(view),
  gym: view.gym.equipment,
  weights: RANK_PRESETS[0]!.weights,
});

const idsIn = (document: SessionDocument): ReadonlySet<string> =>
  new Set(allBlocks(document).flatMap(({ slots }) => slots.map(({ exerciseId }) => exerciseId)));

function onceEach(groups: readonly OfferGroup[], without: ReadonlySet<string>): OfferGroup[] {
  const seen = new Set(without);
  return groups.flatMap(({ heading, offers }) => {
    const fresh = offers.filter(({ exercise: { id } }) => !seen.has(id));
    for (const { exercise } of fresh) seen.add(exercise.id);
    return fresh.length > 0 ? [{ heading, offers: fresh }] : [];
  });
}

function offerOf(exercise: Exercise, note: string, { trainee, gym }: RankContext): LiftOffer {
  const unfit = unfitness(exercise, trainee, gym);
  return { exercise, note: unfit ? unfitSentence(unfit) : note, isUnfit: unfit !== null, hasAll: true };
}

function forMuscles(
  { regions, implements: by }: NonNullable<ReturnType<typeof namedInText>>,
  catalogue: Catalogue,
  context: RankContext,
  view: SessionContext,
): OfferGroup {
  const isBy = ({ implement }: Exercise) => by.length === 0 || by.includes(implement);
  if (regions.length === 0) {
    const known = commonExercises(catalogue, catalogue.list.length).filter(isBy);
    const others = catalogue.list.filter((one) => isBy(one) && !known.includes(one));
    const offers = [...known, ...others].map((one) => offerOf(one, "", context));
    return { heading: `With that, in ${view.gym.name}`, offers: fitFirst(offers).slice(0, MOST) };
  }
  const muscles = [...new Set(regions.map((region) => REGIONS[region].muscle))];
  const ranked = muscles
    .flatMap((muscle) => rankForMuscle(catalogue.list, muscle, context))
    .filter(({ exercise }) => isBy(exercise))
    .sort((a, b) => Number(a.unfit !== null) - Number(b.unfit !== null) || b.score - a.score);
  return {
    heading: `For ${muscles.map(muscleName).join(", ")}, ranked for ${view.client.name} here`,
    offers: ranked.slice(0, MOST).map((one) => ({
      exercise: one.exercise,
      note: one.unfit ? rankReason(one) : one.group,
      isUnfit: one.unfit !== null,
      hasAll: true,
    })),
  };
}

const fitFirst = (offers: readonly LiftOffer[]): LiftOffer[] =>
  [...offers].sort((a, b) => Number(a.isUnfit) - Number(b.isUnfit));

/** What may be wanted where nothing is typed: a partner for the lift in hand, what the week lacks, what is usual. */
function unasked(
  document: SessionDocument,
  computed: Pick<ComputedSession, "totals">,
  view: SessionContext,
  {
    catalogue,
    context,
    besideId,
    usual,
  }: { catalogue: Catalogue; context: RankContext; besideId: string | null; usual: UsageCounts },
): OfferGroup[] {
  const groups: OfferGroup[] = [];
  if (besideId !== null) {
    const beside = exerciseOrThrow(catalogue, besideId);
    groups.push({
      heading: `Pairs with ${beside.name}`,
      offers: partnersFor(beside, catalogue.list, context, 3).map(({ second, kind, repsLost }) =>
        offerOf(second, `${PAIR_WORDS[kind]}, ${decimal(repsLost.second, 1)} reps lost`, context),
      ),
    });
  }
  const isNew = allBlocks(document).length === 0;
  const due = isNew ? mainLiftsDue(view, catalogue, usual) : [];
  if (due.length > 0)
    groups.push({
      heading: `Main lifts of ${view.client.name}, not trained yet this week`,
      offers: fitFirst(due.map((one) => offerOf(one, "", context))).slice(0, 4),
    });
  for (const { muscle, sets, low } of lackingMuscles(computed, view).slice(0, 2)) {
    const fit = rankForMuscle(catalogue.list, muscle, context).filter(({ unfit }) => !unfit);
    groups.push({
      heading: `The week has ${decimal(sets, 1)} of ${decimal(low)} hard sets for ${muscleName(muscle)}`,
      offers: fit.slice(0, 3).map(({ exercise, group }) => ({ exercise, note: group, isUnfit: false, hasAll: true })),
    });
  }
  const known = commonExercises(catalogue, 40, usual);
  groups.push({
    heading: usual.size > 0 ? `Usual for ${view.client.name}` : "Common",
    offers: fitFirst(known.map((one) => offerOf(one, "", context))).slice(0, isNew ? 6 : 4),
  });
  return groups;
}

/** The client's usual lifts of several joints that the week has not had yet, the most usual first. */
function mainLiftsDue(view: SessionContext, catalogue: Catalogue, usual: UsageCounts): Exercise[] {
  const monday = mondayOf(view.date);
  const had = new Set(view.known.flatMap(({ exerciseId, lastDate }) => (lastDate >= monday ? [exerciseId] : [])));
  return [...usual]
    .filter(([id, weight]) => weight >= LEAST_USUAL && !had.has(id))
    .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
    .flatMap(([id]) => catalogue.byId.get(id) ?? [])
    .filter(({ joints, pattern }) => joints === "multi" && pattern !== "trunk" && pattern !== "conditioning");
}

/** Trained within the last two months, about. */
const LEAST_USUAL = 0.4;

const WEEKS_LOOKED_AT = 4;
/** What everybody trains, where there is no log to tell. */
const BIG_MUSCLES: ReadonlySet<Muscle> = new Set(["chest", "back", "delts", "quads", "hamstrings", "glutes"]);

/** Muscles that the week, with this session, leaves under their band: those to be built first, then the emptiest. */
export function lackingMuscles(
  { totals }: Pick<ComputedSession, "totals">,
  view: SessionContext,
): { readonly muscle: Muscle; readonly sets: number; readonly low: number }[] {
  const { priorities, trainingAge } = view.client;
  const lately = view.week.before.slice(-WEEKS_LOOKED_AT);
  const lacking = MUSCLES.flatMap((muscle) => {
    const priority = priorities[muscle] ?? "normal";
    const { low } = weeklySetBand(muscle, trainingAge, priority);
    const sets = (view.week.others[muscle]?.hardSets ?? 0) + (totals.byMuscle.get(muscle)?.hardSets ?? 0);
    // What is only helped along, and is nobody's aim, is not missed.
    const usually = mean(lately.map((week) => week[muscle]?.hardSets ?? 0));
    const isTrained = lately.length === 0 ? BIG_MUSCLES.has(muscle) : usually >= low / 2;
    const isBuilt = priority === "build";
    return sets < low && (isBuilt || isTrained) ? [{ muscle, sets, low, isBuilt }] : [];
  });
  const isBig = (muscle: Muscle) => Number(BIG_MUSCLES.has(muscle));
  return lacking.sort(
    (a, b) =>
      Number(b.isBuilt) - Number(a.isBuilt) || isBig(b.muscle) - isBig(a.muscle) || a.sets / a.low - b.sets / b.low,
  );
}
