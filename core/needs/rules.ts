/**
 * What needs a coach: things found in what clients did, said and have before them, each of one rule. The rules stand in the order
 * of their gravity, the gravest first. A need has a key that is the same for the same cause, so that what was decided of it holds.
 */
import type { CheckIn } from "../progress";
import { type Exposure, REPLACING_PAIN, STOPPING_PAIN } from "../session";
import { addDays, daysBetween, mondayOf } from "../units";
import type { TrainingAge } from "../volume";
import type { ClientFacts, NeedFacts, NeedRule, NeedSession } from "./facts";

interface Rule<K extends NeedRule> {
  readonly about: string;
  /** Days after which what was decided is asked again, where it still holds; null: never, for its key is of one day. */
  readonly againDays: number | null;
  readonly find: (facts: ClientFacts) => readonly NeedFacts[K][];
}

/** So many days back a session is still news. */
const NEWS_DAYS = 7;
/** A set at least so many reps below the low end of its rep range fell short; one rep below is only a hard set. */
const SHORT_BY = 2;
/** A set that left at least so many more reps in reserve than its target was too easy. */
const EASY_BY = 3;
/** The weeks that are looked back on for what was kept, and the share of it under which a week is too much. */
const KEPT_DAYS = 28;
const KEPT_SHARE = 0.7;
const FEWEST_WEEKS = 3;
const MANY_LEFT = 3;
const PLAN_ENDS_DAYS = 14;
const LIMIT_ENDS_DAYS = 3;
/** So long health answers hold. */
const ANSWERS_DAYS = 365;
/** Percent a week that a lift may be hoped to gain, by training age; more is out of reach for most. */
const HOPED_PERCENT: Readonly<Record<TrainingAge, number>> = { novice: 1.5, intermediate: 0.75, advanced: 0.4 };

const isNews = (date: string, today: string): boolean => date <= today && daysBetween(date, today) <= NEWS_DAYS;
const waits = ({ state }: NeedSession): boolean => state === "planned" || state === "opened";
/** The key of a session on its date: moved to another date it has another key, and so is a new need. */
const placeKey = ({ sessionId, place, date }: NeedSession): string =>
  `${place ? `${place.planId} ${place.dayId} ${place.week}` : (sessionId ?? "")} ${date}`;
const worstPain = (exposure: Exposure | undefined): number =>
  Math.max(0, ...(exposure?.sets ?? []).map(({ pain }) => pain));

/** The last days of the lifts that were trained lately. */
function latest({ lifts, today }: ClientFacts) {
  return lifts.flatMap((lift) => {
    const last = lift.exposures.at(-1);
    if (!last || !isNews(last.date, today)) return [];
    const { exerciseId, name, lineage } = lift;
    const found = { key: `${lineage} ${last.sessionId}`, date: last.date, sessionId: last.sessionId, exerciseId, name };
    return [{ last, before: lift.exposures.at(-2), found }];
  });
}

export const NEED_RULES: { readonly [K in NeedRule]: Rule<K> } = {
  "pain-again": {
    about: "Pain of 7 and more, or of 4 and more twice running, in one exercise.",
    againDays: null,
    find: (facts) =>
      latest(facts).flatMap(({ last, before, found }) => {
        const [pain, earlier] = [worstPain(last), worstPain(before)];
        const isAgain = pain >= STOPPING_PAIN && earlier >= STOPPING_PAIN;
        return pain >= REPLACING_PAIN || isAgain ? [{ ...found, pain, before: isAgain ? earlier : null }] : [];
      }),
  },
  message: {
    about: "What a client wrote and no coach has seen.",
    againDays: null,
    find: ({ messages, today }) => {
      const last = messages.at(-1);
      if (!last) return [];
      const { id, sessionId, text } = last;
      return [{ key: id, date: today, sessionId, text, more: messages.length - 1 }];
    },
  },
  health: {
    about: "Health questions that were not answered, or answered with yes and not cleared.",
    againDays: NEWS_DAYS,
    find: ({ readiness, today }) =>
      readiness.kind === "ready" ? [] : [{ key: readiness.kind, date: today, sessionId: null, readiness }],
  },
  pain: {
    about: "Pain of 4 to 6, once.",
    againDays: null,
    find: (facts) =>
      latest(facts).flatMap(({ last, before, found }) => {
        const pain = worstPain(last);
        const isOnce = pain >= STOPPING_PAIN && pain < REPLACING_PAIN && worstPain(before) < STOPPING_PAIN;
        return isOnce ? [{ ...found, pain }] : [];
      }),
  },
  "email-failed": {
    about: "A session to come whose email did not go, and that the client has not seen.",
    againDays: null,
    find: ({ sessions, today }) =>
      sessions.flatMap((session) => {
        const { unsentEmail, state, date, sessionId } = session;
        // Sent again and not gone again is another cause.
        return unsentEmail !== null && state === "sent" && today <= date
          ? [{ key: unsentEmail.copyId, date, sessionId, session, problem: unsentEmail.problem }]
          : [];
      }),
  },
  unsent: {
    about: "A session of today or tomorrow that a client who is sent sessions does not have.",
    againDays: null,
    find: ({ sessions, today, isSentTo, readiness }) =>
      !isSentTo || readiness.kind !== "ready"
        ? []
        : sessions
            .filter((one) => waits(one) && today <= one.date && one.date <= addDays(today, 1))
            .map((session) => ({
              key: placeKey(session),
              date: session.date,
              sessionId: session.sessionId,
              session,
            })),
  },
  "changed-since-sent": {
    about: "A session that was changed after it was sent, of today or the coming week.",
    againDays: null,
    find: ({ sessions, today }) =>
      sessions.flatMap((session) => {
        const { changedCopy, state, date, sessionId } = session;
        const isComing = (state === "sent" || state === "seen") && today <= date && date <= addDays(today, NEWS_DAYS);
        return isComing && changedCopy !== null
          ? [{ key: `${sessionId} ${changedCopy}`, date, sessionId, session }]
          : [];
      }),
  },
  "kit-out": {
    about: "A lift of the coming week that needs what is out of order on its day.",
    againDays: null,
    find: ({ kitOut }) =>
      kitOut.map(({ exerciseId, name, date, sessionId }) => ({
        key: `${exerciseId} ${date}`,
        date,
        sessionId,
        exerciseId,
        name,
      })),
  },
  missed: {
    about: "A session of the last week that was not done and of which nothing was decided.",
    againDays: null,
    find: ({ sessions, today }) =>
      sessions
        .filter(({ state, date }) => state === "missed" && isNews(date, today))
        .map((session) => ({
          key: placeKey(session),
          date: session.date,
          sessionId: session.sessionId,
          session,
        })),
  },
  "sets-left-out": {
    about: "A fifth of the last session's sets, and three at least, that were left out.",
    againDays: null,
    find: ({ sessions, today }) => {
      const session = sessions.findLast(({ state }) => state === "done");
      const summary = session?.summary;
      if (!session || !summary || !isNews(session.date, today)) return [];
      const left = summary.plannedSets - summary.sets;
      const isMuch = left >= MANY_LEFT && left * 5 >= summary.plannedSets;
      const { sessionId, date } = session;
      return isMuch ? [{ key: `${sessionId}`, date, sessionId, session, left, planned: summary.plannedSets }] : [];
    },
  },
  "form-broke": {
    about: "Form that broke in two sets or more of a lift, or in its only one.",
    againDays: null,
    find: (facts) =>
      latest(facts).flatMap(({ last, found }) => {
        const broke = last.sets.filter(({ form }) => form === "broke").length;
        const isMuch = broke >= 2 || (broke === 1 && last.sets.length === 1);
        return isMuch ? [{ ...found, sets: broke, of: last.sets.length }] : [];
      }),
  },
  "sets-short": {
    about: "Two sets or more of a lift, or the half of them, that fell two reps and more short of the low end.",
    againDays: null,
    find: (facts) =>
      latest(facts).flatMap(({ last, found }) => {
        const asked = last.sets.filter(({ target, working }) => target !== null && working);
        const short = asked.filter(({ target, reps }) => reps <= target!.low - SHORT_BY);
        const isMuch = short.length >= 2 || (short.length > 0 && short.length * 2 >= asked.length);
        const low = asked[0]?.target?.low ?? 0;
        return isMuch ? [{ ...found, reps: asked.map(({ reps }) => reps), asked: low }] : [];
      }),
  },
  "volume-jump": {
    about: "Hard sets of a muscle this week that are far beyond what the client is used to.",
    againDays: null,
    find: ({ jumps, today }) => {
      const far = jumps.filter(({ measure, severity }) => measure === "hardSets" && severity !== "note");
      const muscles = far.map(({ muscle }) => muscle).join(" ");
      return far.length > 0 ? [{ key: `${mondayOf(today)} ${muscles}`, date: today, sessionId: null, jumps: far }] : [];
    },
  },
  "too-easy": {
    about: "All sets of a lift with three more in reserve than was asked, two days running.",
    againDays: null,
    find: (facts) =>
      latest(facts).flatMap(({ last, before, found }) => {
        const over = [last, before].map(reserveOver);
        const least = Math.min(...over);
        return least >= EASY_BY ? [{ ...found, over: least, days: over.length }] : [];
      }),
  },
  "bad-check-ins": {
    about: "Badly slept or very sore at the last two check-ins.",
    againDays: NEWS_DAYS,
    find: ({ sessions, today }) => {
      const told = sessions.filter(({ summary, state }) => state === "done" && summary?.checkIn).slice(-2);
      const last = told.at(-1);
      if (told.length < 2 || !last || !isNews(last.date, today)) return [];
      const checkIns = told.map(({ summary }) => summary!.checkIn!);
      const isBad = ({ sleep, sore }: CheckIn) => sleep === "badly" || sore.some(({ level }) => level === 2);
      return checkIns.every(isBad) ? [{ key: "", date: last.date, sessionId: last.sessionId, checkIns }] : [];
    },
  },
  "few-sessions": {
    about: "Fewer than seven in ten of the client's own usual sessions in four weeks, and two missed at least.",
    againDays: KEPT_DAYS,
    find: ({ sessions, today }) => {
      const glances = sessions.flatMap(({ date, state }) => {
        if (state === "moved" || date >= today) return [];
        return [{ date, state: state === "done" || state === "leftOut" ? state : ("draft" as const) }];
      });
      const recent = glances.filter(({ date }) => date >= addDays(today, -KEPT_DAYS));
      const count = (wanted: string) => recent.filter(({ state }) => state === wanted).length;
      // Who began lately has not had four weeks to keep.
      const first = glances[0]?.date ?? today;
      const weeks = Math.min(KEPT_DAYS / 7, Math.floor(daysBetween(first, today) / 7));
      if (weeks < FEWEST_WEEKS) return [];
      const planned = weeks * sessionsAWeek(glances, today) - count("leftOut");
      const done = count("done");
      const isFew = planned > 0 && done < planned * KEPT_SHARE && planned - done >= 2;
      return isFew ? [{ key: "", date: today, sessionId: null, done, planned }] : [];
    },
  },
  "goal-far": {
    about: "A goal whose lift has to gain more a week than can be hoped for at this training age.",
    againDays: KEPT_DAYS,
    find: ({ goals, trainingAge, today }) =>
      goals.flatMap((goal) =>
        goal.percentAWeek > HOPED_PERCENT[trainingAge] ? [{ key: goal.id, date: today, sessionId: null, goal }] : [],
      ),
  },
  "stands-still": {
    about: "Lifts at the same loads and reps for eight weeks.",
    againDays: KEPT_DAYS,
    find: ({ standing, today }) =>
      standing.length > 0 ? [{ key: "", date: today, sessionId: null, names: standing }] : [],
  },
  "test-due": {
    about: "A week of tests that begins within a week, or has begun.",
    againDays: null,
    find: ({ testWeek }) => (testWeek === null ? [] : [{ key: testWeek, date: testWeek, sessionId: null }]),
  },
  "plan-ends": {
    about: "A plan that ends within two weeks with none after it.",
    againDays: NEWS_DAYS,
    find: ({ planEnds, today }) =>
      planEnds !== null && today <= planEnds && planEnds <= addDays(today, PLAN_ENDS_DAYS)
        ? [{ key: planEnds, date: planEnds, sessionId: null }]
        : [],
  },
  "health-old": {
    about: "Health answers that are older than a year.",
    againDays: KEPT_DAYS,
    find: ({ answeredOn, today }) =>
      answeredOn !== null && daysBetween(answeredOn, today) > ANSWERS_DAYS
        ? [{ key: answeredOn, date: answeredOn, sessionId: null }]
        : [],
  },
  "limit-ends": {
    about: "A limit that ends within three days, or has ended since yesterday.",
    againDays: null,
    find: ({ limits, today }) =>
      limits.flatMap((limit) => {
        const { until } = limit;
        const isNear =
          until !== null && addDays(today, -1) <= until && until <= addDays(today, LIMIT_ENDS_DAYS) && !limit.clearedBy;
        return isNear ? [{ key: `${limit.id} ${until}`, date: until, sessionId: null, limit }] : [];
      }),
  },
  unreviewed: {
    about: "A session of the last week that was done and not looked at.",
    againDays: null,
    find: ({ sessions, today }) =>
      sessions
        .filter(({ state, date, sessionId }) => state === "done" && sessionId !== null && isNews(date, today))
        .map((session) => ({ key: `${session.sessionId}`, date: session.date, sessionId: session.sessionId, session })),
  },
};

/** The usual number of sessions a week: the most of those that are given, before today. */
function sessionsAWeek(sessions: readonly { readonly date: string; readonly state: string }[], today: string): number {
  const counts = new Map<string, number>();
  for (const { date, state } of sessions)
    if (date < today && state !== "leftOut") counts.set(mondayOf(date), (counts.get(mondayOf(date)) ?? 0) + 1);
  return Math.max(0, ...counts.values());
}

/** How far every set of a day lay over the reserve that was asked, the least; −1 where that was not told of all. */
function reserveOver(exposure: Exposure | undefined): number {
  const sets = exposure?.sets.filter(({ working }) => working) ?? [];
  const over = sets.map(({ rir, targetRir }) => (rir === null || targetRir === null ? -1 : rir - targetRir));
  return over.length === 0 ? -1 : Math.min(...over);
}
