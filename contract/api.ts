/**
 * Everything a person can ask of the server: for each use case what it takes, checked at the edge, and what it answers.
 * Server, pages and devices are typed from this one table; a use case that is missing anywhere does not compile.
 */
import {
  daysBetween,
  E1RM_FORMULAS,
  type FloorLoad,
  keysOf,
  METHODS,
  MUSCLES,
  PATTERNS,
  PLAN_LIMITS,
  READINESS_QUESTIONS,
  REGION_IDS,
  type SessionDocument,
  USUAL_KIT,
} from "../core";
import type { CarriedWeek } from "../views/carry-on";
import type { ChangedPrescription } from "../views/gym";
import type { Prescription } from "../views/prescription";
import type { SessionEmail } from "../views/session-email";
import type { TodayView } from "../views/today";
import type {
  ApiTokenLine,
  ClientListLine,
  ClientName,
  ClientView,
  Device,
  ExercisesView,
  FloorView,
  FoundSession,
  GymView,
  ImportLine,
  Invitation,
  LiftLog,
  Message,
  MeView,
  PastSession,
  PersonalData,
  PlannedLine,
  PlanView,
  ReviewView,
  SavedSession,
  SentLine,
  SessionView,
  TeamMember,
  TemplateLine,
  UnreadRow,
  Viewer,
  WebhookLine,
} from "../views/views";
import type { WeeksView } from "../views/weeks-context";
import type { StudioExercises } from "./catalogue";
import { documentSchema, editSchema, weightSchema } from "./document";
import { equipmentSchema } from "./equipment";
import { MESSAGE_LENGTH, MOST_EVENTS } from "./limits";
import { ownExerciseSchema } from "./own-exercise";
import { goalSchema, planEditSchema, planStart } from "./plan";
import { REGION_SCHEMA } from "./region";
import {
  anything,
  booleanValue,
  boundedText,
  checked,
  discriminatedUnion,
  identifier,
  integer,
  isoDate,
  listOf,
  matching,
  maybe,
  nameOrNothing,
  nameText,
  nonEmptyString,
  nullable,
  oneOfTexts,
  type Schema,
  spanOf,
  strictObject,
  type TypeOf,
  unchecked,
  uuid,
} from "./schema";
import { loggedDaySchema, MOST_DAYS_AT_ONCE, MOST_ROWS_AT_ONCE, unreadRowSchema } from "./set-log";

const nothing = strictObject({});
const figure = integer(0, 600);
/** Nobody is born after today, or trains at a hundred and twenty. */
const birthYear = checked(
  integer(1900, 2200),
  "is no year that somebody was born in",
  (year) => year <= new Date().getFullYear(),
);

const limit = checked(
  strictObject({
    id: identifier(),
    what: discriminatedUnion({
      joint: { joint: oneOfTexts("neck", "shoulder", "elbow", "wrist", "lowerBack", "hip", "knee") },
      region: { region: oneOfTexts(...REGION_IDS) },
      pattern: { pattern: oneOfTexts(...PATTERNS) },
      exercise: { exerciseId: identifier(), name: nonEmptyString(120) },
    }),
    how: oneOfTexts("avoid", "part"),
    range: boundedText(200),
    side: oneOfTexts("left", "right", "both"),
    from: isoDate(),
    until: nullable(isoDate()),
    clearedBy: nullable(boundedText(300)),
  }),
  "ends before it begins",
  ({ from, until }) => until === null || from <= until,
);

const limits = listOf(limit, 30);
const priorities = listOf(
  strictObject({ muscle: oneOfTexts(...MUSCLES), priority: oneOfTexts("build", "normal", "hold") }),
  30,
);
const statementAnswers = listOf(oneOfTexts(...READINESS_QUESTIONS.map((question) => question.id)), 20);
const statement = strictObject({ date: isoDate(), yes: statementAnswers });
const methods = listOf(
  strictObject({
    id: oneOfTexts(...METHODS.map((method) => method.id)),
    reps: spanOf(figure),
    rir: spanOf(figure),
    restSeconds: spanOf(figure),
  }),
  METHODS.length,
);
const gym = strictObject({ name: nameText(120), equipment: equipmentSchema });
/** What is known of a client, new or not. */
const known = {
  name: nameText(120),
  birthYear: nullable(birthYear),
  trainingAge: oneOfTexts("novice", "intermediate", "advanced"),
  minutes: integer(10, 240),
  aims: boundedText(2000),
  limits: boundedText(2000),
};
const description = strictObject({ ...known, notes: boundedText(2000) });
const exerciseIds = listOf(identifier(), 100);
/** How a client trains: where, when, in what unit, what for and with what they like. */
const habits = strictObject({
  gymId: nullable(uuid()),
  rounding: oneOfTexts("nearest", "neverHarder"),
  unit: oneOfTexts("kg", "lb"),
  days: listOf(strictObject({ weekday: integer(0, 6), timeOfDay: nullable(integer(0, 1439)) }), 7),
  goals: listOf(goalSchema, PLAN_LIMITS.goals),
  likes: exerciseIds,
  dislikes: exerciseIds,
  groups: listOf(nameText(60), 20),
  coachId: nullable(uuid()),
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
  "account.changePassword": strictObject({ current: nonEmptyString(200), wanted: nonEmptyString(200) }),
  /** One other device, or null: all others. */
  "account.endDevices": strictObject({ device: nullable(identifier()) }),
  "studio.changeRegion": REGION_SCHEMA,
  "studio.changeSettings": strictObject({
    e1rmFormula: oneOfTexts(...keysOf(E1RM_FORMULAS)),
  }),
  "studio.changeMethods": strictObject(change(methods)),
  "gyms.show": strictObject({ gymId: nullable(uuid()) }),
  /** What the sessions of this week and the next ask of a gym. */
  "gyms.coming": strictObject({ gymId: uuid() }),
  "gyms.try": strictObject({ gymId: uuid(), equipment: equipmentSchema }),
  "gyms.save": strictObject({ gymId: uuid(), ...change(gym) }),
  /** Empty, with what another has, or with the usual things of a home. */
  "gyms.create": strictObject({
    name: nameText(120),
    clientId: nullable(uuid()),
    copyOf: nullable(uuid()),
    things: maybe(listOf(oneOfTexts(...keysOf(USUAL_KIT)), 60)),
  }),
  "gyms.makeDefault": strictObject({ gymId: uuid() }),
  "gyms.remove": strictObject({ gymId: uuid() }),
  "lifts.read": strictObject({ clientId: uuid(), until: isoDate(), lineages: listOf(nonEmptyString(300), 60) }),
  "lifts.mark": strictObject({
    clientId: uuid(),
    lineage: nonEmptyString(300),
    exerciseId: identifier(),
    kind: oneOfTexts("tested", "stated", "training"),
    reps: integer(1, 20),
    date: isoDate(),
    weight: weightSchema,
  }),
  "lifts.unmark": strictObject({ clientId: uuid(), markId: uuid() }),
  "lifts.name": strictObject({ exerciseId: identifier(), is: identifier() }),
  "clients.names": nothing,
  /** A page of the list, of those with a part of their name, of a group; `after` is the name and id of the last that was listed. */
  "clients.list": strictObject({
    after: nullable(strictObject({ name: boundedText(120), id: uuid() })),
    search: boundedText(120),
    group: nullable(nonEmptyString(60)),
    coachId: nullable(uuid()),
    archived: booleanValue(),
  }),
  "clients.show": strictObject({ clientId: uuid() }),
  "me.show": nothing,
  "clients.create": strictObject({ ...known, bodyMass: nullable(weightSchema) }),
  /** Who somebody is and what they train for. */
  "clients.describe": strictObject({ clientId: uuid(), ...change(description) }),
  "clients.change": strictObject({ clientId: uuid(), ...change(habits) }),
  "clients.archive": strictObject({ clientId: uuid(), archived: booleanValue() }),
  "clients.setLimits": strictObject({ clientId: uuid(), ...change(limits) }),
  "clients.setPriorities": strictObject({ clientId: uuid(), ...change(priorities) }),
  "clients.weigh": strictObject({ clientId: uuid(), date: isoDate(), bodyMass: weightSchema }),
  /** The statement that was on the screen goes along: nobody overwrites, or clears, what they have not read. */
  "clients.stateReadiness": strictObject({ clientId: uuid(), seen: nullable(statement), yes: statementAnswers }),
  "clients.recordClearance": strictObject({ clientId: uuid(), seen: statement, by: nonEmptyString(300) }),
  /** A client of the studio, or without one a coach. */
  "invitations.create": strictObject({
    clientId: nullable(uuid()),
    email: nonEmptyString(200),
    name: nameOrNothing(120),
    /** Of a coach; left out: a coach. */
    duty: maybe(oneOfTexts("coach", "assistant")),
  }),
  /** What somebody who coaches here may do; and that they do not coach here any more. */
  "team.setDuty": strictObject({ memberId: uuid(), duty: oneOfTexts("owner", "coach", "assistant") }),
  "team.remove": strictObject({ memberId: uuid() }),
  /** One's own place in the studio, and one's account. */
  "team.leave": strictObject({ password: nonEmptyString(200) }),
  /** Everything of the studio, with everybody's account; its name is typed so that nobody closes it by accident. */
  "studio.close": strictObject({ name: nonEmptyString(120), password: nonEmptyString(200) }),
  "invitations.withdraw": strictObject({ invitationId: uuid() }),
  "clients.setUnit": strictObject({ clientId: uuid(), unit: oneOfTexts("kg", "lb") }),
  "clients.erase": strictObject({ clientId: uuid() }),
  /** All that is kept of the client who asks. */
  "me.export": nothing,
  /** Where the client's own device is. */
  "me.setTimeZone": strictObject({ timeZone: nonEmptyString(60) }),
  /** Empty, or from a template with loads of the client's own. */
  "sessions.create": strictObject({ clientId: uuid(), title: nameOrNothing(200), templateId: maybe(nullable(uuid())) }),
  /** Switches a rule of caution off for a client, or for everybody (null), with the reason; without one it is on again. */
  "cautions.quiet": strictObject({ rule: nonEmptyString(80), clientId: nullable(uuid()), reason: boundedText(300) }),
  /** Sessions by title or client, those nearest to today first. */
  "sessions.find": strictObject({ search: boundedText(120) }),
  /** The session that was done last. */
  "sessions.latest": nothing,
  /** What is planned between two days for a client, or for everybody, a page of clients at a time. */
  "planned.list": checked(
    strictObject({
      from: isoDate(),
      to: isoDate(),
      clientId: nullable(uuid()),
      after: nullable(strictObject({ name: boundedText(120), id: uuid() })),
    }),
    "goes over 62 days at most, from the first to the last",
    ({ from, to }) => from <= to && daysBetween(from, to) <= 62,
  ),
  "today.show": nothing,
  /** The id is the device's: what is sent twice is kept once. `need` is the rule and the key of what was decided. */
  "today.decide": strictObject({
    id: uuid(),
    clientId: uuid(),
    need: nonEmptyString(300),
    what: oneOfTexts("done", "later", "dismissed"),
    until: nullable(isoDate()),
    reason: boundedText(500),
    words: nonEmptyString(500),
    change: nullable(
      discriminatedUnion({
        leaveOut: { exerciseId: identifier(), name: nonEmptyString(120), until: isoDate() },
        extendLimit: { limitId: identifier(), until: isoDate() },
        missed: {
          place: strictObject({ planId: uuid(), dayId: identifier(), week: integer(0, PLAN_LIMITS.weeks - 1) }),
          way: oneOfTexts("move", "merge", "drop"),
          to: nullable(isoDate()),
        },
        move: { sessionId: uuid(), seen: isoDate(), wanted: isoDate() },
      }),
    ),
  }),
  "today.takeBack": strictObject({ id: uuid() }),
  /** To another day, by its row or its place in a plan; the day on which it was seen goes along. */
  "planned.move": strictObject({
    sessionId: nullable(uuid()),
    place: nullable(strictObject({ planId: uuid(), dayId: identifier(), week: integer(0, PLAN_LIMITS.weeks - 1) })),
    seen: isoDate(),
    wanted: isoDate(),
  }),
  /** What waits to be trained, from today on, the next first. */
  "planned.next": nothing,
  /** The client's sessions before this one, the latest first: to start from, and to compare with. */
  "sessions.before": strictObject({ sessionId: uuid() }),
  "sessions.show": strictObject({ sessionId: uuid() }),
  /** Changes made on a revision; what others saved since is merged, or said. */
  "sessions.edit": strictObject({
    sessionId: uuid(),
    revision: integer(0, 1_000_000_000),
    edits: listOf(editSchema, 2000),
    draftText: nullable(boundedText(100_000)),
  }),
  "sessions.recordReason": strictObject({ sessionId: uuid(), key: nonEmptyString(300), reason: boundedText(500) }),
  /** To another day; the day that was on the screen goes along. */
  "sessions.move": strictObject({ sessionId: uuid(), seen: isoDate(), wanted: isoDate() }),
  "sessions.discard": strictObject({ sessionId: uuid() }),
  "sessions.send": strictObject({ sessionId: uuid() }),
  /** A link that opens the session without an account, in place of one from before; and its end. */
  "sessions.link": strictObject({ sessionId: uuid() }),
  "sessions.unlink": strictObject({ sessionId: uuid() }),
  "sessions.pair": strictObject({ sessionId: uuid(), withSessionId: uuid() }),
  "plans.show": strictObject({ clientId: uuid() }),
  "plans.create": strictObject({
    clientId: uuid(),
    name: nameText(120),
    startDate: isoDate(),
    ...planStart,
  }),
  "plans.edit": strictObject({
    planId: uuid(),
    revision: integer(0, 1_000_000_000),
    edits: listOf(planEditSchema, 400),
  }),
  "plans.openSession": strictObject({ planId: uuid(), dayId: identifier(), week: integer(0, PLAN_LIMITS.weeks - 1) }),
  /** What a session's day was changed to at the desk: for its week alone until this keeps it for the weeks after it too. */
  "plans.keepFromSession": strictObject({ sessionId: uuid() }),
  /** What was sent to clients, or to one, the newest first, a page from a place on. */
  "outbox.list": strictObject({ after: nullable(uuid()), clientId: nullable(uuid()) }),
  /** The outbox's page: what was sent, and the email that is named, or the newest. */
  "outbox.show": strictObject({ clientId: nullable(uuid()), copyId: nullable(uuid()) }),
  /** The weeks of a client, of the plan that holds today or the one named. */
  /** The coming week of a client as the rules move it on. */
  "weeks.next": strictObject({ clientId: uuid() }),
  "weeks.show": strictObject({ clientId: nullable(uuid()), planId: nullable(uuid()) }),
  /** Of one kind, by name, those whose name has the searched words in it. */
  "imports.begin": strictObject({
    id: uuid(),
    name: nonEmptyString(200),
    newClients: listOf(strictObject({ id: uuid(), name: nameText(120) }), 200),
  }),
  "imports.add": strictObject({
    importId: uuid(),
    days: listOf(loggedDaySchema, MOST_DAYS_AT_ONCE),
    unread: listOf(unreadRowSchema, MOST_ROWS_AT_ONCE),
  }),
  "imports.finish": strictObject({ importId: uuid() }),
  "imports.undo": strictObject({ importId: uuid() }),
  "imports.list": nothing,
  "imports.unread": strictObject({ importId: uuid(), after: integer(0, 100_000_000) }),
  "calendar.show": strictObject({ clientId: nullable(uuid()) }),
  "calendar.make": strictObject({ clientId: nullable(uuid()) }),
  "calendar.remove": strictObject({ clientId: nullable(uuid()) }),
  "archive.look": nothing,
  "archive.studio": strictObject({ studio: unchecked() }),
  "archive.add": strictObject({ table: nonEmptyString(40), rows: listOf(anything(), 500) }),
  "archive.finish": nothing,
  "hooks.list": nothing,
  "hooks.add": strictObject({
    url: matching(500, /^https?:\/\/[^\s/@]+(\/\S*)?$/, "is an address such as https://example.org/yarvex"),
    events: listOf(oneOfTexts("session.done", "pain", "message"), 3, 1),
  }),
  "hooks.remove": strictObject({ hookId: uuid() }),
  "tokens.list": nothing,
  "tokens.add": strictObject({ name: nameText(120), access: oneOfTexts("read", "write"), days: integer(1, 366) }),
  "tokens.remove": strictObject({ tokenId: uuid() }),
  "templates.list": strictObject({
    kind: oneOfTexts("session", "block", "plan"),
    search: boundedText(120),
    after: nullable(strictObject({ name: boundedText(120), id: uuid() })),
  }),
  "templates.keep": strictObject({
    name: nameText(120),
    of: discriminatedUnion({
      session: { document: documentSchema },
      block: { document: documentSchema },
      plan: { planId: uuid() },
      planFile: { plan: strictObject(planStart) },
    }),
  }),
  "templates.remove": strictObject({ templateId: uuid() }),
  "exercises.show": strictObject({ clientId: nullable(uuid()) }),
  "exercises.save": strictObject({ seen: nullable(ownExerciseSchema), wanted: ownExerciseSchema }),
  "exercises.hide": strictObject({ exerciseId: identifier(), hidden: booleanValue() }),
  "messages.list": strictObject({ clientId: uuid(), sessionId: nullable(uuid()) }),
  /** The id is the device's: what is sent twice is kept once. */
  "messages.write": strictObject({
    id: uuid(),
    clientId: uuid(),
    sessionId: nullable(uuid()),
    text: nonEmptyString(MESSAGE_LENGTH),
  }),
  "floor.today": nothing,
  "floor.open": strictObject({ sessionId: uuid() }),
  "floor.holds": strictObject({ sessionId: uuid() }),
  "floor.changeLift": strictObject({
    sessionId: uuid(),
    slotId: identifier(),
    exerciseId: nullable(identifier()),
  }),
  "floor.log": strictObject({ sessionId: uuid() }),
  "floor.readLift": strictObject({ sessionId: uuid(), typed: nonEmptyString(2000) }),
  /** Each event is read on its own, so that one that cannot be taken condemns no other. */
  "floor.record": strictObject({
    sessionId: uuid(),
    /** Who logged them; pages of older builds do not say. */
    memberId: maybe(uuid()),
    events: listOf(unchecked(), MOST_EVENTS, 1),
  }),
  "review.show": strictObject({ sessionId: uuid() }),
} as const;

type Nothing = Readonly<Record<string, never>>;

/** An email that was sent, as it is read in the outbox. */
interface OpenedEmail {
  readonly copyId: string;
  readonly email: SessionEmail;
  readonly to: string;
  readonly hasAccount: boolean;
  readonly sessionId: string;
  readonly clientId: string;
}

interface Outputs {
  "viewer.show": Viewer;
  "frame.show": {
    readonly viewer: Viewer;
    readonly clients: readonly ClientName[];
    readonly exercises: StudioExercises;
  };
  "account.show": {
    readonly name: string;
    readonly email: string;
    /** Whether a code of an authenticator app is asked for as well as the password. */
    readonly asksForCode: boolean;
    readonly devices: readonly Device[];
    /** Of a coach: who else is in the studio; null: a client's own account. */
    readonly team: {
      readonly coaches: readonly (TeamMember & { readonly isMe: boolean })[];
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
  "gyms.try": { readonly broken: readonly ChangedPrescription[]; readonly here: GymView["equipment"] };
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
    readonly clients: readonly ClientListLine[];
    /** Of the whole studio, by name. */
    readonly groups: readonly string[];
    readonly archivedCount: number;
    readonly team: readonly TeamMember[];
    /** Where the next page begins; null: there is none. */
    readonly next: { readonly name: string; readonly id: string } | null;
  };
  "clients.show": ClientView;
  "me.show": MeView;
  "clients.create": { readonly clientId: string };
  "clients.describe": Nothing;
  "clients.change": Nothing;
  "clients.archive": Nothing;
  "clients.setLimits": Nothing;
  "clients.setPriorities": Nothing;
  "clients.weigh": Nothing;
  "clients.stateReadiness": Nothing;
  "clients.recordClearance": Nothing;
  /** The link to hand on, where this is the only studio here; beside others the email alone has it. */
  "invitations.create": { readonly link: string | null };
  "team.setDuty": Nothing;
  "team.remove": Nothing;
  "team.leave": Nothing;
  "studio.close": Nothing;
  "invitations.withdraw": Nothing;
  "clients.setUnit": Nothing;
  "clients.erase": Nothing;
  "me.setTimeZone": Nothing;
  "me.export": PersonalData;
  "sessions.create": { readonly sessionId: string };
  "cautions.quiet": Nothing;
  "sessions.find": { readonly sessions: readonly FoundSession[] };
  "sessions.latest": { readonly sessionId: string | null };
  "planned.list": {
    readonly today: string;
    readonly clients: readonly (ClientName & { readonly sessions: readonly PlannedLine[] })[];
    readonly next: { readonly name: string; readonly id: string } | null;
  };
  "today.show": TodayView;
  /** What was said of the change; empty: nothing more. */
  "today.decide": { readonly notes: readonly string[] };
  "today.takeBack": Nothing;
  "planned.move": Nothing;
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
  "sessions.link": { readonly link: string; readonly untilMs: number };
  "sessions.unlink": Nothing;
  "sessions.pair": { readonly pairId: string };
  "outbox.list": {
    readonly emails: readonly SentLine[];
    readonly next: string | null;
  };
  "outbox.show": {
    readonly clients: readonly ClientName[];
    readonly emails: readonly SentLine[];
    readonly next: string | null;
    readonly opened: OpenedEmail | null;
  };
  "plans.show": { readonly plans: readonly PlanView[] };
  "plans.create": { readonly planId: string };
  "plans.edit": { readonly revision: number; readonly notes: readonly string[] };
  "plans.openSession": { readonly sessionId: string };
  "plans.keepFromSession": { readonly notes: readonly string[] };
  /** Null: the studio has no client yet. */
  "weeks.next": {
    /** Null: there is no plan, or nothing in it that the client does not have. */
    readonly next: { readonly planId: string; readonly week: CarriedWeek } | null;
  };
  "weeks.show": { readonly view: WeeksView | null };
  "imports.begin": Nothing;
  /** How many days came in, and how many were there already. */
  "imports.add": { readonly added: number; readonly known: number };
  "imports.finish": Nothing;
  /** What went with it beside its days: clients who came with it and have nothing else. */
  "imports.undo": { readonly days: number; readonly clients: number };
  "imports.list": { readonly imports: readonly ImportLine[] };
  /** A page of the rows that could not be read; `next`: the row to go on after, null: these are all. */
  "imports.unread": { readonly rows: readonly UnreadRow[]; readonly next: number | null };
  /** Null: there is none. */
  "calendar.show": { readonly feed: { readonly madeAtMs: number; readonly readAtMs: number | null } | null };
  /** The address that a calendar follows; it is told once, and one from before opens nothing any more. */
  "calendar.make": { readonly path: string };
  "calendar.remove": Nothing;
  /** What is there already: of an empty studio all can come in as it was, beside others it needs ids of its own. */
  "archive.look": {
    readonly isEmpty: boolean;
    readonly gyms: readonly { readonly id: string; readonly name: string }[];
    readonly ownExercises: readonly { readonly id: string; readonly name: string }[];
  };
  "archive.studio": Nothing;
  "archive.add": Nothing;
  "archive.finish": Nothing;
  "hooks.list": { readonly hooks: readonly WebhookLine[] };
  /** What is told is signed by this secret, which is shown once. */
  "hooks.add": { readonly secret: string };
  "hooks.remove": Nothing;
  "tokens.list": { readonly tokens: readonly ApiTokenLine[] };
  /** The token itself is told once. */
  "tokens.add": { readonly token: string };
  "tokens.remove": Nothing;
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
    /** Missed in the days before, or planned for the days after: what a coach may have trained today instead. */
    readonly others: readonly (PlannedLine & { readonly clientName: string })[];
  };
  "messages.list": { readonly messages: readonly Message[] };
  "messages.write": { readonly messages: readonly Message[] };
  "floor.open": FloorView;
  /** The cautions that hold the session back; `lift` is what each is about, null where it is about the whole. */
  "floor.holds": {
    readonly holds: readonly {
      readonly key: string;
      readonly words: string;
      readonly lift: {
        readonly slotId: string;
        readonly name: string;
        readonly standIns: readonly { readonly exerciseId: string; readonly name: string; readonly words: string }[];
      } | null;
    }[];
  };
  "floor.changeLift": Nothing;
  /** What was typed on the floor, with the sets that are usual for it and the loads that its lifts' records give. */
  "floor.readLift": {
    readonly document: SessionDocument;
    readonly loads: readonly { readonly slotId: string; readonly load: FloorLoad }[];
  };
  /** The log of a session that was opened before, and the document it was last shown in. */
  "floor.log": Pick<FloorView, "events" | "shownHash" | "messages">;
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
/** Which clients a list shows where nothing is looked for: all who are coached now. */
export const COACHED_CLIENTS = { search: "", group: null, coachId: null, archived: false } as const;
export const GYM_SCHEMA = gym;
export const HABITS_SCHEMA = habits;

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
  "imports.add": 900 * KB,
  "archive.add": 950 * KB,
  "archive.studio": 256 * KB,
};

export const MOST_BYTES = (name: string): number => (Object.hasOwn(BYTES, name) ? BYTES[name as ApiName]! : 32 * KB);
