/**
 * Everything a person can ask of the server: for each use case what it takes, checked at the edge, and what it answers.
 * Server, pages and devices are typed from this one table; a use case that is missing anywhere does not compile.
 */
import {
  daysBetween,
  E1RM_FORMULAS,
  METHODS,
  MUSCLES,
  PATTERNS,
  PLAN_LIMITS,
  READINESS_QUESTIONS,
  REGION_IDS,
} from "../core";
import type { StudioExercises } from "./catalogue";
import { documentSchema, editSchema, weightSchema } from "./document";
import { equipmentSchema } from "./equipment";
import type { Broken } from "./gym";
import type { Letter } from "./letter";
import { MOST_EVENTS } from "./limits";
import { ownExerciseSchema } from "./own-exercise";
import { planEditSchema, planStart } from "./plan";
import type { Prescription } from "./prescription";
import { REGION_SCHEMA } from "./region";
import {
  checked,
  exact,
  identifier,
  isoDate,
  kinds,
  listOf,
  maybe,
  oneOf,
  orNull,
  type Schema,
  said,
  spanOf,
  type TypeOf,
  unread,
  uuid,
  whole,
  words,
  yesNo,
} from "./schema";
import type {
  ClientLine,
  ClientName,
  ClientView,
  Device,
  ExercisesView,
  FloorView,
  FoundSession,
  GymView,
  Invitation,
  LiftLog,
  PastSession,
  PlannedLine,
  PlanView,
  ReviewView,
  SavedSession,
  SentLine,
  SessionView,
  TemplateLine,
  Viewer,
} from "./views";
import type { WeeksView } from "./weeks";

const nothing = exact({});
const figure = whole(0, 600);
/** Nobody is born after today, or trains at a hundred and twenty. */
const birthYear = checked(
  whole(1900, 2200),
  "is no year that somebody was born in",
  (year) => year <= new Date().getFullYear(),
);

const limit = checked(
  exact({
    id: identifier(),
    what: kinds({
      joint: { joint: oneOf("neck", "shoulder", "elbow", "wrist", "lowerBack", "hip", "knee") },
      region: { region: oneOf(...REGION_IDS) },
      pattern: { pattern: oneOf(...PATTERNS) },
    }),
    how: oneOf("avoid", "part"),
    range: words(200),
    side: oneOf("left", "right", "both"),
    from: isoDate(),
    until: orNull(isoDate()),
    clearedBy: orNull(words(300)),
  }),
  "ends before it begins",
  ({ from, until }) => until === null || from <= until,
);

const limits = listOf(limit, 30);
const priorities = listOf(exact({ muscle: oneOf(...MUSCLES), priority: oneOf("build", "normal", "hold") }), 30);
const statementAnswers = listOf(oneOf(...READINESS_QUESTIONS.map((question) => question.id)), 20);
const statement = exact({ date: isoDate(), yes: statementAnswers });
const methods = listOf(
  exact({
    id: oneOf(...METHODS.map((method) => method.id)),
    reps: spanOf(figure),
    rir: spanOf(figure),
    restSeconds: spanOf(figure),
  }),
  METHODS.length,
);
const gym = exact({ name: said(120), equipment: equipmentSchema });
const habits = exact({
  gymId: orNull(uuid()),
  rounding: oneOf("nearest", "neverHarder"),
  unit: oneOf("kg", "lb"),
});

/**
 * What two people may change at once is sent as it was seen and as it is wanted: by field and by entry, the server joins what
 * was changed with what others changed since, or says what clashes.
 */
const change = <T>(schema: Schema<T>) => ({ seen: schema, wanted: schema });

export const INPUTS = {
  "viewer.show": nothing,
  /** What stands around every page of a coach. */
  "frame.show": nothing,
  "account.show": nothing,
  "account.changePassword": exact({ current: said(200), wanted: said(200) }),
  /** One other device, or null: all others. */
  "account.endDevices": exact({ device: orNull(identifier()) }),
  "studio.changeRegion": REGION_SCHEMA,
  "studio.changeSettings": exact({
    e1rmFormula: oneOf(...(Object.keys(E1RM_FORMULAS) as (keyof typeof E1RM_FORMULAS)[])),
  }),
  "studio.changeMethods": exact(change(methods)),
  "gyms.show": exact({ gymId: orNull(uuid()) }),
  /** What the sessions of this week and the next ask of a gym. */
  "gyms.coming": exact({ gymId: uuid() }),
  "gyms.try": exact({ gymId: uuid(), equipment: equipmentSchema }),
  "gyms.save": exact({ gymId: uuid(), ...change(gym) }),
  "gyms.create": exact({ name: said(120), clientId: orNull(uuid()), copyOf: orNull(uuid()) }),
  "gyms.makeDefault": exact({ gymId: uuid() }),
  "gyms.remove": exact({ gymId: uuid() }),
  "lifts.read": exact({ clientId: uuid(), until: isoDate(), lineages: listOf(said(300), 60) }),
  "lifts.mark": exact({
    clientId: uuid(),
    lineage: said(300),
    exerciseId: identifier(),
    kind: oneOf("tested", "training"),
    date: isoDate(),
    weight: weightSchema,
  }),
  "lifts.unmark": exact({ clientId: uuid(), markId: uuid() }),
  "lifts.name": exact({ exerciseId: identifier(), is: identifier() }),
  "clients.names": nothing,
  /** A page of the rack; `after` is the name and id of the last client that was listed. */
  "clients.list": exact({ after: orNull(exact({ name: words(120), id: uuid() })) }),
  "clients.show": exact({ clientId: uuid() }),
  "me.show": nothing,
  "clients.create": exact({
    name: said(120),
    birthYear: orNull(birthYear),
    trainingAge: oneOf("novice", "intermediate", "advanced"),
    minutes: whole(10, 240),
    aims: words(2000),
    limits: words(2000),
    bodyMass: orNull(weightSchema),
  }),
  "clients.change": exact({ clientId: uuid(), ...change(habits) }),
  "clients.setLimits": exact({ clientId: uuid(), ...change(limits) }),
  "clients.setPriorities": exact({ clientId: uuid(), ...change(priorities) }),
  "clients.weigh": exact({ clientId: uuid(), date: isoDate(), bodyMass: weightSchema }),
  /** The statement that was on the screen goes along: nobody overwrites, or clears, what they have not read. */
  "clients.stateReadiness": exact({ clientId: uuid(), seen: orNull(statement), yes: statementAnswers }),
  "clients.recordClearance": exact({ clientId: uuid(), seen: statement, by: said(300) }),
  /** A client of the studio, or without one a coach. */
  "invitations.create": exact({ clientId: orNull(uuid()), email: said(200), name: words(120) }),
  "invitations.withdraw": exact({ invitationId: uuid() }),
  "clients.erase": exact({ clientId: uuid() }),
  "sessions.create": exact({ clientId: uuid(), title: words(200) }),
  /** Switches a rule of caution off for a client, or for everybody (null), with the reason; without one it is on again. */
  "cautions.quiet": exact({ rule: said(80), clientId: orNull(uuid()), reason: words(300) }),
  /** Sessions by title or client, those nearest to today first. */
  "sessions.find": exact({ search: words(120) }),
  /** The session that was done last. */
  "sessions.latest": nothing,
  /** What is planned between two days for a client, or for everybody, a page of clients at a time. */
  "planned.list": checked(
    exact({
      from: isoDate(),
      to: isoDate(),
      clientId: orNull(uuid()),
      after: orNull(exact({ name: words(120), id: uuid() })),
    }),
    "goes over 62 days at most, from the first to the last",
    ({ from, to }) => from <= to && daysBetween(from, to) <= 62,
  ),
  /** What waits to be trained, from today on, the next first. */
  "planned.next": nothing,
  /** The client's sessions before this one, the latest first: to start from, and to compare with. */
  "sessions.before": exact({ sessionId: uuid() }),
  "sessions.show": exact({ sessionId: uuid() }),
  /** Changes made on a revision; what others saved since is merged, or said. */
  "sessions.edit": exact({
    sessionId: uuid(),
    revision: whole(0, 1_000_000_000),
    edits: listOf(editSchema, 2000),
    draftText: orNull(words(100_000)),
  }),
  "sessions.recordReason": exact({ sessionId: uuid(), key: said(300), reason: words(500) }),
  /** To another day; the day that was on the screen goes along. */
  "sessions.move": exact({ sessionId: uuid(), seen: isoDate(), wanted: isoDate() }),
  "sessions.discard": exact({ sessionId: uuid() }),
  "sessions.send": exact({ sessionId: uuid() }),
  "sessions.pair": exact({ sessionId: uuid(), withSessionId: uuid() }),
  "plans.show": exact({ clientId: uuid() }),
  "plans.create": exact({
    clientId: uuid(),
    name: said(120),
    startDate: isoDate(),
    ...planStart,
  }),
  "plans.edit": exact({ planId: uuid(), revision: whole(0, 1_000_000_000), edits: listOf(planEditSchema, 400) }),
  "plans.openSession": exact({ planId: uuid(), dayId: identifier(), week: whole(0, PLAN_LIMITS.weeks - 1) }),
  /** What a session's day was changed to at the desk: for its week alone until this keeps it for the weeks after it too. */
  "plans.keepFromSession": exact({ sessionId: uuid() }),
  /** What was sent to clients, or to one, the newest first, a page from a place on. */
  "outbox.list": exact({ after: orNull(uuid()), clientId: orNull(uuid()) }),
  /** The outbox's page: what was sent, and the letter that is named, or the newest. */
  "outbox.show": exact({ clientId: orNull(uuid()), copyId: orNull(uuid()) }),
  /** The weeks of a client, of the plan that holds today or the one named. */
  "weeks.show": exact({ clientId: orNull(uuid()), planId: orNull(uuid()) }),
  /** Of one kind, by name, those whose name has the searched words in it. */
  "templates.list": exact({
    kind: oneOf("session", "block", "plan"),
    search: words(120),
    after: orNull(exact({ name: words(120), id: uuid() })),
  }),
  "templates.keep": exact({
    name: said(120),
    of: kinds({ session: { document: documentSchema }, block: { document: documentSchema }, plan: { planId: uuid() } }),
  }),
  "templates.remove": exact({ templateId: uuid() }),
  "exercises.show": exact({ clientId: orNull(uuid()) }),
  "exercises.save": exact({ seen: orNull(ownExerciseSchema), wanted: ownExerciseSchema }),
  "exercises.hide": exact({ exerciseId: identifier(), hidden: yesNo() }),
  "floor.today": nothing,
  "floor.open": exact({ sessionId: uuid() }),
  /** Each event is read on its own, so that one that cannot be taken condemns no other. */
  "floor.record": exact({
    sessionId: uuid(),
    /** Who logged them; pages of older builds do not say. */
    memberId: maybe(uuid()),
    events: listOf(unread(), MOST_EVENTS, 1),
  }),
  "review.show": exact({ sessionId: uuid() }),
} as const;

type Nothing = Readonly<Record<string, never>>;

/** A letter that was sent, as it is read in the outbox. */
export interface OpenedLetter {
  readonly copyId: string;
  readonly letter: Letter;
  readonly to: string;
  readonly hasAccount: boolean;
}

export interface Outputs {
  "viewer.show": Viewer;
  "frame.show": {
    readonly viewer: Viewer;
    readonly clients: readonly ClientName[];
    readonly exercises: StudioExercises;
  };
  "account.show": {
    readonly name: string;
    readonly email: string;
    readonly devices: readonly Device[];
    /** Of a coach: who else is in the studio; null: a client's own account. */
    readonly team: {
      readonly coaches: readonly { readonly name: string; readonly isMe: boolean }[];
      readonly open: readonly Invitation[];
    } | null;
  };
  "account.changePassword": Nothing;
  "account.endDevices": Nothing;
  "studio.changeRegion": Nothing;
  "studio.changeSettings": Nothing;
  "studio.changeMethods": Nothing;
  "gyms.show": GymView;
  "gyms.coming": { readonly prescriptions: readonly Prescription[] };
  "gyms.try": { readonly broken: readonly Broken[]; readonly here: GymView["equipment"] };
  "gyms.save": Nothing;
  "gyms.create": { readonly gymId: string };
  "gyms.makeDefault": Nothing;
  "gyms.remove": Nothing;
  "lifts.read": { readonly lifts: readonly LiftLog[] };
  "lifts.mark": Nothing;
  "lifts.unmark": Nothing;
  "lifts.name": { readonly sessions: number };
  "clients.names": { readonly clients: readonly ClientName[] };
  "clients.list": {
    readonly today: string;
    readonly clients: readonly ClientLine[];
    /** Where the next page begins; null: there is none. */
    readonly next: { readonly name: string; readonly id: string } | null;
  };
  "clients.show": ClientView;
  "me.show": ClientView;
  "clients.create": { readonly clientId: string };
  "clients.change": Nothing;
  "clients.setLimits": Nothing;
  "clients.setPriorities": Nothing;
  "clients.weigh": Nothing;
  "clients.stateReadiness": Nothing;
  "clients.recordClearance": Nothing;
  /** The link to hand on, where this is the only studio here; beside others the letter alone has it. */
  "invitations.create": { readonly link: string | null };
  "invitations.withdraw": Nothing;
  "clients.erase": Nothing;
  "sessions.create": { readonly sessionId: string };
  "cautions.quiet": Nothing;
  "sessions.find": { readonly sessions: readonly FoundSession[] };
  "sessions.latest": { readonly sessionId: string | null };
  "planned.list": {
    readonly today: string;
    readonly clients: readonly (ClientName & { readonly sessions: readonly PlannedLine[] })[];
    readonly next: { readonly name: string; readonly id: string } | null;
  };
  "planned.next": {
    readonly today: string;
    readonly sessions: readonly (PlannedLine & { readonly clientName: string })[];
  };
  "sessions.before": { readonly sessions: readonly PastSession[] };
  "sessions.show": SessionView;
  "sessions.edit": SavedSession;
  "sessions.recordReason": Nothing;
  "sessions.move": Nothing;
  "sessions.discard": { readonly clientId: string };
  "sessions.send": { readonly copyId: string };
  "sessions.pair": { readonly pairId: string };
  "outbox.list": {
    readonly letters: readonly SentLine[];
    readonly next: string | null;
  };
  "outbox.show": {
    readonly clients: readonly ClientName[];
    readonly letters: readonly SentLine[];
    readonly next: string | null;
    readonly opened: OpenedLetter | null;
  };
  "plans.show": { readonly plans: readonly PlanView[] };
  "plans.create": { readonly planId: string };
  "plans.edit": { readonly revision: number; readonly notes: readonly string[] };
  "plans.openSession": { readonly sessionId: string };
  "plans.keepFromSession": { readonly notes: readonly string[] };
  /** Null: the studio has no client yet. */
  "weeks.show": { readonly view: WeeksView | null };
  "templates.list": {
    readonly templates: readonly TemplateLine[];
    readonly next: { readonly name: string; readonly id: string } | null;
  };
  "templates.keep": { readonly templateId: string };
  "templates.remove": Nothing;
  "exercises.show": ExercisesView;
  "exercises.save": Nothing;
  "exercises.hide": Nothing;
  "floor.today": {
    readonly today: string;
    readonly sessions: readonly (PlannedLine & { readonly clientName: string })[];
  };
  "floor.open": FloorView;
  "floor.record": {
    readonly accepted: readonly string[];
    readonly refused: readonly { readonly id: string; readonly because: string }[];
  };
  "review.show": ReviewView;
}

export type ApiName = keyof typeof INPUTS & keyof Outputs;
export type Input<K extends ApiName> = TypeOf<(typeof INPUTS)[K]>;
export type Output<K extends ApiName> = Outputs[K];

/** Both halves of the table name the same use cases. */
type Same = [keyof typeof INPUTS, keyof Outputs] extends [keyof Outputs, keyof typeof INPUTS] ? true : never;
export const API_IS_WHOLE: Same = true;

export const LIMITS_SCHEMA = limits;
export const GYM_SCHEMA = gym;

const KB = 1024;

/** The most that a request may bring, by what it asks: a session, a plan, a batch of entries, a gym, or next to nothing. */
const BYTES: Partial<Record<ApiName, number>> = {
  "sessions.edit": 128 * KB,
  "plans.create": 512 * KB,
  "plans.edit": 512 * KB,
  "floor.record": 256 * KB,
  "gyms.save": 128 * KB,
  "gyms.try": 128 * KB,
  "exercises.save": 64 * KB,
};

export const MOST_BYTES = (name: string): number => (Object.hasOwn(BYTES, name) ? BYTES[name as ApiName]! : 32 * KB);
