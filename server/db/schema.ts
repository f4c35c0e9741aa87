/**
 * Every table's key begins with the studio. Tables are not exported beyond `server/db`; row security (see the
 * migrations) is the second wall behind `inStudio`.
 */
import { sql } from "drizzle-orm";
import {
  bigint,
  bigserial,
  boolean,
  date,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";
import type { SentClocks, SentEvent, ShownContent, StoredRegion } from "../../contract";
import type {
  Clearance,
  ClientLimit,
  Edit,
  ExerciseDefinition,
  Exposure,
  ExposurePurpose,
  Goal,
  GymEquipment,
  Muscle,
  MusclePriority,
  PlanDay,
  PlanDocument,
  PlanOutline,
  PlanTemplate,
  ReadinessStatement,
  RoundingPolicy,
  SessionDocument,
  SessionState,
  SessionSummary,
  Settings,
  TrainingAge,
  WeightUnit,
} from "../../core";
import type {
  ApiAccess,
  DecisionKind,
  DecisionUndo,
  DisabledRules,
  Duty,
  EmailProblem,
  HookEvent,
  ImportLine,
  LiftSummary,
  PlannedSums,
  StudioMethods,
  TemplateKind,
  TrainingDay,
  WeekSums,
} from "../../views";

/** A plan's days without what their sessions hold but the title. */
export type StoredOutline = Omit<PlanOutline, "days"> & {
  readonly days: readonly (Omit<PlanDay, "base"> & { readonly title: string | null })[];
  readonly goals?: readonly Goal[];
};

const createdAt = timestamp("created_at", { withTimezone: true }).notNull().default(sql`now()`);

// --- accounts, in the shape the auth library reads -------------------------------------------------------------------

export const user = pgTable("user", {
  id: text("id").primaryKey(),
  name: text("name").notNull(),
  email: text("email").notNull().unique(),
  emailVerified: boolean("email_verified").notNull().default(false),
  image: text("image"),
  /** Whether a code is asked for as well as the password. */
  twoFactorEnabled: boolean("two_factor_enabled").notNull().default(false),
  createdAt: timestamp("created_at", { withTimezone: true }).notNull().default(sql`now()`),
  updatedAt: timestamp("updated_at", { withTimezone: true }).notNull().default(sql`now()`),
});

export const session = pgTable(
  "session",
  {
    id: text("id").primaryKey(),
    expiresAt: timestamp("expires_at", { withTimezone: true }).notNull(),
    token: text("token").notNull().unique(),
    createdAt: timestamp("created_at", { withTimezone: true }).notNull().default(sql`now()`),
    updatedAt: timestamp("updated_at", { withTimezone: true }).notNull().default(sql`now()`),
    ipAddress: text("ip_address"),
    userAgent: text("user_agent"),
    userId: text("user_id")
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
  },
  (t) => [index("session_user").on(t.userId)],
);

export const account = pgTable(
  "account",
  {
    id: text("id").primaryKey(),
    accountId: text("account_id").notNull(),
    providerId: text("provider_id").notNull(),
    userId: text("user_id")
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    accessToken: text("access_token"),
    refreshToken: text("refresh_token"),
    idToken: text("id_token"),
    accessTokenExpiresAt: timestamp("access_token_expires_at", { withTimezone: true }),
    refreshTokenExpiresAt: timestamp("refresh_token_expires_at", { withTimezone: true }),
    scope: text("scope"),
    password: text("password"),
    createdAt: timestamp("created_at", { withTimezone: true }).notNull().default(sql`now()`),
    updatedAt: timestamp("updated_at", { withTimezone: true }).notNull().default(sql`now()`),
  },
  (t) => [index("account_user").on(t.userId)],
);

export const verification = pgTable(
  "verification",
  {
    id: text("id").primaryKey(),
    identifier: text("identifier").notNull(),
    value: text("value").notNull(),
    expiresAt: timestamp("expires_at", { withTimezone: true }).notNull(),
    createdAt: timestamp("created_at", { withTimezone: true }).notNull().default(sql`now()`),
    updatedAt: timestamp("updated_at", { withTimezone: true }).notNull().default(sql`now()`),
  },
  (t) => [index("verification_identifier").on(t.identifier), index("verification_value").on(t.value)],
);

/** What the second step of signing in is checked by; both secrets are encrypted by the auth library. */
export const twoFactor = pgTable(
  "two_factor",
  {
    id: text("id").primaryKey(),
    userId: text("user_id")
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    secret: text("secret").notNull(),
    backupCodes: text("backup_codes").notNull(),
    /** Whether a first code confirmed it; until then sign-in asks for no code. */
    verified: boolean("verified").notNull().default(true),
    failedVerificationCount: integer("failed_verification_count").notNull().default(0),
    lockedUntil: timestamp("locked_until", { withTimezone: true }),
  },
  (t) => [uniqueIndex("two_factor_user").on(t.userId)],
);

/** One row a try; counted per account and per address. */
export const signInAttempts = pgTable(
  "sign_in_attempts",
  {
    id: bigserial("id", { mode: "number" }).primaryKey(),
    account: text("account").notNull(),
    address: text("address").notNull(),
    at: timestamp("at", { withTimezone: true }).notNull().default(sql`now()`),
  },
  (t) => [index("sign_in_attempts_account").on(t.account, t.at), index("sign_in_attempts_address").on(t.address, t.at)],
);

// --- studios and people ----------------------------------------------------------------------------------------------

export const studios = pgTable("studios", {
  id: uuid("id").primaryKey(),
  name: text("name").notNull(),
  timeZone: text("time_zone").notNull(),
  /** How dates and times are written there and what is weighed in, where it differs from the defaults. */
  region: jsonb("region").$type<StoredRegion>().notNull().default({}),
  /** What figures are computed by, where it differs from the defaults. */
  settings: jsonb("settings").$type<Partial<Settings>>().notNull().default({}),
  /** Own figures of shipped methods, by method. */
  methods: jsonb("methods").$type<StudioMethods>().notNull().default({}),
  /** Rules of caution that are switched off for everybody, with the reason. */
  quiet: jsonb("quiet").$type<DisabledRules>().notNull().default({}),
  /** Shipped and own exercises that are not offered, by id. */
  hiddenExercises: jsonb("hidden_exercises").$type<Record<string, true>>().notNull().default({}),
  /** What a lift that was known by its name alone turned out to be, by the name's id. */
  namedLifts: jsonb("named_lifts").$type<Record<string, string>>().notNull().default({}),
  isDemo: boolean("is_demo").notNull().default(false),
  createdAt,
});

export const clients = pgTable(
  "clients",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: uuid("id").notNull(),
    name: text("name").notNull(),
    birthYear: integer("birth_year"),
    trainingAge: text("training_age").$type<TrainingAge>().notNull(),
    unit: text("unit").$type<WeightUnit>().notNull().default("kg"),
    /** Where the client's own device is, if that is elsewhere than the studio: whose day it is for them. */
    timeZone: text("time_zone"),
    minutes: integer("minutes").notNull().default(60),
    aims: text("aims").notNull().default(""),
    limits: text("limits").notNull().default(""),
    notes: text("notes").notNull().default(""),
    gymId: uuid("gym_id"),
    rounding: text("rounding").$type<RoundingPolicy>().notNull().default("nearest"),
    readiness: jsonb("readiness").$type<ReadinessStatement>(),
    clearance: jsonb("clearance").$type<Clearance>(),
    limitList: jsonb("limit_list").$type<readonly ClientLimit[]>().notNull().default([]),
    priorities: jsonb("priorities").$type<Partial<Record<Muscle, MusclePriority>>>().notNull().default({}),
    /** Exercises by id. */
    likes: jsonb("likes").$type<readonly string[]>().notNull().default([]),
    dislikes: jsonb("dislikes").$type<readonly string[]>().notNull().default([]),
    /** When they usually train. */
    days: jsonb("days").$type<readonly TrainingDay[]>().notNull().default([]),
    /** What is aimed at before there is a plan; the next plan begins with them. */
    goals: jsonb("goals").$type<readonly Goal[]>().notNull().default([]),
    /** The member whose client this is; null: everybody's. */
    coachId: uuid("coach_id"),
    /** Names that several clients are found together by. */
    groups: jsonb("groups").$type<readonly string[]>().notNull().default([]),
    /** The day from which they are not coached any more; null: they are. */
    archivedOn: date("archived_on"),
    /** Rules of caution that are switched off for this client, with the reason. */
    quiet: jsonb("quiet").$type<DisabledRules>().notNull().default({}),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("clients_name").on(t.studioId, t.name, t.id),
    foreignKey({ columns: [t.studioId, t.gymId], foreignColumns: [gyms.studioId, gyms.id] }),
  ],
);

export const members = pgTable(
  "members",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: uuid("id").notNull(),
    userId: text("user_id")
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    role: text("role").$type<"coach" | "client">().notNull(),
    /** Of a coach, what they may do here. */
    duty: text("duty").$type<Duty>().notNull().default("coach"),
    clientId: uuid("client_id"),
    name: text("name").notNull(),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    uniqueIndex("members_user").on(t.userId),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Who was invited into a studio, as a coach or as one of its clients; gone once it is taken up. */
export const invitations = pgTable(
  "invitations",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: uuid("id").notNull(),
    role: text("role").$type<"coach" | "client">().notNull(),
    duty: text("duty").$type<Duty>().notNull().default("coach"),
    clientId: uuid("client_id"),
    email: text("email").notNull(),
    name: text("name").notNull(),
    /** Of the secret in the link, which is kept nowhere. */
    secretHash: text("secret_hash").notNull(),
    expiresAt: timestamp("expires_at", { withTimezone: true }).notNull(),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    uniqueIndex("invitations_secret").on(t.secretHash),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

export const bodyMasses = pgTable(
  "body_masses",
  {
    studioId: uuid("studio_id").notNull(),
    clientId: uuid("client_id").notNull(),
    date: date("date").notNull(),
    amount: text("amount").notNull(),
    unit: text("unit").$type<WeightUnit>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.clientId, t.date] }),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

export const gyms = pgTable(
  "gyms",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: uuid("id").notNull(),
    name: text("name").notNull(),
    equipment: jsonb("equipment").$type<GymEquipment>().notNull(),
    isDefault: boolean("is_default").notNull().default(false),
    /** Whose home it is; null: the studio's own. */
    clientId: uuid("client_id"),
    createdAt,
  },
  (t) => [primaryKey({ columns: [t.studioId, t.id] })],
);

/** A studio's own exercises; a hidden one keeps its meaning for what was logged. Which are hidden stands with the studio. */
export const ownExercises = pgTable(
  "own_exercises",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: text("id").notNull(),
    definition: jsonb("definition").$type<ExerciseDefinition>().notNull(),
    createdAt,
  },
  (t) => [primaryKey({ columns: [t.studioId, t.id] })],
);

/**
 * What a client is known to lift without a log of it: maxima that were tested, sets as they remember them, and training maxima
 * that a coach set. The newest training max is in force.
 */
export const liftMarks = pgTable(
  "lift_marks",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    clientId: uuid("client_id").notNull(),
    lineage: text("lineage").notNull(),
    exerciseId: text("exercise_id").notNull(),
    kind: text("kind").$type<"tested" | "stated" | "training">().notNull(),
    reps: integer("reps").notNull().default(1),
    date: date("date").notNull(),
    amount: text("amount").notNull(),
    unit: text("unit").$type<WeightUnit>().notNull(),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("lift_marks_client").on(t.studioId, t.clientId, t.date),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

// --- plans and sessions ----------------------------------------------------------------------------------------------

/** A plan is one document; its sessions become rows when they are opened, sent or performed. */
export const plans = pgTable(
  "plans",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    clientId: uuid("client_id").notNull(),
    document: jsonb("document").$type<PlanDocument>().notNull(),
    /** What calendars read of it: all but what its days' sessions hold, so that no list reads whole plans. */
    outline: jsonb("outline").$type<StoredOutline>().generatedAlwaysAs(sql`yarvex_plan_outline(document)`),
    revision: integer("revision").notNull().default(0),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("plans_client").on(t.studioId, t.clientId),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

export const sessions = pgTable(
  "sessions",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    clientId: uuid("client_id").notNull(),
    /** The plan, its day and its week, where the session is one of a plan's. */
    planId: uuid("plan_id"),
    planDayId: text("plan_day_id"),
    planWeek: integer("plan_week"),
    /** What partners' sessions share. */
    pairId: uuid("pair_id"),
    date: date("date").notNull(),
    purpose: text("purpose").$type<ExposurePurpose>().notNull().default("training"),
    /** draft → started → done */
    state: text("state").$type<SessionState>().notNull().default("draft"),
    document: jsonb("document").$type<SessionDocument>().notNull(),
    /** Title and gym stand in the document; here they can be listed and looked for. */
    title: text("title").generatedAlwaysAs(sql`document ->> 'title'`),
    gymId: uuid("gym_id").generatedAlwaysAs(sql`(document ->> 'gymId')::uuid`),
    /** Text that does not parse yet, kept as typed; null when the document says it all. */
    draftText: text("draft_text"),
    /** Recorded reasons for passing a block, by the caution's key. */
    reasons: jsonb("reasons").$type<Record<string, string>>().notNull().default({}),
    revision: integer("revision").notNull().default(0),
    /** What a draft asks for, summed for its week; null: to be summed when it is asked for. */
    planned: jsonb("planned").$type<PlannedSums>(),
    /** What was done, summed for lists. */
    summary: jsonb("summary").$type<SessionSummary>(),
    /** Of what is derived from the log; 0: nothing yet. */
    projectionVersion: integer("projection_version").notNull().default(0),
    /** The log that it was brought in with; null: it was written here. */
    importId: uuid("import_id"),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("sessions_import").on(t.studioId, t.importId).where(sql`import_id is not null`),
    index("sessions_client_date").on(t.studioId, t.clientId, t.date),
    index("sessions_state_date").on(t.studioId, t.state, t.date),
    index("sessions_gym_date").on(t.studioId, t.gymId, t.date),
    uniqueIndex("sessions_of_plan").on(t.studioId, t.planId, t.planDayId, t.planWeek),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
    foreignKey({ columns: [t.studioId, t.gymId], foreignColumns: [gyms.studioId, gyms.id] }),
  ],
);

/** Every change of a session, by the revision that it made: what two coaches' changes are merged by. */
export const sessionEdits = pgTable(
  "session_edits",
  {
    studioId: uuid("studio_id").notNull(),
    sessionId: uuid("session_id").notNull(),
    clientId: uuid("client_id").notNull(),
    revision: integer("revision").notNull(),
    memberId: uuid("member_id").notNull(),
    edits: jsonb("edits").$type<readonly Edit[]>().notNull(),
    inverse: jsonb("inverse").$type<readonly Edit[]>().notNull(),
    /** The text that stood after it, where some of it did not read: what later changes of it are told from. */
    draftText: text("draft_text"),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.sessionId, t.revision] }),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** What a client got: a frozen copy, when it was sent and when it was seen. The newest is in force. */
export const sentCopies = pgTable(
  "sent_copies",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    sessionId: uuid("session_id").notNull(),
    clientId: uuid("client_id").notNull(),
    hash: text("hash").notNull(),
    content: jsonb("content").$type<ShownContent>().notNull(),
    sentAt: timestamp("sent_at", { withTimezone: true }).notNull().default(sql`now()`),
    seenAt: timestamp("seen_at", { withTimezone: true }),
    /** Why its email did not go; null: it went, or there was nobody to send it to. */
    emailProblem: text("email_problem").$type<EmailProblem>(),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("sent_copies_session").on(t.studioId, t.sessionId, t.sentAt),
    index("sent_copies_outbox").on(t.studioId, t.sentAt, t.id),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Links that open one session, as it was sent last, for whoever holds them: for clients without an account. One a session. */
export const sessionLinks = pgTable(
  "session_links",
  {
    studioId: uuid("studio_id").notNull(),
    sessionId: uuid("session_id").notNull(),
    clientId: uuid("client_id").notNull(),
    /** Of the secret in the link, which is kept nowhere. */
    secretHash: text("secret_hash").notNull(),
    expiresAt: timestamp("expires_at", { withTimezone: true }).notNull(),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.sessionId] }),
    uniqueIndex("session_links_secret").on(t.secretHash),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Short words between a client and their coaches, about a session or in general. Ids come from the device: sent twice, kept once. */
export const messages = pgTable(
  "messages",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    clientId: uuid("client_id").notNull(),
    /** What it is about; null: nothing in particular. */
    sessionId: uuid("session_id"),
    memberId: uuid("member_id").notNull(),
    /** Who wrote it, as they were called then: a client may not read the list of coaches. */
    name: text("name").notNull(),
    /** Which side of the two wrote it. */
    writtenBy: text("written_by").$type<"coach" | "client">().notNull(),
    text: text("text").notNull(),
    sentAt: timestamp("sent_at", { withTimezone: true }).notNull().default(sql`now()`),
    /** When the other side saw it first. */
    seenAt: timestamp("seen_at", { withTimezone: true }),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("messages_client").on(t.studioId, t.clientId, t.sentAt, t.id),
    index("messages_session").on(t.studioId, t.sessionId, t.sentAt),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);

/**
 * What coaches decided of what needs them, by the need's id: done, put off or dismissed, until when that holds, and what was
 * changed by it, so that it can be taken back. Ids come from the device: sent twice, kept once.
 */
export const decisions = pgTable(
  "decisions",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    clientId: uuid("client_id").notNull(),
    need: text("need").notNull(),
    what: text("what").$type<DecisionKind>().notNull(),
    /** The day from which it is asked again; null: never. */
    until: date("until"),
    reason: text("reason").notNull().default(""),
    /** What it was, and what was done about it, as it was said then. */
    words: text("words").notNull(),
    undo: jsonb("undo").$type<DecisionUndo>(),
    memberId: uuid("member_id").notNull(),
    /** Of who decided. */
    name: text("name").notNull(),
    decidedAt: timestamp("decided_at", { withTimezone: true }).notNull().default(sql`now()`),
    takenBackAt: timestamp("taken_back_at", { withTimezone: true }),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("decisions_client").on(t.studioId, t.clientId, t.decidedAt),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Who changed what of a client's health answers, clearance, limits and cautions, in words as it was said then; added, never changed. */
export const safetyChanges = pgTable(
  "safety_changes",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    clientId: uuid("client_id").notNull(),
    memberId: uuid("member_id").notNull(),
    /** Of who changed it. */
    name: text("name").notNull(),
    words: text("words").notNull(),
    changedAt: timestamp("changed_at", { withTimezone: true }).notNull().default(sql`now()`),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("safety_changes_client").on(t.studioId, t.clientId, t.changedAt),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Calendars that are followed without signing in: a client's sessions, or those of everybody, for who coaches. */
export const calendarFeeds = pgTable(
  "calendar_feeds",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: uuid("id").notNull(),
    /** Whose sessions; null: everybody's. */
    clientId: uuid("client_id"),
    /** Who made it; a coach's own ends with them. */
    memberId: uuid("member_id").notNull(),
    secretHash: text("secret_hash").notNull(),
    /** When a calendar last asked for it. */
    readAt: timestamp("read_at", { withTimezone: true }),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    uniqueIndex("calendar_feeds_secret").on(t.secretHash),
    index("calendar_feeds_client").on(t.studioId, t.clientId),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** What lets another program in, as who made it, until it ends or is removed. */
export const apiTokens = pgTable(
  "api_tokens",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: uuid("id").notNull(),
    name: text("name").notNull(),
    /** Whether it may change anything. */
    access: text("access").$type<ApiAccess>().notNull(),
    memberId: uuid("member_id").notNull(),
    secretHash: text("secret_hash").notNull(),
    expiresAt: timestamp("expires_at", { withTimezone: true }).notNull(),
    lastUsedAt: timestamp("last_used_at", { withTimezone: true }),
    createdAt,
  },
  (t) => [primaryKey({ columns: [t.studioId, t.id] }), uniqueIndex("api_tokens_secret").on(t.secretHash)],
);

/** Requests of other programs that carry a key of their own: sent again, they get the answer of the first. */
export const apiRequests = pgTable(
  "api_requests",
  {
    studioId: uuid("studio_id").notNull(),
    tokenId: uuid("token_id").notNull(),
    key: text("key").notNull(),
    requestHash: text("request_hash").notNull(),
    /** The HTTP status of the first answer; null while the request is still being answered. */
    status: integer("status"),
    body: jsonb("body").$type<unknown>(),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.tokenId, t.key] }),
    foreignKey({ columns: [t.studioId, t.tokenId], foreignColumns: [apiTokens.studioId, apiTokens.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Addresses of other programs that are told when something happened, each with the secret that what is told is signed by. */
export const webhooks = pgTable(
  "webhooks",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: uuid("id").notNull(),
    url: text("url").notNull(),
    secret: text("secret").notNull(),
    events: jsonb("events").$type<readonly HookEvent[]>().notNull(),
    createdAt,
  },
  (t) => [primaryKey({ columns: [t.studioId, t.id] })],
);

/** What is told, or was: the log of each address. */
export const webhookDeliveries = pgTable(
  "webhook_deliveries",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    webhookId: uuid("webhook_id").notNull(),
    event: text("event").$type<HookEvent>().notNull(),
    payload: jsonb("payload").$type<Readonly<Record<string, unknown>>>().notNull(),
    attempts: integer("attempts").notNull().default(0),
    /** When it is tried next; null: it was taken, or given up. */
    nextAt: timestamp("next_at", { withTimezone: true }),
    /** What the last try came to, in words; empty: none was made yet. */
    outcome: text("outcome").notNull().default(""),
    isTaken: boolean("is_taken").notNull().default(false),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("webhook_deliveries_due").on(t.nextAt).where(sql`next_at is not null`),
    index("webhook_deliveries_of").on(t.studioId, t.webhookId, t.createdAt),
    foreignKey({ columns: [t.studioId, t.webhookId], foreignColumns: [webhooks.studioId, webhooks.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Logs that were brought in from elsewhere: their days are sessions with their mark. */
export const imports = pgTable(
  "imports",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: uuid("id").notNull(),
    name: text("name").notNull(),
    memberId: uuid("member_id").notNull(),
    /** Of who brought it in. */
    by: text("by").notNull(),
    state: text("state").$type<ImportLine["state"]>().notNull().default("open"),
    /** Clients who came with it. */
    newClients: jsonb("new_clients").$type<readonly string[]>().notNull().default([]),
    createdAt,
  },
  (t) => [primaryKey({ columns: [t.studioId, t.id] }), index("imports_created").on(t.studioId, t.createdAt)],
);

/** Rows of what was brought in that could not be read, kept to be mended. */
export const unreadRows = pgTable(
  "unread_rows",
  {
    studioId: uuid("studio_id").notNull(),
    importId: uuid("import_id").notNull(),
    row: integer("row").notNull(),
    cells: jsonb("cells").$type<readonly string[]>().notNull(),
    why: text("why").notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.importId, t.row] }),
    foreignKey({ columns: [t.studioId, t.importId], foreignColumns: [imports.studioId, imports.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Sessions and plans kept to start others from. */
export const templates = pgTable(
  "templates",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: uuid("id").notNull(),
    kind: text("kind").$type<TemplateKind>().notNull().default("session"),
    name: text("name").notNull(),
    document: jsonb("document").$type<SessionDocument | PlanTemplate>().notNull(),
    createdAt,
  },
  (t) => [primaryKey({ columns: [t.studioId, t.id] }), index("templates_name").on(t.studioId, t.name)],
);

/** Exactly what stood on the screen when a session was run, by the hash of its content. */
export const shownDocuments = pgTable(
  "shown_documents",
  {
    studioId: uuid("studio_id").notNull(),
    sessionId: uuid("session_id").notNull(),
    clientId: uuid("client_id").notNull(),
    hash: text("hash").notNull(),
    content: jsonb("content").$type<ShownContent>().notNull(),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.sessionId, t.hash] }),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Append-only, as it was sent. The server's sequence decides order; the id comes from the device. */
export const floorEvents = pgTable(
  "floor_events",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    sessionId: uuid("session_id").notNull(),
    clientId: uuid("client_id").notNull(),
    sequence: bigserial("sequence", { mode: "number" }).notNull(),
    atMs: bigint("at_ms", { mode: "number" }).notNull(),
    shownHash: text("shown_hash").notNull(),
    /** Of the stored shape; events of the first builds have 1. */
    version: integer("version").notNull().default(1),
    /** Of the device, in the version's shape. */
    clocks: jsonb("clocks").$type<SentClocks>(),
    body: jsonb("body").$type<SentEvent["body"]>().notNull(),
    contentHash: text("content_hash").notNull(),
    recordedAt: timestamp("recorded_at", { withTimezone: true }).notNull().default(sql`now()`),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("floor_events_session").on(t.studioId, t.sessionId, t.sequence),
    foreignKey({
      columns: [t.studioId, t.sessionId, t.shownHash],
      foreignColumns: [shownDocuments.studioId, shownDocuments.sessionId, shownDocuments.hash],
    }),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Batches of events that what is derived does not hold yet: a row each, so that logging never waits for projecting. */
export const unprojected = pgTable(
  "unprojected",
  {
    studioId: uuid("studio_id").notNull(),
    sessionId: uuid("session_id").notNull(),
    clientId: uuid("client_id").notNull(),
    batch: bigserial("batch", { mode: "number" }).notNull(),
    markedAt: timestamp("marked_at", { withTimezone: true }).notNull().default(sql`now()`),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.sessionId, t.batch] }),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);

// --- derived from the log, and rebuilt from it -----------------------------------------------------------------------

/** What each lift's record reads: one row for each lift in a slot of a session. */
export const exposures = pgTable(
  "exposures",
  {
    studioId: uuid("studio_id").notNull(),
    clientId: uuid("client_id").notNull(),
    lineage: text("lineage").notNull(),
    date: date("date").notNull(),
    sessionId: uuid("session_id").notNull(),
    slotId: text("slot_id").notNull(),
    exerciseId: text("exercise_id").notNull(),
    exposure: jsonb("exposure").$type<Exposure>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.sessionId, t.slotId, t.lineage] }),
    index("exposures_lift").on(t.studioId, t.clientId, t.lineage, t.date),
    index("exposures_date").on(t.studioId, t.date),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Every lift of a client in one line, so that no page reads the whole record to know that it is there. */
export const liftSummaries = pgTable(
  "lift_summaries",
  {
    studioId: uuid("studio_id").notNull(),
    clientId: uuid("client_id").notNull(),
    lineage: text("lineage").notNull(),
    exerciseId: text("exercise_id").notNull(),
    lastDate: date("last_date").notNull(),
    summary: jsonb("summary").$type<LiftSummary>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.clientId, t.lineage] }),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** What a client did in a week, by its Monday. */
export const weekSums = pgTable(
  "week_sums",
  {
    studioId: uuid("studio_id").notNull(),
    clientId: uuid("client_id").notNull(),
    monday: date("monday").notNull(),
    sums: jsonb("sums").$type<WeekSums>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.clientId, t.monday] }),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);
