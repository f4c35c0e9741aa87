/** What a client needs of a coach, by the rules, and what was decided of it. */
import { addDays } from "../units";
import type { ClientFacts, Need, NeedRule } from "./facts";
import { NEED_RULES } from "./rules";

/** What was decided of a need: it stands until a day, or for good. */
export interface Decided {
  /** The rule and the key of the need. */
  readonly need: string;
  readonly until: string | null;
}

export const needId = ({ rule, key }: Pick<Need, "rule" | "key">): string => `${rule}:${key}`;

/** Until when what is decided of a need holds: a date, or for good. */
export function decidedUntil({ rule }: Pick<Need, "rule">, today: string): string | null {
  const days = NEED_RULES[rule].againDays;
  return days === null ? null : addDays(today, days);
}

const RULES = Object.keys(NEED_RULES) as NeedRule[];

/** What a client needs of a coach, the gravest first, without that of which something was decided that still holds. */
export function needsOf(facts: ClientFacts, decided: readonly Decided[] = []): Need[] {
  const isDecided = (id: string) =>
    decided.some(({ need, until }) => need === id && (until === null || facts.today < until));
  return RULES.flatMap((rule) => NEED_RULES[rule].find(facts).map((found) => ({ rule, ...found }) as Need)).filter(
    (need) => !isDecided(needId(need)),
  );
}

/** By gravity, then by day. */
export const graver = (a: Need, b: Need): number =>
  RULES.indexOf(a.rule) - RULES.indexOf(b.rule) || (a.date < b.date ? -1 : a.date > b.date ? 1 : 0);
