/** What a client may not do, and who they are to the advice that is given. */
import type { Exercise, Pattern } from "./exercise";
import type { StressedJoint } from "./motions";
import { REGIONS, type RegionId } from "./regions";

type LimitSide = "left" | "right" | "both";

/** Something a client may not do, or only in part, from a date until one; a licensed person may have cleared it. */
export interface ClientLimit {
  readonly id: string;
  readonly what:
    | { readonly kind: "joint"; readonly joint: StressedJoint }
    | { readonly kind: "region"; readonly region: RegionId }
    | { readonly kind: "pattern"; readonly pattern: Pattern }
    /** One exercise alone, by the name it had then. */
    | { readonly kind: "exercise"; readonly exerciseId: string; readonly name: string };
  /** `avoid`: not at all. `part`: only through a part of the range, said in words. */
  readonly how: "avoid" | "part";
  readonly range: string;
  readonly side: LimitSide;
  readonly from: string;
  /** Null: until it is taken back. */
  readonly until: string | null;
  /** Who said that it may be trained again, and when; it is then only a note. */
  readonly clearedBy: string | null;
}

/** Stress from here on counts as loading a joint that is to be spared. */
const SPARED_FROM = 2;

export const limitsOn = (limits: readonly ClientLimit[], date: string): ClientLimit[] =>
  limits.filter((limit) => limit.from <= date && (limit.until === null || date <= limit.until) && !limit.clearedBy);

/** Whether an exercise does what a limit is about. */
export function limitsExercise(limit: ClientLimit, exercise: Exercise): boolean {
  switch (limit.what.kind) {
    case "joint":
      return (exercise.stress[limit.what.joint] ?? 0) >= SPARED_FROM;
    case "region":
      return (exercise.shares[limit.what.region] ?? 0) >= 0.5;
    case "pattern":
      return exercise.pattern === limit.what.pattern;
    case "exercise":
      return exercise.id === limit.what.exerciseId;
  }
}

export function limitWords(limit: ClientLimit): string {
  const { what } = limit;
  const side = limit.side === "both" ? "" : `${limit.side} `;
  const place =
    what.kind === "joint"
      ? JOINT_WORDS[what.joint]
      : what.kind === "region"
        ? REGIONS[what.region].name
        : what.kind === "pattern"
          ? `${what.pattern} pattern`
          : what.name.toLowerCase();
  return `${side}${place}${limit.how === "part" && limit.range ? `, ${limit.range}` : ""}`;
}

/** What of an exercise is left out by limits that let it be done in part, in words; empty: it is done whole. */
export const onlyInPart = (exercise: Exercise, limits: readonly ClientLimit[]): string[] =>
  limits
    .filter((limit) => limit.how === "part" && limitsExercise(limit, exercise))
    .map((limit) => `only in part: ${limitWords(limit)}`);

export const JOINT_WORDS: Readonly<Record<StressedJoint, string>> = {
  neck: "neck",
  shoulder: "shoulder",
  elbow: "elbow",
  wrist: "wrist",
  lowerBack: "lower back",
  hip: "hip",
  knee: "knee",
};

/** Mean pain 0–10, how many sets, and the share of them in which form slipped or broke. */
export interface FeltSets {
  readonly mean: number;
  readonly sets: number;
  readonly rough?: number;
}

export interface Trainee {
  readonly trainingAge: string;
  /** In force on the day. */
  readonly limits: readonly ClientLimit[];
  /** What the client felt in an exercise's last sets. */
  readonly pain: ReadonlyMap<string, FeltSets>;
  /** Exercises that the client likes to do, by id. */
  readonly likes: ReadonlySet<string>;
  /** Exercises the client does not want. */
  readonly dislikes: ReadonlySet<string>;
  /** Whether nobody is there: what is unsafe to fail alone is kept from failure. */
  readonly alone: boolean;
}

export const UNRESTRICTED: Trainee = {
  trainingAge: "intermediate",
  limits: [],
  pain: new Map(),
  likes: new Set(),
  dislikes: new Set(),
  alone: false,
};
