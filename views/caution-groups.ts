/** Cautions as a coach reads them: one line for a rule wherever it holds, the gravest first, without what was switched off. */
import { CAUTION_IDS, CAUTIONS, type CautionId, firstOf, type Severity } from "../core";
import type { Caution } from "./cautions";
import type { SessionContext } from "./views";

export interface CautionGroup {
  readonly rule: CautionId;
  readonly severity: Severity;
  /** Where it holds, each place once. */
  readonly places: readonly string[];
  /** One for a place and what is said there; the gravest first. */
  readonly cautions: readonly Caution[];
}

export interface DisabledGroup {
  readonly group: CautionGroup;
  readonly of: "client" | "studio";
  readonly reason: string;
}

export interface ReadCautions {
  /** Blocks without a recorded reason, then warnings. */
  readonly open: readonly CautionGroup[];
  /** Blocks that a coach has passed, with their reason. */
  readonly passed: readonly CautionGroup[];
  readonly notes: readonly CautionGroup[];
  readonly quiet: readonly DisabledGroup[];
}

/** Groups that are seen at first sight; the others are a line. */
export const FIRST_SIGHT = 3;

const SEVERITIES: readonly Severity[] = ["block", "warn", "note"];

/** Whether a coach may turn a kind of caution off. */
export const canTurnOff = (rule: CautionId): boolean => CAUTIONS[rule].canTurnOff;

export function readCautions(
  cautions: readonly Caution[],
  { quiet, reasons }: Pick<SessionContext, "quiet" | "reasons">,
): ReadCautions {
  const groups = grouped(cautions);
  const quieted = (rule: CautionId): Omit<DisabledGroup, "group"> | null => {
    if (!canTurnOff(rule)) return null;
    if (quiet.client[rule]) return { of: "client", reason: quiet.client[rule] };
    return quiet.studio[rule] ? { of: "studio", reason: quiet.studio[rule] } : null;
  };
  const isPassed = ({ cautions: own }: CautionGroup) => own.every(({ key }) => key !== null && Boolean(reasons[key]));
  const loud = groups.filter(({ severity, rule }) => severity === "block" || quieted(rule) === null);
  return {
    open: loud.filter((group) => group.severity === "warn" || (group.severity === "block" && !isPassed(group))),
    passed: loud.filter((group) => group.severity === "block" && isPassed(group)),
    notes: loud.filter(({ severity }) => severity === "note"),
    quiet: groups.flatMap((group) => {
      const by = group.severity === "block" ? null : quieted(group.rule);
      return by ? [{ group, ...by }] : [];
    }),
  };
}

/** One group a rule and severity; blocks stand alone, for each is passed with a reason of its own. */
function grouped(cautions: readonly Caution[]): CautionGroup[] {
  const groups = new Map<string, Caution[]>();
  for (const caution of cautions) {
    const key = caution.key ?? `${caution.severity} ${caution.rule}`;
    const own = groups.get(key) ?? [];
    // The same fact of the same lift is said once, in whatever rounds it holds.
    const isSaid = own.some((one) => one.words === caution.words && liftOf(one.place) === liftOf(caution.place));
    if (!isSaid) groups.set(key, [...own, caution]);
  }
  return [...groups.values()]
    .map((own) => ({
      rule: firstOf(own).rule,
      severity: firstOf(own).severity,
      places: [...new Set(own.map(({ place }) => liftOf(place)))],
      cautions: own,
    }))
    .sort(
      (a, b) =>
        SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) ||
        CAUTION_IDS.indexOf(a.rule) - CAUTION_IDS.indexOf(b.rule),
    );
}

/** "A1" of "A1, round 3". */
const liftOf = (place: string): string => firstOf(place.split(","));
