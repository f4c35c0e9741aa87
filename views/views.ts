/** The shapes that use cases answer with; shared by server and screens. */

import type { StudioExercises } from "../contract/catalogue";
import type { ShownContent } from "../contract/shown";
import type {
  Balance,
  Clearance,
  ClientLimit,
  Coverage,
  EditConflict,
  Exposure,
  ExposurePurpose,
  FeltSets,
  FloorEvent,
  FloorLoad,
  Goal,
  GymEquipment,
  HardDay,
  HardTechnique,
  LiftStrength,
  Method,
  MethodId,
  Muscle,
  MuscleLoads,
  MusclePriority,
  Need,
  PlanDocument,
  PlanTemplate,
  ReadinessQuestionId,
  ReadinessState,
  ReadinessStatement,
  Region,
  ReserveConstants,
  RestsByRound,
  SessionDocument,
  SessionState,
  SessionSummary,
  Settings,
  StrengthMark,
  TrainingAge,
  UnreadLine,
  Weight,
} from "../core";
import type { BlockInWords, EmailProblem } from "./session-email";

/**
 * How far a session has come: planned (nobody has opened it), opened (at the desk), sent, seen by the client, begun on the floor,
 * done; missed (its day has gone by), moved (stood here, stands elsewhere now), leftOut (by the coach, or the client is away).
 */
export type PlannedState = "planned" | "opened" | "sent" | "seen" | "begun" | "done" | "missed" | "moved" | "leftOut";

/** Where a session stands in a plan; weeks are counted from 0. */
export interface PlanPlace {
  readonly planId: string;
  readonly dayId: string;
  readonly week: number;
}

/** What a list says of a session that was done. */
export type LineSummary = Pick<
  SessionSummary,
  "minutes" | "leftOpenMinutes" | "sets" | "plannedSets" | "sessionRpe" | "checkIn" | "pain"
>;

/** A session that a client has on a day, from their plan or written for the day. */
export interface PlannedLine {
  readonly clientId: string;
  readonly date: string;
  readonly title: string;
  readonly state: PlannedState;
  /** Its row; null while nobody has opened, sent or trained it. */
  readonly sessionId: string | null;
  /** Its place in a plan; null: written for the day. */
  readonly place: PlanPlace | null;
  /** Minutes after midnight; null: any time. */
  readonly timeOfDay: number | null;
  /** Of a line in state "moved" the date that the session has now; of any other the date it was moved from; null: not moved. */
  readonly otherDate: string | null;
  readonly isAway: boolean;
  /** Whether it is a row in which nothing is written yet. */
  readonly isEmpty: boolean;
  /** Whether it came in with a log from elsewhere; left out: it did not. */
  readonly isImported?: boolean;
  readonly summary: LineSummary | null;
}

/** What another program may do here. */
export type ApiAccess = "read" | "write";

/** What other programs are told of: a session that was ended, pain that stops a lift, a client's message. */
export type HookEvent = "session.done" | "pain" | "message";

export interface WebhookLine {
  readonly id: string;
  readonly url: string;
  readonly events: readonly HookEvent[];
  /** The last that was told, the newest first. */
  readonly deliveries: readonly {
    readonly id: string;
    readonly event: HookEvent;
    readonly atMs: number;
    readonly attempts: number;
    readonly isTaken: boolean;
    /** When it is tried next; null: not any more. */
    readonly nextAtMs: number | null;
    readonly outcome: string;
  }[];
}

export interface ApiTokenLine {
  readonly id: string;
  readonly name: string;
  readonly access: ApiAccess;
  readonly expiresAtMs: number;
  readonly lastUsedAtMs: number | null;
}

/** A log that was brought in from elsewhere. */
export interface ImportLine {
  readonly id: string;
  /** Of the file. */
  readonly name: string;
  readonly by: string;
  readonly atMs: number;
  /** "open": it was begun and is not finished. */
  readonly state: "open" | "done" | "undone";
  readonly days: number;
  readonly sets: number;
  readonly clients: readonly string[];
  /** Rows that could not be read and are kept. */
  readonly unread: number;
}

export interface UnreadRow {
  /** From 1, as a spreadsheet counts. */
  readonly row: number;
  readonly cells: readonly string[];
  readonly why: string;
}

/** A session of before, as it was written. */
export interface PastSession {
  readonly id: string;
  readonly date: string;
  readonly title: string;
  readonly state: SessionState;
  readonly document: SessionDocument;
}

/** What a coach may do: the owner everything, a coach all but who else coaches, an assistant sees and runs the floor. */
export type Duty = "owner" | "coach" | "assistant";

/** Somebody who coaches here. */
export interface TeamMember {
  readonly id: string;
  readonly name: string;
  readonly duty: Duty;
}

/** A day on which a client usually trains. */
export interface TrainingDay {
  /** Monday is 0. */
  readonly weekday: number;
  /** Minutes after midnight; null: any time. */
  readonly timeOfDay: number | null;
}

export interface ClientLine {
  readonly id: string;
  readonly name: string;
  readonly trainingAge: TrainingAge;
  readonly aims: string;
  readonly limits: string;
  readonly readiness: ReadinessState;
  /** What was done and what is planned, by date. */
  readonly sessions: readonly PlannedLine[];
}

/** A client in the list of all, with what needs the coach, the gravest first. */
export interface ClientListLine extends ClientLine {
  readonly needs: readonly Need[];
  readonly groups: readonly string[];
  /** The day from which they are not coached any more; null: they are. */
  readonly archivedOn: string | null;
}

export interface ClientView extends ClientLine {
  readonly birthYear: number | null;
  readonly unit: "kg" | "lb";
  /** Where they are, if that is elsewhere than the studio. */
  readonly timeZone: string | null;
  readonly minutes: number;
  readonly notes: string;
  readonly gymId: string | null;
  readonly rounding: "nearest" | "neverHarder";
  readonly days: readonly TrainingDay[];
  /** Of the plan in force, and what waits for the next one. */
  readonly goals: readonly (Goal & { readonly isOfPlan: boolean })[];
  /** Exercises by id. */
  readonly likes: readonly string[];
  readonly dislikes: readonly string[];
  readonly groups: readonly string[];
  /** Whose client this is; null: everybody's. */
  readonly coachId: string | null;
  /** Who coaches here. */
  readonly team: readonly TeamMember[];
  readonly archivedOn: string | null;
  readonly statement: ReadinessStatement | null;
  readonly clearance: Clearance | null;
  readonly hasAccount: boolean;
  readonly bodyMass: readonly { readonly date: string; readonly weight: Weight }[];
  readonly lifts: readonly LiftLog[];
  /** What a coach added to the records of lifts, oldest first. */
  readonly marks: readonly LiftMark[];
  readonly gyms: readonly GymLine[];
  readonly settings: Settings;
  readonly exercises: StudioExercises;
  readonly limitList: readonly ClientLimit[];
  readonly priorities: Readonly<Partial<Record<Muscle, MusclePriority>>>;
  /** Who changed what of health answers and limits, the newest first; for coaches alone. */
  readonly safetyChanges: readonly {
    readonly id: string;
    readonly name: string;
    readonly words: string;
    readonly changedAtMs: number;
  }[];
  /** The last words between coach and client, the oldest first. */
  readonly messages: readonly Message[];
  readonly today: string;
}

/** What the Exercises screen reads: the catalogue, a gym, and a client to judge for. */
export interface ExercisesView {
  readonly exercises: StudioExercises;
  readonly settings: Settings;
  readonly today: string;
  readonly gyms: readonly {
    readonly id: string;
    readonly name: string;
    readonly equipment: GymEquipment;
    /** The client's own home, where nobody else is. */
    readonly isHome: boolean;
  }[];
  readonly clients: readonly { readonly id: string; readonly name: string }[];
  readonly client: {
    readonly id: string;
    readonly name: string;
    readonly trainingAge: TrainingAge;
    readonly gymId: string | null;
    readonly limits: readonly ClientLimit[];
    readonly priorities: Readonly<Partial<Record<Muscle, MusclePriority>>>;
    readonly likes: readonly string[];
    readonly dislikes: readonly string[];
    readonly pain: Readonly<Record<string, FeltSets>>;
    readonly bodyMassKg: number | null;
    readonly known: readonly KnownLift[];
    /** What the week of today covers. */
    readonly coverage: Coverage;
  } | null;
}

/** A strength that a coach added to a lift's record, as it was typed. */
export interface LiftMark {
  readonly id: string;
  readonly lineage: string;
  readonly kind: "tested" | "stated" | "training";
  readonly reps: number;
  readonly date: string;
  readonly weight: Weight;
}

/** A lift's exposures and the strengths known beside them, oldest first, and the training max in force. */
export interface LiftLog {
  readonly lineage: string;
  readonly exerciseId: string;
  readonly exposures: readonly Exposure[];
  /** In curve kg. */
  readonly strengths: readonly StrengthMark[];
  readonly trainingMaxKg: number | null;
}

/** A lift of the client in one line: what others are started from. */
export interface KnownLift {
  readonly lineage: string;
  readonly exerciseId: string;
  readonly e1rmKg: number | null;
  /** The last day it was trained on. */
  readonly lastDate: string;
}

/** All that a screen needs to compute a session: the client's record, the gym, the settings. */
export interface SessionContext {
  readonly sessionId: string;
  readonly date: string;
  readonly purpose: ExposurePurpose;
  /** Slots that ask for something else than the plan goes on with, as the session was stored. */
  readonly oneOff: readonly string[];
  /** Week of its plan, counted from 0; null outside a plan. */
  readonly planWeek: number | null;
  /** Whether nobody else is there: the client trains at home. */
  readonly alone: boolean;
  /** Of a session that is trained together with another, what is rested after each round; left out where it is not known. */
  readonly rested?: RestsByRound;
  readonly client: {
    readonly id: string;
    readonly name: string;
    readonly trainingAge: TrainingAge;
    readonly rounding: "nearest" | "neverHarder";
    readonly minutes: number;
    readonly limits: readonly ClientLimit[];
    readonly priorities: Readonly<Partial<Record<Muscle, MusclePriority>>>;
    readonly likes: readonly string[];
    readonly dislikes: readonly string[];
    readonly answeredYes: readonly ReadinessQuestionId[];
  };
  readonly exercises: StudioExercises;
  /** Mean pain of an exercise's last sets, where anything was logged. */
  readonly pain: Readonly<Record<string, FeltSets>>;
  readonly week: WeekContext;
  /** Recorded reasons for passing a block, by the caution's key. */
  readonly reasons: Readonly<Record<string, string>>;
  /** Rules of caution that a coach has switched off, for this client and for everybody, each with the reason. */
  readonly quiet: { readonly client: DisabledRules; readonly studio: DisabledRules };
  readonly readiness: ReadinessState;
  readonly bodyMassKg: number | null;
  /** The gym with what is there on the day. */
  readonly gym: { readonly id: string; readonly name: string; readonly equipment: GymEquipment };
  readonly settings: Settings;
  /** The record of the session's lifts. */
  readonly lifts: readonly LiftLog[];
  /** Every lift of the client, as far as a cold start reads it. */
  readonly known: readonly KnownLift[];
}

/** Reasons by the rule that was switched off. */
export type DisabledRules = Readonly<Record<string, string>>;

/** The week around a session, and the weeks before it. */
export interface WeekContext {
  /** What the other sessions of the week ask of each muscle, done or planned. */
  readonly others: MuscleLoads;
  /** What they cover, and how they are balanced. */
  readonly coverage: Coverage;
  readonly balance: Balance;
  /** The eight weeks before, the newest last; fewer where there is no log. */
  readonly before: readonly MuscleLoads[];
  readonly weeksTrained: number;
  /** Hard sets by day, of the other sessions within a week before and after; done, or still to be done. */
  readonly days: readonly HardDay[];
  readonly hardTechniques: readonly HardTechnique[];
}

/** What a studio may set of a method. */
export type MethodFigures = Pick<Method, "reps" | "rir" | "restSeconds">;
export type StudioMethods = Readonly<Partial<Record<MethodId, MethodFigures>>>;

export interface SessionView extends SessionContext {
  readonly methods: StudioMethods;
  /** The plan that it is a day of; null: of none. */
  readonly plan: PlannedDay | null;
  readonly title: string;
  readonly state: SessionState;
  readonly document: SessionDocument;
  /** Of a session that has begun, what was done by slot and round, in words; null: not done. */
  readonly done: Readonly<Record<string, readonly (string | null)[]>> | null;
  readonly draftText: string | null;
  readonly revision: number;
  readonly gyms: readonly GymLine[];
  /** Whose session is trained together with it; null: nobody's. */
  readonly partner: { readonly sessionId: string; readonly clientName: string } | null;
  /** What the client has of it; null: nothing was sent. */
  readonly sent: {
    readonly copyId: string;
    readonly atMs: number;
    readonly seenAtMs: number | null;
    readonly changed: number;
    readonly emailProblem: EmailProblem | null;
  } | null;
  readonly recipient: {
    /** Without one nothing goes by email: it is handed on. */
    readonly hasAccount: boolean;
    /** When the link that opens it ends; null: there is none. */
    readonly linkUntilMs: number | null;
  };
}

/** All that is kept of a client, as they take it along: open JSON, dates as dates, weights with their units. */
export interface PersonalData {
  readonly exportedOn: string;
  readonly person: Readonly<Record<string, unknown>>;
  readonly bodyMass: readonly { readonly date: string; readonly amount: string; readonly unit: string }[];
  readonly strengths: readonly Readonly<Record<string, unknown>>[];
  readonly plans: readonly Readonly<Record<string, unknown>>[];
  readonly sessions: readonly {
    readonly date: string;
    readonly title: string;
    readonly state: string;
    /** The session in shorthand, with the loads that were written. */
    readonly text: string;
    readonly log: readonly unknown[];
  }[];
  readonly messages: readonly { readonly at: string; readonly from: string; readonly text: string }[];
}

/** A session as its link shows it, to whoever holds that. */
export interface SharedSession {
  readonly studio: string;
  readonly client: string;
  readonly region: Region;
  readonly date: string;
  readonly title: string;
  /** Empty: none. */
  readonly warmUp: string;
  readonly blocks: readonly BlockInWords[];
}

/** The day of a plan that a session is. */
export interface PlannedDay {
  readonly id: string;
  readonly name: string;
  readonly phase: string;
  /** The session as the plan goes on with it, without what was changed for its week alone; null: its day is gone. */
  readonly lasting: SessionDocument | null;
}

export interface GymLine {
  readonly id: string;
  readonly name: string;
  readonly isDefault: boolean;
  /** Whose home it is; null: the studio's. */
  readonly clientId: string | null;
  readonly clientName: string | null;
}

export interface GymView extends GymLine {
  readonly equipment: GymEquipment;
  readonly today: string;
  readonly gyms: readonly GymLine[];
  readonly clients: readonly { readonly id: string; readonly name: string }[];
}

/** What the floor knows of its client beside the session: what matters to them, how they recover, and how strong they are by lift. */
export interface FloorClient {
  readonly priorities: SessionContext["client"]["priorities"];
  readonly constants: ReserveConstants;
  /** By lineage. */
  readonly strengths: Readonly<Record<string, Pick<LiftStrength, "e1rmKg" | "curve">>>;
}

/** An exercise that may stand in for one of the session, with its load carried over. */
export interface StandIn {
  readonly exerciseId: string;
  /** How far from the exercise that it stands in for; not in what a device has kept from before. */
  readonly distance?: number;
  /** Null: it is found on the floor. */
  readonly load: FloorLoad | null;
  readonly words: string;
}

export interface FloorView {
  readonly sessionId: string;
  /** Whose device this is now: who asked. */
  readonly memberId: string;
  readonly role: "coach" | "client";
  /** Lines of the session's text that do not read: they are trained as lifts known by their name. */
  readonly unread?: readonly UnreadLine[];
  readonly clientName: string;
  /** Whose session is trained together with it; for a coach, who may open both. */
  readonly partner?: { readonly sessionId: string; readonly clientName: string } | null;
  /** Left out by older builds. */
  readonly client?: FloorClient;
  /** By slot, the nearest first; left out by older builds. */
  readonly standIns?: Readonly<Record<string, readonly StandIn[]>>;
  /** What was written about the session between coach and client; left out by older builds. */
  readonly messages?: readonly Message[];
  /** The client's limits in force, which may leave out a part of an exercise; left out by older builds. */
  readonly limits?: readonly ClientLimit[];
  /** Of a client who trains alone, by slot, what to see to where a set may fail; left out by older builds. */
  readonly alone?: Readonly<Record<string, string>>;
  readonly shownHash: string;
  readonly shown: ShownContent;
  readonly events: readonly FloorEvent[];
}

/** What a client sees of themselves. */
export interface MeView extends ClientView {
  /** The next session that they were sent, as it was sent; null: none waits. */
  readonly next: {
    readonly sessionId: string;
    readonly blocks: readonly BlockInWords[];
    /** What is another than in the copy that they saw last; empty: nothing, or they saw none. */
    readonly changes: readonly string[];
  } | null;
}

/** A short word between a client and their coaches. */
export interface Message {
  readonly id: string;
  /** What it is about; null: nothing in particular. */
  readonly sessionId: string | null;
  readonly writtenBy: "coach" | "client";
  /** Of who wrote it. */
  readonly name: string;
  readonly text: string;
  readonly sentAtMs: number;
  /** When the other side saw it first; null: not yet. */
  readonly seenAtMs: number | null;
}

/** A line of the outbox: what a client was sent, and whether they have looked. */
export interface SentLine {
  readonly copyId: string;
  readonly sessionId: string;
  readonly clientName: string;
  readonly title: string;
  readonly date: string;
  readonly sentAtMs: number;
  readonly seenAtMs: number | null;
  /** Without one nothing can be delivered: the email waits to be handed on. */
  readonly emailProblem: EmailProblem | null;
  readonly hasAccount: boolean;
}

/** Somebody who was invited and has not come yet. */
export interface Invitation {
  readonly id: string;
  readonly role: "coach" | "client";
  readonly duty: Duty;
  readonly clientId: string | null;
  readonly email: string;
  readonly name: string;
  readonly expiresMs: number;
}

/** Where an account is signed in. */
export interface Device {
  readonly id: string;
  readonly words: string;
  readonly lastMs: number;
  readonly isThis: boolean;
}

/** A session of a list, with whose it is. */
export interface FoundSession extends Pick<PlannedLine, "sessionId" | "place"> {
  readonly clientName: string;
  readonly title: string;
  readonly date: string;
  readonly state: SessionState;
}

export interface ReviewView {
  readonly context: SessionContext;
  /** The day of a plan that it was, for a coach to go on from; null: of none, or not the coach's page. */
  readonly planned: PlanPlace | null;
  readonly title: string;
  readonly state: SessionState;
  /** Every document that was on a screen, by hash; the events say which. */
  readonly shown: Readonly<Record<string, ShownContent>>;
  readonly events: readonly FloorEvent[];
  /** What was written about it between coach and client. */
  readonly messages: readonly Message[];
}

/** What saving changes came to: the revision, and where others' changes were in it, the document and what was not taken. */
export interface SavedSession {
  readonly revision: number;
  readonly merged: {
    readonly document: SessionDocument;
    readonly conflicts: readonly EditConflict[];
    /** Who the others are, by name. */
    readonly by: readonly string[];
    /** The blocks that they changed. */
    readonly blocks: readonly string[];
    /** The text as it stands now, where some of it does not read. */
    readonly draftText: string | null;
    /** Lines that others typed meanwhile and that do not read yet: they stand in the text too. */
    readonly unread: readonly string[];
  } | null;
}

export interface PlanView {
  readonly id: string;
  readonly clientId: string;
  readonly revision: number;
  readonly plan: PlanDocument;
  /** The sessions that are rows already: opened, sent or performed. */
  readonly sessions: readonly {
    readonly id: string;
    readonly dayId: string;
    readonly week: number;
    readonly state: SessionState;
    readonly wasSent: boolean;
  }[];
}

export type TemplateKind = "session" | "block" | "plan";

/** What was kept to start others from: a session, blocks of one, or a plan. */
export type TemplateLine = { readonly id: string; readonly name: string } & (
  | { readonly kind: "session" | "block"; readonly document: SessionDocument }
  | { readonly kind: "plan"; readonly plan: PlanTemplate }
);

export interface ClientName {
  readonly id: string;
  readonly name: string;
}

export interface Viewer {
  readonly memberId: string;
  readonly role: "coach" | "client";
  /** Of a coach. */
  readonly duty: Duty;
  readonly name: string;
  readonly studioName: string;
  readonly region: Region;
}
