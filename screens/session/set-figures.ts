/** The figures of a set one by one, as fields show and change them: each change is the text that a cell would be given. */
import {
  type Amount,
  decimal,
  firstOf,
  isBodyweight,
  printSpan,
  type ResolvedLoad,
  type WeightUnit,
  type WorkSet,
} from "@/core";

export type SetFigure = "reps" | "seconds" | "load" | "reserve";

export const FIGURE_NAMES: Readonly<Record<SetFigure, string>> = {
  reps: "Reps",
  seconds: "Seconds",
  load: "Load",
  reserve: "In reserve",
};

/** How far a step goes in seconds of work. */
const SECONDS_STEP = 5;
const MOST_RESERVE = 10;

interface FieldOf {
  readonly set: WorkSet;
  readonly load: ResolvedLoad | undefined;
}

const isTimed = ({ kind }: Amount): boolean => kind === "seconds" || kind === "hold";

/** The figures that a set has, in the order of their fields. */
export const figuresOf = (set: WorkSet): SetFigure[] =>
  isTimed(firstOf(set.segments).amount) ? ["seconds", "load", "reserve"] : ["reps", "load", "reserve"];

/** A figure as its field shows it: "6-8", "82.5", "+10", "2"; empty where nothing is written. */
export function figureText(figure: SetFigure, { set, load }: FieldOf): string {
  const { amount, rir } = firstOf(set.segments);
  switch (figure) {
    case "reps":
      if (set.stop.kind === "repTotal") return `${set.stop.total} total`;
      return amount.kind === "reps" ? printSpan(amount.reps) : amount.kind === "toFailure" ? "F" : "max";
    case "seconds":
      return amount.kind === "seconds" || amount.kind === "hold" ? decimal(amount.seconds) : "";
    case "reserve":
      return rir ? printSpan(rir) : "";
    case "load":
      if (!load?.weight || load.kg === null) return "";
      if (!isBodyweight(load.exercise)) return load.weight.amount;
      return load.kg === 0 ? "body" : `${load.kg > 0 ? "+" : "-"}${load.weight.amount}`;
  }
}

/**
 * What is typed into the cell so that the figure is a step more (1) or less (-1); null where there is no such step. `loads`: what can be
 * built for the lift, in its unit, from the lightest on; help with a body counts below nought.
 */
export function steppedText(
  figure: SetFigure,
  of: FieldOf & { readonly loads: readonly number[]; readonly unit: WeightUnit },
  by: 1 | -1,
): string | null {
  const { amount, rir } = firstOf(of.set.segments);
  switch (figure) {
    case "reps": {
      if (amount.kind !== "reps" || of.set.stop.kind === "repTotal") return null;
      const { low, high } = amount.reps;
      return low + by < 1 ? null : printSpan({ low: low + by, high: high + by });
    }
    case "seconds":
      return isTimed(amount) && "seconds" in amount && amount.seconds + by * SECONDS_STEP > 0
        ? typedFigure("seconds", decimal(amount.seconds + by * SECONDS_STEP), of)
        : null;
    case "reserve": {
      const { low, high } = rir ?? { low: 2 - by, high: 2 - by };
      return low + by < 0 || high + by > MOST_RESERVE ? null : `rir${printSpan({ low: low + by, high: high + by })}`;
    }
    case "load": {
      const now = Number(figureText("load", of).replace("body", "0"));
      const next = by > 0 ? of.loads.find((one) => one > now + 1e-6) : of.loads.findLast((one) => one < now - 1e-6);
      if (next === undefined || figureText("load", of) === "") return null;
      return typedFigure("load", next > 0 && of.load && isBodyweight(of.load.exercise) ? `+${next}` : String(next), of);
    }
  }
}

/** What is typed into the cell for a figure that was typed into its field. */
export function typedFigure(
  figure: SetFigure,
  typed: string,
  { set, load, unit }: FieldOf & { readonly unit: WeightUnit },
): string {
  const text = typed.trim().replace("−", "-");
  const { amount } = firstOf(set.segments);
  switch (figure) {
    case "reps":
      return text;
    case "seconds": {
      const seconds = /^\d+(\.\d+)?$/.test(text) ? `${text}s` : text;
      return amount.kind === "hold" ? `hold ${seconds} ${amount.position}` : seconds;
    }
    case "reserve":
      return text === "" ? "rir-" : `rir${text}`;
    case "load": {
      const isBody = load !== undefined && isBodyweight(load.exercise);
      if (text === "") return "@-";
      if (isBody && /^[+-]?0*$|^body$/i.test(text)) return "@BW";
      if (!/^[+-]?\d+(\.\d+)?$/.test(text)) return text.startsWith("@") ? text : `@${text}`;
      return isBody ? `@BW${/^[+-]/.test(text) ? "" : "+"}${text}${unit}` : `@${text}${unit}`;
    }
  }
}
