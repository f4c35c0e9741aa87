/** Rules over many simulated weeks of many lifts and gyms: what they ask is held to the bounds of docs/handbook.md#rules. */
import { SHIPPED_CATALOGUE } from "../exercise";
import { seededRandom } from "../forecast";
import {
  buildableLoads,
  curveKg,
  type NextPrescription,
  populationCurve,
  prescribedFromCurve,
  repsAtLoad,
} from "../load";
import { impliedKg, newRule, nextPrescription, type ProgressContext, RULE_KINDS } from "../progress";
import { sameValue } from "../same";
import type { Exposure } from "../session";
import { allBlocks, allWorkingSets, type RuleKind } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { addDays, mondayOf, weight } from "../units";
import { BOATHOUSE, exposure, read } from "./helpers";

const BODY_KG = 72;
const START = "2026-01-05";
const WEEKS_A_LIFT = 40;

/** Lifts on a bar, on dumbbells of coarse steps, on a coarse stack, and of the body. */
const TEXTS = [
  "Bench press 3x6-8 rir2 r90",
  "Back squat 4x5 rir2 r150",
  "Dumbbell curl 3x10-12 rir1 r60",
  "Cable press-down 3x8-12 rir2 r90",
  "Chin-up 3x5-10 rir1 r120",
];
const ONLY: Partial<Record<RuleKind, string>> = {
  repGoal: "Chin-up 30total/20s @BW",
  bodyweightLadder: "Chin-up 3x5-10",
};
const GYMS = [
  BOATHOUSE,
  { ...BOATHOUSE, plates: [20, 10, 5].map((kg) => ({ weight: weight(kg), pairs: 3 })) },
  { ...BOATHOUSE, dumbbells: [4, 8, 12, 16, 20].map((kg) => weight(kg)) },
];

export interface RuleWeeks {
  /** Answers that were held to the bounds. */
  readonly asked: number;
  /** What broke one: the rule, the lift, the week, and how. */
  readonly breaches: readonly string[];
}

/** Simulates so many weeks, one to three sessions in each, some missed, some with pain, some of a sudden strong day. */
export function ruleWeeks(weeks: number, seed: number): RuleWeeks {
  const random = seededRandom(seed);
  const breaches: string[] = [];
  let asked = 0;
  for (let lift = 0; lift * WEEKS_A_LIFT < weeks; lift++) {
    const kind = RULE_KINDS[lift % RULE_KINDS.length]!;
    const rule = newRule(kind);
    const text = ONLY[kind] ?? TEXTS[Math.floor(lift / RULE_KINDS.length) % TEXTS.length]!;
    const gym = GYMS[Math.floor(lift / 7) % GYMS.length]!;
    const document = read(text);
    const block = allBlocks(document)[0]!;
    const slot = block.slots[0]!;
    const exercise = SHIPPED_CATALOGUE.byId.get(slot.exerciseId)!;
    const loads = buildableLoads(exercise, gym);
    const rir = allWorkingSets(slot)[0]?.segments[0]?.rir?.low ?? DEFAULT_SETTINGS.assumed.rir;
    const curve = populationCurve(DEFAULT_SETTINGS.e1rmFormula);
    const toCurveKg = (kg: number) => curveKg(exercise, kg, BODY_KG, DEFAULT_SETTINGS, slot.setup);
    let load = exercise.bodyweightFraction === null ? loads[Math.floor(loads.length * 0.3 * random())]!.kg : 0;
    let e1rmKg = toCurveKg(load)! * (1.2 + 0.3 * random());
    let counts: readonly number[] = kind === "repGoal" ? [8, 7, 6, 5, 4] : [7, 7, 7];
    const exposures: Exposure[] = [];
    const sessionsAWeek = 1 + Math.floor(3 * random());
    for (let week = 0; week < WEEKS_A_LIFT; week++)
      for (let session = 0; session < sessionsAWeek; session++) {
        if (random() < 0.08) continue;
        const date = addDays(START, 7 * week + 2 * session);
        const context: ProgressContext = {
          exercise,
          loads,
          settings: DEFAULT_SETTINGS,
          calendar: { date, purpose: "training", planWeek: week },
          e1rmKg: e1rmKg * (0.96 + 0.08 * random()),
          curve,
          toCurveKg,
          toPrescribedKg: (kg) => prescribedFromCurve(exercise, kg, BODY_KG, DEFAULT_SETTINGS, slot.setup),
          policy: week % 5 === 0 ? "neverHarder" : "nearest",
          exposuresOf: () => [],
        };
        const answer = () => nextPrescription(rule, { block, slot }, exposures, context);
        const next = exposures.length > 0 ? answer() : null;
        if (next) {
          asked++;
          const broken = breachOf(next, exposures, context, rir);
          if (broken) breaches.push(`${kind}, ${slot.exerciseId}, ${date}: ${broken}`);
          if (asked % 50 === 0 && !sameValue(next, answer())) breaches.push(`${kind}, ${date}: not the same again`);
          load = next.sets[0]!.loadKg;
          if (kind !== "repGoal") counts = next.sets.map(({ reps }) => reps);
        }
        const strong = random() < 0.03 ? 1.2 : 0.95 + 0.1 * random();
        const onCurve = toCurveKg(load)!;
        const possible = repsAtLoad(e1rmKg, onCurve, curve) * strong;
        const pain = random() < 0.02 ? 5 : 0;
        exposures.push(
          exposure(
            date,
            counts.map((count, index) => {
              const reps = Math.max(1, Math.min(count, Math.floor(possible - 0.4 * index)));
              return {
                loadKg: load,
                curveKg: onCurve,
                reps,
                totalReps: reps,
                target: kind === "repGoal" ? null : { low: count, high: count },
                rir: random() < 0.5 ? Math.max(0, Math.round(possible - reps)) : null,
                pain: index === 0 ? pain : 0,
              };
            }),
          ),
        );
        if (exposures.length > 16) exposures.shift();
        e1rmKg *= 1 + 0.004 / sessionsAWeek;
      }
  }
  return { asked, breaches };
}

/**
 * What a set asks is at most a tenth above the best of four calendar weeks, or one step of the gym more than last time; after pain or
 * time off it is no more than before; and the gym can build it. Null where all holds.
 */
function breachOf(
  next: NextPrescription,
  exposures: readonly Exposure[],
  context: ProgressContext,
  rir: number,
): string | null {
  const { date } = context.calendar;
  const last = exposures.at(-1)!;
  const heaviest = Math.max(...last.sets.map(({ loadKg }) => loadKg));
  const lately = exposures.filter((one) => one.date >= addDays(mondayOf(date), -28));
  const implied = (set: Exposure["sets"][number]) =>
    impliedKg(set.curveKg!, set.reps, set.rir ?? set.targetRir, context);
  const best = Math.max(...(lately.length > 0 ? lately : [last]).flatMap(({ sets }) => sets.map(implied)));
  for (const [index, { loadKg, reps }] of next.sets.entries()) {
    const isBuilt = context.loads.some(({ kg }) => Math.abs(kg - loadKg) < 0.002);
    if (!isBuilt && !last.sets.some((set) => set.loadKg === loadKg)) return `${loadKg} kg cannot be built`;
    if (last.sets.some(({ pain }) => pain >= 4) && loadKg > heaviest + 0.002) return `${loadKg} kg after pain`;
    const from = (last.sets[index] ?? last.sets.at(-1)!).loadKg;
    const smallest = context.loads.find(({ kg }) => kg > from + 0.002)?.kg ?? from;
    if (loadKg <= smallest + 0.002) continue;
    const asks = impliedKg(context.toCurveKg(loadKg)!, reps, rir, context);
    if (asks > best * 1.1 + 0.01) return `asks ${asks.toFixed(1)} kg of a best of ${best.toFixed(1)} kg`;
  }
  return null;
}
