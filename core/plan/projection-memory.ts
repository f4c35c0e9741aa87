/** What was projected of a plan before, by what it was projected from: a change costs only what hangs on it. */

import {
  type LiftRecord,
  liftRecord,
  type NextPrescription,
  type ResolveContext,
  type ResolvedLoad,
  type ResolvedSession,
  type StrengthMark,
} from "../load";
import { sameValue } from "../same";
import type { Exposure, ExposurePurpose, SessionDocument, Slot } from "../session";

/** What projecting reads beside the plan; the gym by its id (null the client's own), as it is on a date. */
export interface ProjectContext extends Omit<ResolveContext, "gym" | "calendar" | "recordOf"> {
  readonly gymOf: (gymId: string | null, date: string) => ResolveContext["gym"];
  /** The same object as long as nothing was logged. */
  readonly logOf: (lineage: string) => LiftHistory | null;
  readonly today: string;
  /** The last date that is asked for; missing: the plan's end. */
  readonly until?: string;
  /** Sessions of the plan that are not open any more: trained, or gone by. */
  readonly isClosed: (dayId: string, week: number) => boolean;
  /** A day's own session of a week, where it is not what the plan says: it was changed at the desk. */
  readonly ownOf?: (dayId: string, week: number) => SessionDocument | null;
}

export interface LiftHistory {
  readonly exposures: readonly Exposure[];
  readonly strengths: readonly StrengthMark[];
}

export interface ProjectedSession {
  readonly dayId: string;
  /** Counted from 0. */
  readonly week: number;
  readonly date: string;
  readonly purpose: ExposurePurpose;
  /** The session as the plan has it, before the progression rules of its lifts are applied. */
  readonly written: SessionDocument;
  readonly resolved: ResolvedSession;
  readonly next: ReadonlyMap<string, NextPrescription>;
  /** What is known of its lifts before it, by lineage. */
  readonly records: ReadonlyMap<string, LiftRecord>;
  readonly conflicts: readonly { readonly patchId: string; readonly message: string }[];
  /** Slots that ask for something else in this week alone: their rules go on from before it. */
  readonly oneOff: readonly string[];
  /** Away that day, in no gym. */
  readonly isAway: boolean;
}

/** A lift's log with what is assumed after it; a further day of it is the same node whenever the same day is added. */
export class LogNode {
  private found: { readonly record: LiftRecord | null } | null = null;
  private readonly further = new Map<Exposure, LogNode>();

  constructor(readonly history: LiftHistory) {}

  record(settings: ProjectContext["settings"]): LiftRecord | null {
    const { exposures, strengths } = this.history;
    if (!this.found) {
      const isEmpty = exposures.length === 0 && strengths.length === 0;
      this.found = { record: isEmpty ? null : liftRecord(exposures, settings, strengths) };
    }
    return this.found.record;
  }

  after(exposure: Exposure): LogNode {
    let node = this.further.get(exposure);
    if (!node) {
      node = new LogNode({ ...this.history, exposures: [...this.history.exposures, exposure] });
      this.further.set(exposure, node);
    }
    return node;
  }
}

type Figures = Pick<ProjectedSession, "written" | "resolved" | "next" | "records">;

interface Asked {
  readonly dayId: string;
  readonly week: number;
  readonly date: string;
  readonly purpose: ExposurePurpose;
  readonly document: SessionDocument;
  readonly oneOff: readonly string[];
  readonly gym: ResolveContext["gym"];
  readonly related: ResolveContext["related"];
  /** Training maxima of its lifts, in their order. */
  readonly maxes: string;
  readonly before: ReadonlyMap<string, LogNode>;
}

/** A session that was resolved, with what was assumed of its lifts. */
class KnownSession {
  private readonly done = new Map<string, Exposure | null>();

  constructor(
    readonly asked: Asked,
    readonly figures: Figures,
  ) {}

  answers({ date, purpose, document, oneOff, gym, related, maxes, before }: Asked): boolean {
    const { asked } = this;
    if (asked.document !== document || asked.date !== date || asked.purpose !== purpose) return false;
    if (asked.gym !== gym || asked.related !== related || asked.maxes !== maxes) return false;
    if (asked.oneOff.join() !== oneOff.join()) return false;
    return [...before].every(([lineage, node]) => asked.before.get(lineage) === node);
  }

  assumed(slotId: string, isMissed: boolean, make: (isMissed: boolean) => Exposure | null): Exposure | null {
    const key = `${slotId} ${isMissed}`;
    const known = this.done.get(key);
    if (known !== undefined) return known;
    const exposure = make(isMissed);
    this.done.set(key, exposure);
    return exposure;
  }
}

/** A lift's day that was assumed, with what it was made of. */
interface KnownDay {
  readonly slot: Slot;
  /** Of its working sets, in their order. */
  readonly loads: readonly (ResolvedLoad | undefined)[];
  readonly purpose: ExposurePurpose;
  readonly exposure: Exposure | null;
}

/** How many results are cached for one session: as it is, as it was, and for what its prescription hangs on. */
const WAYS_KEPT = 6;

/** What was projected before from the same log, so that a change costs what it touches. */
class Memory {
  private readonly beginnings = new Map<string, LogNode>();
  private readonly documents = new Map<string, SessionDocument>();
  private readonly sessions = new Map<string, KnownSession[]>();
  private readonly days = new Map<string, readonly KnownDay[]>();

  beginningOf(lineage: string, log: LiftHistory | null): LogNode {
    let node = this.beginnings.get(lineage);
    if (!node || node.history !== (log ?? NO_HISTORY)) {
      node = new LogNode(log ?? NO_HISTORY);
      this.beginnings.set(lineage, node);
    }
    return node;
  }

  /** A lift's day as it was assumed before, where it says the same: what hangs on it is known then. */
  day(
    place: string,
    { slot, loads, purpose }: Omit<KnownDay, "exposure">,
    make: () => Exposure | null,
  ): Exposure | null {
    const ways = this.days.get(place) ?? [];
    const isOf = (one: KnownDay) =>
      one.slot === slot && one.purpose === purpose && one.loads.every((load, index) => load === loads[index]);
    const known = ways.find(isOf);
    if (known) return known.exposure;
    const made = make();
    const exposure = ways.find((one) => sameValue(one.exposure, made))?.exposure ?? made;
    this.days.set(place, [{ slot, loads, purpose, exposure }, ...ways].slice(0, WAYS_KEPT));
    return exposure;
  }

  /** The document itself, or the one that was seen last in its place where that says the same. */
  sameAs(place: string, document: SessionDocument): SessionDocument {
    const before = this.documents.get(place);
    if (before && (before === document || sameValue(before, document))) return before;
    this.documents.set(place, document);
    return document;
  }

  session(asked: Asked, resolve: () => Figures): KnownSession {
    const place = `${asked.dayId} ${asked.week}`;
    const ways = this.sessions.get(place) ?? [];
    const known = ways.find((one) => one.answers(asked));
    if (known) return known;
    const session = new KnownSession(asked, resolve());
    this.sessions.set(place, [session, ...ways].slice(0, WAYS_KEPT));
    return session;
  }
}

const memories = new WeakMap<ProjectContext, Memory>();

const NO_HISTORY: LiftHistory = { exposures: [], strengths: [] };

/** Whether all that every session is resolved by is the same. */
const isAlike = (a: ProjectContext, b: ProjectContext): boolean =>
  a.catalogue === b.catalogue && a.settings === b.settings && a.bodyMassKg === b.bodyMassKg && a.policy === b.policy;

/** What was projected by one context is not worked out again by the next, as far as they read the same. */
export function carryMemory(from: ProjectContext, to: ProjectContext): void {
  const memory = memories.get(from);
  if (memory && isAlike(from, to)) memories.set(to, memory);
}

export function memoryOf(context: ProjectContext): Memory {
  let memory = memories.get(context);
  if (!memory) {
    memory = new Memory();
    memories.set(context, memory);
  }
  return memory;
}
