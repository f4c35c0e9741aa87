/**
 * A lifter who does not follow our own law of fatigue, for judging forecasts: the three-compartment model of fatigue (Xia and
 * Frey-Law 2008; recovery at rest faster by a factor, Looft et al. 2018) with constants drawn for each, per muscle. The lift
 * gives out with its most tired mover. Reserve is said with a bias of their own and an error, and only now and then.
 */
import { type Exercise, REGIONS, type RegionId } from "../exercise";
import { normal, seededRandom } from "../forecast";
import { clamp } from "../units";

const SECONDS_A_REP = 3;

interface Constants {
  /** Fatigue and recovery a second, and how much faster recovery is at rest. */
  readonly fatigue: number;
  readonly recovery: number;
  readonly atRest: number;
}

export interface StoredReport {
  readonly reps: number;
  /** Nothing in reserve where it failed; null where it was not said. */
  readonly rir: number | null;
}

export class OtherLifter {
  private readonly random: () => number;
  private readonly constants: Constants;
  private readonly strengths = new Map<string, number>();
  private readonly gain: number;
  /** What is added to the reserve by habit. */
  readonly bias: number;
  private tired = new Map<string, number>();
  private form = 1;
  private week = 0;

  constructor(private readonly seed: number) {
    this.random = seededRandom(seed);
    const drawn = (middle: number, spread: number) => middle * Math.exp(spread * clamp(normal(this.random), -2, 2));
    this.constants = { fatigue: drawn(0.011, 0.15), recovery: drawn(0.0011, 0.25), atRest: drawn(13, 0.25) };
    this.gain = 0.006 * this.random();
    this.bias = clamp(0.6 * normal(this.random), -1.2, 1.2);
  }

  /** A new day: fresh, with its own form; `typical`: with none, as one who knows everything else would foretell it. */
  startDay(week: number, typical = false): void {
    this.week = week;
    this.tired = new Map();
    this.form = typical ? 1 : 1 + 0.025 * clamp(normal(this.random), -2, 2);
  }

  maximum({ id }: Exercise): number {
    if (!this.strengths.has(id)) {
      // By the lift alone, so that in what order lifts come does not matter.
      const place = [...id].reduce((sum, letter) => (31 * sum + letter.charCodeAt(0)) % 1_000_003, 7);
      this.strengths.set(id, 60 + 60 * seededRandom(this.seed * 7919 + place)());
    }
    return this.strengths.get(id)! * (1 + this.gain * this.week);
  }

  rest(seconds: number): void {
    const left = Math.exp(-this.constants.recovery * this.constants.atRest * seconds);
    for (const [muscle, lost] of this.tired) this.tired.set(muscle, lost * left);
  }

  /** Does up to `asked` reps (null: to failure); answers with those done, and those that would have been possible. */
  perform(exercise: Exercise, kg: number, asked: number | null): { readonly done: number; readonly possible: number } {
    const load = kg / (this.maximum(exercise) * this.form);
    const movers = moversOf(exercise);
    const tired = new Map(this.tired);
    const capacity = () => 1 - Math.max(...movers.map(([muscle, share]) => share * (tired.get(muscle) ?? 0)));
    let possible = 0;
    let kept: Map<string, number> | null = null;
    while (possible < 40) {
      const before = capacity();
      for (const [muscle, share] of movers) {
        const lost = tired.get(muscle) ?? 0;
        const change = (this.constants.fatigue * load * share - this.constants.recovery * lost) * SECONDS_A_REP;
        tired.set(muscle, Math.max(0, lost + change));
      }
      const after = capacity();
      if (after < load) {
        possible += before > after ? clamp((before - load) / (before - after), 0, 1) : 0;
        break;
      }
      possible++;
      if (asked !== null && possible === asked) kept = new Map(tired);
    }
    this.tired = kept ?? tired;
    return { done: Math.min(asked ?? Number.POSITIVE_INFINITY, Math.floor(possible + 0.3)), possible };
  }

  /** What they say of a set: a third of the time how much was left. */
  say({ done, possible }: { readonly done: number; readonly possible: number }, asked: number | null): StoredReport {
    const failed = asked === null || done < asked;
    if (failed) return { reps: done, rir: 0 };
    const left = Math.max(0, possible - done);
    const said = Math.max(0, Math.round(left + this.bias + normal(this.random) * (0.5 + 0.2 * left)));
    return { reps: done, rir: this.random() < 1 / 3 ? said : null };
  }
}

/** Muscles with their largest share, the prime mover's being one. */
function moversOf({ shares }: Exercise): [string, number][] {
  const found = new Map<string, number>();
  for (const [region, share] of Object.entries(shares) as [RegionId, number][]) {
    const { muscle } = REGIONS[region];
    found.set(muscle, Math.max(found.get(muscle) ?? 0, share));
  }
  const most = Math.max(...found.values());
  return [...found].map(([muscle, share]) => [muscle, share / most]);
}
