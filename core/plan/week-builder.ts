/**
 * A week of sessions for a client (docs/handbook.md#split): the patterns that the days allow first, goals and muscles of priority
 * before all, then sets and lifts where the week is short of its bands, as long as there are minutes; opposing lifts are paired
 * where the time is short. Everything is chosen for the client, in the gym that they have.
 */
import {
  type Catalogue,
  classifyPair,
  type Exercise,
  MUSCLES,
  type Muscle,
  type MusclePriority,
  type Trainee,
} from "../exercise";
import { entryAt, firstOf } from "../lists";
import type { GymEquipment } from "../load";
import { RANK_PRESETS, type Ranked, rankExercises, unfitness } from "../selection";
import { type MakeId, parseSession, type SessionDocument } from "../session";
import type { Settings } from "../settings";
import { expandSession } from "../time";
import { LARGE_MUSCLES, type TrainingAge, weeklySetBand } from "../volume";
import { sharesOf } from "./simulated-client";
import {
  FILLERS,
  LIFT_KINDS,
  type LiftKind,
  type LiftKindId,
  type LiftRole,
  type LiftScheme,
  schemeOf,
} from "./week-lifts";

export interface WeekContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly gym: GymEquipment;
  readonly trainee: Trainee;
  readonly trainingAge: TrainingAge;
  readonly priorities: Readonly<Partial<Record<Muscle, MusclePriority>>>;
  /** Minutes of a session at most. */
  readonly minutes: number;
  /** Lifts with a goal, by exercise. */
  readonly goals?: readonly string[];
  /** Years; left out or null: not known. */
  readonly age?: number | null;
  /** Long without training. */
  readonly isInactive?: boolean;
}

/** A day as its shape asks for it: lifts in their order, and the muscles that it may be filled up with. */
export interface DayOrder {
  readonly name: string;
  readonly lifts: readonly LiftKindId[];
  readonly muscles: readonly Muscle[];
  /** A week of strength: the first lift is heavy. */
  readonly isStrength?: boolean;
  /** An exercise that the day begins with. */
  readonly first?: string | null;
}

interface Item {
  readonly kind: LiftKind;
  readonly exercise: Exercise;
  readonly role: LiftRole;
  readonly scheme: LiftScheme;
  readonly isGoal: boolean;
  /** The first lift of a day for a muscle that is to be built. */
  readonly isPriority: boolean;
  sets: number;
}

interface Day {
  readonly order: DayOrder;
  items: Item[];
}

/** Above this age, and for those long inactive, steadier lifts come first, nothing is heavy, and one more is left in reserve. */
const OLDER_FROM = 60;

export const isCareful = ({ age, isInactive }: Pick<WeekContext, "age" | "isInactive">): boolean =>
  (age ?? 0) > OLDER_FROM || (isInactive ?? false);

/** How far lifts are paired: none, isolation alone, all but the heavy ones. */
type Pairing = 0 | 1 | 2;
const PAIRINGS: readonly Pairing[] = [0, 1, 2];

/** Sets of a lift: from so many to so many. */
const setsOf = ({ trainingAge }: WeekContext, role: LiftRole) => ({
  start: role === "heavy" ? (trainingAge === "advanced" ? 4 : 3) : trainingAge === "novice" ? 2 : 3,
  most: trainingAge === "novice" ? 4 : role === "heavy" ? 5 : 4,
});

/** Hard sets of one muscle in one session beyond which more do little. */
const MOST_IN_A_SESSION = 10;
/** The least share of the minutes that is used as long as a band is under. */
const FULL = 0.97;
/** With every band reached, sessions are filled up to this share of their minutes, and bands to this many times their low end. */
const FULL_ENOUGH = 0.85;
const ROOM_TO_FILL = 1.5;

export class WeekBuilder {
  private readonly ranks = new Map<string, readonly Ranked[]>();

  constructor(
    private readonly context: WeekContext,
    private readonly timesAWeek: number,
  ) {}

  /** Sessions for a week's days, in their order. */
  build(orders: readonly DayOrder[], makeId: MakeId): SessionDocument[] {
    let best: { days: Day[]; pairing: Pairing; lack: number } | null = null;
    for (const pairing of PAIRINGS) {
      const days = this.days(orders);
      for (const day of days) this.trim(day, pairing);
      this.ease(days);
      this.fill(days, pairing, 1);
      // With minutes left the bands are filled further: half an hour that was given is not left lying.
      this.fill(days, pairing, ROOM_TO_FILL);
      const lack = this.lackOf(days);
      if (!best || lack < best.lack - 1) best = { days, pairing, lack };
      if (lack === 0) break;
    }
    if (!best) return [];
    const { days, pairing } = best;
    return days.map((day) => this.written(day, pairing, makeId));
  }

  /** The lifts that the days ask for; one that comes again in the week is another one where there is one. */
  private days(orders: readonly DayOrder[]): Day[] {
    const used = new Map<LiftKindId, number>();
    const inWeek = new Set<string>();
    return orders.map((order) => {
      const items: Item[] = [];
      const add = (id: LiftKindId, given: Exercise | null = null) => {
        const nth = used.get(id) ?? 0;
        const exercise = given ?? this.choose(LIFT_KINDS[id], nth, items, inWeek);
        if (!exercise || items.some((one) => one.exercise.id === exercise.id)) return;
        used.set(id, nth + 1);
        inWeek.add(exercise.id);
        items.push(this.item(id, exercise, items, order, given !== null));
      };
      if (order.first) {
        const first = this.context.catalogue.byId.get(order.first);
        if (first && !unfitness(first, this.context.trainee, this.context.gym)) add(kindOf(first), first);
      }
      const goalKind = items[0]?.kind.id ?? null;
      for (const id of this.withPriority(order.lifts, order.muscles)) if (id !== goalKind) add(id);
      // Balance comes with the lunges and step-ups that are there; something is carried too.
      if (isCareful(this.context)) add("carry");
      return { order, items: apart(items) };
    });
  }

  /** A muscle that is to be built first comes first, by what trains it best on that day. */
  private withPriority(lifts: readonly LiftKindId[], muscles: readonly Muscle[]): LiftKindId[] {
    const built = muscles.filter((muscle) => this.context.priorities[muscle] === "build");
    const wanted = built.flatMap((muscle) => FILLERS[muscle]?.slice(0, 2) ?? []);
    const isBuilt = (id: LiftKindId) => built.includes(LIFT_KINDS[id].muscle);
    const own = [...lifts.filter(isBuilt), ...wanted.filter((id) => !lifts.includes(id)).slice(0, 1)];
    return [...own, ...lifts.filter((id) => !isBuilt(id))];
  }

  private item(id: LiftKindId, exercise: Exercise, before: readonly Item[], order: DayOrder, isGoal: boolean): Item {
    const heavy = before.filter(({ role }) => role === "heavy").length;
    const isHeavyKind = HEAVY.has(id) && exercise.joints === "multi" && exercise.laterality === "both";
    const isFreeHeavy = ["barbell", "sled"].includes(exercise.implement) || isGoal;
    const role: LiftRole =
      isHeavyKind && isFreeHeavy && heavy < 2 && !isCareful(this.context)
        ? "heavy"
        : exercise.joints === "multi" && !ISOLATION.has(id)
          ? "assistance"
          : "isolation";
    // Whoever has not trained for long keeps three in reserve in small lifts too, whatever they once could.
    const isReturning = this.context.isInactive && this.context.trainingAge !== "novice";
    const spare = isReturning ? 2 : isCareful(this.context) ? 1 : 0;
    // Of a strength week the lift itself is heaviest, its near variant on another day a little less.
    const isStrength = STRENGTH.has(exercise.id) && isGoal && order.isStrength === true;
    const scheme = schemeOf(exercise, id, role, { trainingAge: this.context.trainingAge, isStrength, spare });
    const { start } = setsOf(this.context, role);
    return {
      kind: LIFT_KINDS[id],
      exercise,
      role,
      scheme,
      isGoal,
      isPriority: this.isFirstFor(id, before),
      sets: isGoal ? start + 1 : start,
    };
  }

  private isFirstFor(id: LiftKindId, before: readonly Item[]): boolean {
    const { muscle } = LIFT_KINDS[id];
    return this.context.priorities[muscle] === "build" && !before.some(({ kind }) => kind.muscle === muscle);
  }

  private ranked({ region }: LiftKind): readonly Ranked[] {
    const known = this.ranks.get(region);
    if (known) return known;
    const { catalogue, trainee, gym } = this.context;
    const weights = isCareful(this.context)
      ? { ...firstOf(RANK_PRESETS).weights, stability: 5, comfort: 5 }
      : firstOf(RANK_PRESETS).weights;
    const all = rankExercises(catalogue.list, region, { trainee, gym, weights }).filter(({ unfit }) => unfit === null);
    this.ranks.set(region, all);
    return all;
  }

  private choose(kind: LiftKind, nth: number, day: readonly Item[], inWeek: ReadonlySet<string>): Exercise | null {
    const { trainingAge, trainee } = this.context;
    const isEasy = trainingAge === "novice" || isCareful(this.context);
    const skill = isEasy ? 3 : 4;
    const isMeant = ({ exercise }: Ranked) =>
      kind.patterns.includes(exercise.pattern) &&
      (kind.joints === null || exercise.joints === kind.joints) &&
      !trainee.dislikes.has(exercise.id) &&
      !(isCareful(this.context) && (exercise.stress.lowerBack ?? 0) >= 3);
    const fit = this.ranked(kind).filter(isMeant);
    // Liked ones come first, once a week: the others of their kind have their turn.
    const liked = [...trainee.likes].filter((id) => !inWeek.has(id));
    const prefer = [...liked, ...(isEasy && kind.preferEasy.length > 0 ? kind.preferEasy : kind.prefer)];
    const named = prefer.flatMap((id) => fit.find(({ exercise }) => exercise.id === id)?.exercise ?? []);
    // For those who are to be held the steadier one of them comes first.
    const preferred = isCareful(this.context) ? named.toSorted((a, b) => b.stability - a.stability) : named;
    const others = fit
      .map(({ exercise }) => exercise)
      .filter(({ learning, id }) => learning <= skill && !SKILLED.has(id));
    const isOut = (one: Exercise) => day.some(({ exercise }) => exercise.id === one.id);
    const all = (preferred.length > 0 ? preferred : others).filter((one) => !isOut(one));
    const fresh = all.filter(({ id }) => !inWeek.has(id));
    // A second time in the week it is another of the good ones; where there is none, the same lift again.
    return (nth > 0 ? fresh[0] : null) ?? all[0] ?? others.find((one) => !isOut(one) && !inWeek.has(one.id)) ?? null;
  }

  /** Hard sets by muscle that a day gives in a week. */
  private setsByMuscle(days: readonly Day[]): Map<Muscle, number> {
    const sets = new Map<Muscle, number>();
    for (const day of days)
      for (const { exercise, sets: count } of day.items) {
        for (const [muscle, share] of sharesOf(exercise))
          sets.set(muscle, (sets.get(muscle) ?? 0) + (count * share * this.timesAWeek) / days.length);
      }
    return sets;
  }

  private bandOf(muscle: Muscle) {
    return weeklySetBand(muscle, this.context.trainingAge, this.context.priorities[muscle]);
  }

  private wantsSets(muscle: Muscle): boolean {
    return LARGE_MUSCLES.includes(muscle) || this.context.priorities[muscle] === "build";
  }

  private lackOf(days: readonly Day[]): number {
    const sets = this.setsByMuscle(days);
    return MUSCLES.filter((muscle) => this.wantsSets(muscle)).reduce(
      (sum, muscle) => sum + Math.max(0, this.bandOf(muscle).low - (sets.get(muscle) ?? 0)),
      0,
    );
  }

  private seconds(day: Day, pairing: Pairing): number {
    const blocks = pairsOf(day.items, pairing);
    return blocks.reduce((sum, block, index) => {
      const setup = Math.max(...block.map(({ exercise }) => exercise.setupSeconds));
      return (
        sum + this.blockSeconds(block) + (index > 0 ? Math.max(this.context.settings.betweenBlocksSeconds, setup) : 0)
      );
    }, RAMP_SECONDS);
  }

  private blockSeconds(block: readonly Item[]): number {
    const rounds = Math.max(...block.map(({ sets }) => sets));
    const rest = restOf(block);
    const work = (item: Item) => workSeconds(item, this.context.settings);
    const transitions = (block.length - 1) * PAIR_TRANSITION_SECONDS;
    return block.reduce((sum, item) => sum + item.sets * work(item), 0) + rounds * transitions + (rounds - 1) * rest;
  }

  /** Takes off what does not fit: sets, then the last isolation lifts, then the last of all. */
  private trim(day: Day, pairing: Pairing): void {
    const limit = this.context.minutes * 60;
    while (this.seconds(day, pairing) > limit && day.items.length > 0) {
      const most = Math.max(...day.items.map(({ sets }) => sets));
      const able = day.items.findLastIndex(({ sets, isGoal }) => sets === most && sets > 2 && !isGoal);
      if (able >= 0) entryAt(day.items, able).sets--;
      else if (day.items.length > 2) {
        const last = day.items.findLastIndex(
          ({ role, kind, isPriority }) => role === "isolation" && kind.id !== "trunk" && !isPriority,
        );
        day.items.splice(last >= 0 ? last : day.items.length - 1, 1);
      } else if (entryAt(day.items, day.items.length - 1).sets > 1) entryAt(day.items, day.items.length - 1).sets--;
      else if (firstOf(day.items).sets > 1) firstOf(day.items).sets--;
      else day.items.pop();
    }
  }

  /** Takes sets off where a muscle is over its band: of isolation first, never of a goal's lift. */
  private ease(days: readonly Day[]): void {
    for (let round = 0; round < 100; round++) {
      const sets = this.setsByMuscle(days);
      const over = MUSCLES.find((muscle) => (sets.get(muscle) ?? 0) > this.bandOf(muscle).high);
      if (!over) return;
      const able = days.flatMap((day) =>
        day.items
          .filter(
            ({ exercise, isGoal, isPriority }) => !isGoal && !isPriority && (shareFor(exercise, over) ?? 0) >= 0.5,
          )
          .map((item) => ({ day, item, ease: easeOf(item, over) })),
      );
      const best = able.sort((a, b) => b.ease - a.ease)[0];
      if (!best) return;
      if (best.item.sets > 2) best.item.sets--;
      else best.day.items = best.day.items.filter((one) => one !== best.item);
    }
  }

  /** Adds sets and lifts where the week is most short of its bands, as long as the minutes hold and no muscle goes over. */
  private fill(days: readonly Day[], pairing: Pairing, upTo: number): void {
    const limit = this.context.minutes * 60;
    const full = limit * (upTo > 1 ? FULL_ENOUGH : FULL);
    for (let round = 0; round < 200; round++) {
      const sets = this.setsByMuscle(days);
      const actions = days.flatMap((day) =>
        this.seconds(day, pairing) > full ? [] : this.actionsFor(day, days, pairing, { sets, limit, upTo }),
      );
      const best = actions.reduce<Action | null>((top, one) => (top && top.worth >= one.worth ? top : one), null);
      if (!best || best.worth <= 0) return;
      best.take();
    }
  }

  private actionsFor(
    day: Day,
    days: readonly Day[],
    pairing: Pairing,
    {
      sets,
      limit,
      upTo,
    }: { readonly sets: ReadonlyMap<Muscle, number>; readonly limit: number; readonly upTo: number },
  ): Action[] {
    const before = this.seconds(day, pairing);
    const share = this.timesAWeek / days.length;
    const worthOf = (exercise: Exercise, count: number, items: readonly Item[]): number => {
      const seconds = this.seconds({ ...day, items: [...items] }, pairing);
      if (seconds > limit) return 0;
      let gain = 0;
      for (const [muscle, part] of sharesOf(exercise)) {
        const had = sets.get(muscle) ?? 0;
        const more = count * part * share;
        const { low, high } = this.bandOf(muscle);
        const inSession = day.items.reduce((sum, one) => sum + one.sets * (shareFor(one.exercise, muscle) ?? 0), 0);
        if (had + more > high || inSession + count * part > MOST_IN_A_SESSION) return 0;
        const weight = this.context.priorities[muscle] === "build" ? 1.5 : 1;
        if (this.wantsSets(muscle)) gain += weight * Math.min(more, Math.max(0, upTo * low - had));
      }
      return gain / Math.max(30, seconds - before);
    };
    const actions: Action[] = day.items.flatMap((item): Action[] => {
      if (item.sets >= setsOf(this.context, item.role).most || item.scheme.rir === null) return [];
      const grown = day.items.map((one) => (one === item ? { ...one, sets: one.sets + 1 } : one));
      return [{ worth: worthOf(item.exercise, 1, grown), take: () => item.sets++ }];
    });
    const short = day.order.muscles.filter(
      (muscle) => this.wantsSets(muscle) && (sets.get(muscle) ?? 0) < upTo * this.bandOf(muscle).low,
    );
    const week = new Set(days.flatMap(({ items }) => items.map(({ exercise }) => exercise.id)));
    for (const muscle of short)
      for (const id of FILLERS[muscle] ?? []) {
        if (day.items.some(({ kind }) => kind.id === id) || day.items.length >= MOST_LIFTS) continue;
        const exercise = this.choose(LIFT_KINDS[id], 1, day.items, week);
        if (!exercise) continue;
        const item = { ...this.item(id, exercise, day.items, day.order, false), sets: 2 };
        const items = apart([...day.items, item]);
        actions.push({
          worth: worthOf(exercise, 2, items) * (exercise.joints === "single" ? 1 : 0.95),
          take: () => {
            day.items = items;
          },
        });
      }
    return actions;
  }

  private written({ order, items }: Day, pairing: Pairing, makeId: MakeId): SessionDocument {
    const { catalogue, minutes } = this.context;
    const left = [...items];
    for (;;) {
      const document = parseSession(this.textOf(order, left, pairing), catalogue, makeId).document;
      const { seconds } = expandSession(document, this.context);
      if (seconds <= minutes * 60 || left.length === 0) return document;
      // What was reckoned was a little short: the last sets go.
      const most = Math.max(...left.map(({ sets }) => sets));
      const last = left.findLastIndex(({ sets }) => sets === most);
      if (most > 1) left[last] = { ...entryAt(left, last), sets: most - 1 };
      else left.pop();
    }
  }

  private textOf(order: DayOrder, items: readonly Item[], pairing: Pairing): string {
    const blocks = pairsOf(items, pairing).map((block, index) => {
      const letter = String.fromCharCode(65 + index);
      return block
        .map(({ exercise, sets, scheme }, place) => {
          const side = exercise.laterality === "eachSide" ? "/side" : "";
          const amount = `${sets}x${scheme.amount}${side}`;
          const rest = place === block.length - 1 ? `r${restOf(block)}` : `h${PAIR_TRANSITION_SECONDS}`;
          const effort = scheme.rir === null ? "" : ` rir${scheme.rir}`;
          const ramp =
            index === 0 && place === 0 && scheme.rir !== null && exercise.implement !== "bodyweight" ? " ramp" : "";
          return `${letter}${place + 1} "${exercise.name}" ${amount}${effort} ${rest}${ramp}`;
        })
        .join("\n");
    });
    return `# ${order.name}\n\n${blocks.join("\n\n")}`;
  }
}

interface Action {
  readonly worth: number;
  readonly take: () => void;
}

/** How little is lost with a set of a lift, where a muscle has too many: isolation of it, many sets, a lift for it alone. */
const easeOf = ({ exercise, role, sets }: Item, muscle: Muscle): number =>
  (role === "isolation" ? 3 : role === "assistance" ? 1 : 0) + sets / 2 + (shareFor(exercise, muscle) ?? 0);

const MOST_LIFTS = 8;
const PAIR_TRANSITION_SECONDS = 15;
/** Of the first lift's ramp. */
const RAMP_SECONDS = 240;
const STRENGTH: ReadonlySet<string> = new Set(["back-squat", "bench-press", "deadlift", "overhead-press"]);
const ISOLATION: ReadonlySet<LiftKindId> = new Set([
  "trunk",
  "sideTrunk",
  "abduction",
  "carry",
  "neck",
  "shrug",
  "rearFly",
]);
const HEAVY: ReadonlySet<LiftKindId> = new Set(["squat", "pull from the floor", "hinge", "bench", "overhead", "row"]);
/** Moves of skill that nobody is sent to by a proposal. */
const SKILLED: ReadonlySet<string> = new Set([
  "muscle-up",
  "handstand-push-up",
  "pistol-squat",
  "archer-push-up",
  "clap-push-up",
  "ring-dip",
  "overhead-squat",
  "behind-the-neck-press",
  "thruster",
  "dumbbell-thruster",
  "get-up",
]);

/** The share by which an exercise counts for a muscle; left out where it does not. */
const shareFor = (exercise: Exercise, muscle: Muscle): number | undefined =>
  sharesOf(exercise).find(([one]) => one === muscle)?.[1];

/** Which kind of lift a goal's exercise is. */
export function kindOf(exercise: Exercise): LiftKindId {
  const all = Object.values(LIFT_KINDS);
  const named =
    all.find(({ prefer }) => prefer[0] === exercise.id) ?? all.find(({ prefer }) => prefer.includes(exercise.id));
  const alike = all.find(
    ({ patterns, region }) => patterns.includes(exercise.pattern) && (exercise.shares[region] ?? 0) >= 0.5,
  );
  return (named ?? alike ?? LIFT_KINDS.trunk).id;
}

const loadsBack = ({ exercise }: Item): boolean =>
  exercise.implement === "barbell" && (exercise.stress.lowerBack ?? 0) >= 2;

const LAST: ReadonlySet<LiftKindId> = new Set(["trunk", "sideTrunk", "carry", "neck"]);

/** A goal's lift first, then what is for a muscle of priority, heavy lifts and assistance, isolation, trunk and carries last. */
function placeOf({ isGoal, isPriority, kind, role }: Item): number {
  if (isGoal) return 0;
  if (isPriority) return 1;
  if (LAST.has(kind.id)) return 4;
  return role === "isolation" ? 3 : 2;
}

/** Lifts in their order, so that no two barbell lifts that load the lower back are neighbours. */
function apart(items: readonly Item[]): Item[] {
  const list = items
    .map((item, index) => ({ item, index }))
    .sort((a, b) => placeOf(a.item) - placeOf(b.item) || a.index - b.index)
    .map(({ item }) => item);
  for (let index = 0; index + 1 < list.length; index++) {
    if (!loadsBack(entryAt(list, index)) || !loadsBack(entryAt(list, index + 1))) continue;
    const free = list.flatMap((one, place) => (place > index + 1 && !loadsBack(one) ? [place] : []));
    const next = free.find((place) => entryAt(list, place).role !== "isolation") ?? free[0];
    if (next !== undefined) list.splice(index + 1, 0, ...list.splice(next, 1));
    else {
      // Nothing comes after: the second of them goes to where it has no such neighbour.
      const [moved] = list.splice(index + 1, 1);
      const gap = list.findIndex((one, place) => place > 0 && !loadsBack(one) && !loadsBack(entryAt(list, place - 1)));
      list.splice(gap > 0 ? gap : index + 1, 0, moved!);
      if (gap <= 0) break;
    }
  }
  return list;
}

/** Blocks of one or two: opposing or unrelated lifts beside each other, where the time asks for pairs. */
function pairsOf(items: readonly Item[], pairing: Pairing): Item[][] {
  const left = [...items];
  const blocks: Item[][] = [];
  while (left.length > 0) {
    const first = left.shift()!;
    const canPair = (one: Item) =>
      pairing > 0 && one.role !== "heavy" && !one.isGoal && (pairing === 2 || one.role === "isolation");
    const partners = canPair(first) ? left.filter((one) => canPair(one) && isPartner(first, one)) : [];
    const best = partners.find((one) => classifyPair(first.exercise, one.exercise) === "antagonist") ?? partners[0];
    if (best) left.splice(left.indexOf(best), 1);
    blocks.push(best ? [first, best] : [first]);
  }
  return blocks;
}

/** Whether two may alternate without one taking from the other: nothing trained by both, no grip or back that both need, alike sets. */
function isPartner({ exercise: a, sets }: Item, { exercise: b, sets: others }: Item): boolean {
  if (Math.abs(sets - others) > 1) return false;
  const shared = sharesOf(a).some(([muscle, share]) => share === 1 && shareFor(b, muscle) === 1);
  const pair = classifyPair(a, b);
  if (shared) return false;
  if (pair !== "antagonist" && pair !== "unrelated") return false;
  if (a.grip >= 2 && b.grip >= 2) return false;
  return (a.stress.lowerBack ?? 0) < 2 || (b.stress.lowerBack ?? 0) < 2;
}

/** The rest after a block's rounds: of a pair the shorter part of what either would have alone. */
const restOf = (block: readonly Item[]): number => {
  const rests = block.map(({ scheme }) => scheme.restSeconds);
  return block.length === 1 ? firstOf(rests) : Math.max(45, Math.round((Math.max(...rests) * 0.7) / 5) * 5);
};

function workSeconds({ exercise, scheme }: Item, { untempoedRepSeconds, sideChangeSeconds }: Settings): number {
  const one = scheme.seconds ?? scheme.reps * untempoedRepSeconds * 1.1;
  const isTwice = exercise.laterality === "eachSide";
  return isTwice ? 2 * one + sideChangeSeconds : exercise.laterality === "alternating" ? 2 * one : one;
}
