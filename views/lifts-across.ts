/** Each lift of a plan across the weeks that have gone by: its load, e1RM and trend, and what was kept of what was asked. */
import {
  allBlocks,
  dayOfSlot,
  type Exposure,
  firstOf,
  lastOf,
  liftRecord,
  mean,
  type PlanDocument,
  purposeOfWeek,
  restSecondsForTime,
  SAME_WEIGHT_KG,
  type Slot,
  type Trend,
  trendOf,
} from "../core";
import type { LiftLog } from "./views";
import type { WeekCell } from "./week-cells";
import type { WeekRow, WeeksModel } from "./weeks";
import type { WeeksView } from "./weeks-context";

interface ReviewedWeek {
  readonly cell: WeekCell;
  /** Of the day that speaks, in curve kg; null where none does. */
  readonly e1rmKg: number | null;
  /** The best until then. */
  readonly isRecord: boolean;
  /** The heaviest load that was asked, where another was lifted; null where they are the same, or nothing was asked. */
  readonly askedTopKg: number | null;
  /** Mean seconds between its sets as they were kept; null where nobody measured. */
  readonly restSeconds: number | null;
  /** Reps in reserve beyond what was asked, in the mean; null where none was asked or said. */
  readonly reserveOff: number | null;
}

export interface LiftAcrossWeeks {
  readonly dayId: string;
  readonly slot: Slot;
  readonly name: string;
  readonly weeks: readonly (ReviewedWeek | null)[];
  readonly trend: Trend;
  readonly e1rmKg: number | null;
  /** The 80 % band of the present e1RM. */
  readonly bandKg: readonly [number, number] | null;
  /** What the load did from the first week that was done to the last, as it is loaded. */
  readonly gainedKg: number | null;
  /** Reps lost from the first set to the last, in the mean; null where nothing tells. */
  readonly dropOff: number | null;
  /** Seconds between its sets: kept in the mean of its last days, and asked; null where nobody measured or wrote them. */
  readonly restSeconds: { readonly kept: number; readonly asked: number | null } | null;
  /** Reps in reserve beyond what was asked, in the mean of its last days; null where nothing tells. */
  readonly reserveOff: number | null;
}

/** Days of a lift that speak for how it is done now. */
const DAYS_SPEAKING = 6;
function askedTop({ sets }: Exposure): number | null {
  const working = sets.filter((set) => set.working);
  const asked = working.flatMap(({ askedKg }) => (askedKg === undefined ? [] : [askedKg]));
  if (asked.length === 0) return null;
  const top = Math.max(...asked);
  return Math.abs(top - Math.max(...working.map(({ loadKg }) => loadKg))) < SAME_WEIGHT_KG ? null : top;
}

const restsIn = ({ sets }: Exposure): number[] =>
  sets.flatMap((set) => (set.working && set.restBeforeSeconds !== null ? [set.restBeforeSeconds] : []));

const reservesOff = ({ sets }: Exposure): number[] =>
  sets.flatMap(({ working, rir, targetRir }) =>
    working && rir !== null && targetRir !== null ? [rir - targetRir] : [],
  );

const meanOf = (figures: readonly number[]): number | null => (figures.length > 0 ? mean(figures) : null);

function restOf({ slot }: WeekRow, log: LiftLog | undefined, plan: PlanDocument): LiftAcrossWeeks["restSeconds"] {
  const kept = (log?.exposures ?? []).slice(-DAYS_SPEAKING).flatMap(restsIn);
  if (kept.length === 0) return null;
  const day = dayOfSlot(plan, slot.id);
  const rest = day && allBlocks(day.base).find(({ slots }) => slots.some(({ id }) => id === slot.id))?.restAfterRound;
  return { kept: Math.round(mean(kept)), asked: rest?.kind === "each" ? restSecondsForTime(rest.rest) : null };
}

/** Of a view with a plan; the rows are the model's. */
export function liftsAcross(view: WeeksView, model: WeeksModel): LiftAcrossWeeks[] {
  const plan = view.plan!.document;
  return model.days.flatMap(({ rows }) =>
    rows.map((row): LiftAcrossWeeks => {
      const log = view.lifts.find(({ lineage }) => lineage === row.slot.lineage);
      const record = log && liftRecord(log.exposures, view.settings, log.strengths);
      const byDate = new Map(record?.estimates.map((one) => [one.date, one]) ?? []);
      let best = 0;
      const weeks = row.cells.map((cell): ReviewedWeek | null => {
        const isPast = cell?.state === "done" || cell?.state === "missed" || (cell?.state === "away" && !cell.lift);
        if (!cell || !isPast) return null;
        const estimate = byDate.get(cell.date);
        const isRecord = best > 0 && Boolean(estimate?.setsRecord) && (estimate?.kg ?? 0) > best;
        if (estimate) best = Math.max(best, estimate.kg);
        const exposure = log?.exposures.find(({ date }) => date === cell.date);
        return {
          cell,
          e1rmKg: estimate?.kg ?? null,
          isRecord,
          askedTopKg: exposure ? askedTop(exposure) : null,
          restSeconds: exposure ? meanOf(restsIn(exposure)) : null,
          reserveOff: exposure ? meanOf(reservesOff(exposure)) : null,
        };
      });
      const loads = weeks.flatMap((one) => (one?.cell.topKg == null ? [] : [one.cell.topKg]));
      const light = new Set(log?.exposures.flatMap(({ date, purpose }) => (purpose === "training" ? [] : [date])));
      const trained = record?.estimates.filter(({ date }) => !light.has(date) && !isDeload(date, view)) ?? [];
      const drops = (log?.exposures ?? []).slice(-DAYS_SPEAKING).flatMap(({ sets }) => {
        const working = sets.filter((set) => set.working);
        return working.length > 1 ? [firstOf(working).reps - lastOf(working).reps] : [];
      });
      return {
        dayId: row.dayId,
        slot: row.slot,
        name: row.name,
        weeks,
        trend: trendOf(trained, view.client.trainingAge),
        e1rmKg: record?.e1rmKg ?? null,
        bandKg: record?.bandKg ?? null,
        gainedKg: loads.length > 1 ? lastOf(loads) - firstOf(loads) : null,
        dropOff: drops.length > 0 ? mean(drops) : null,
        restSeconds: restOf(row, log, plan),
        reserveOff: meanOf((log?.exposures ?? []).slice(-DAYS_SPEAKING).flatMap(reservesOff)),
      };
    }),
  );
}

function isDeload(date: string, view: WeeksView): boolean {
  const session = view.sessions.find((one) => one.date === date);
  return session !== undefined && view.plan !== null && purposeOfWeek(view.plan.document, session.week) === "deload";
}
