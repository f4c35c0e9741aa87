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

const createdAt = timestamp("created_at", { withTimezone: true }).notNull().default(sql`now()`);

// --- accounts, in the shape the auth library reads -------------------------------------------------------------------

export const user = pgTable("user", {
  id: text("id").primaryKey(),
  name: text("name").notNull(),
  email: text("email").notNull().unique(),
  emailVerified: boolean("email_verified").notNull().default(false),
  image: text("image"),
  createdAt: timestamp("created_at", { withTimezone: true }).notNull().default(sql`now()`),
  updatedAt: timestamp("updated_at", { withTimezone: true }).notNull().default(sql`now()`),
});

export const session = pgTable("session", {
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
});

export const account = pgTable("account", {
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
});

export const verification = pgTable("verification", {
  id: text("id").primaryKey(),
  identifier: text("identifier").notNull(),
  value: text("value").notNull(),
  expiresAt: timestamp("expires_at", { withTimezone: true }).notNull(),
  createdAt: timestamp("created_at", { withTimezone: true }).notNull().default(sql`now()`),
  updatedAt: timestamp("updated_at", { withTimezone: true }).notNull().default(sql`now()`),
});

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
  settings: jsonb("settings").notNull().default({}),
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
    trainingAge: text("training_age").notNull(),
    unit: text("unit").notNull().default("kg"),
    minutes: integer("minutes").notNull().default(60),
    aims: text("aims").notNull().default(""),
    limits: text("limits").notNull().default(""),
    notes: text("notes").notNull().default(""),
    gymId: uuid("gym_id"),
    rounding: text("rounding").notNull().default("nearest"),
    readiness: jsonb("readiness"),
    clearance: jsonb("clearance"),
    limitList: jsonb("limit_list").notNull().default([]),
    priorities: jsonb("priorities").notNull().default({}),
    dislikes: jsonb("dislikes").notNull().default([]),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
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
    role: text("role").notNull(),
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

export const bodyMasses = pgTable(
  "body_masses",
  {
    studioId: uuid("studio_id").notNull(),
    clientId: uuid("client_id").notNull(),
    date: date("date").notNull(),
    amount: text("amount").notNull(),
    unit: text("unit").notNull(),
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
    equipment: jsonb("equipment").notNull(),
    isDefault: boolean("is_default").notNull().default(false),
    /** Whose home it is; null: the studio's own. */
    clientId: uuid("client_id"),
    createdAt,
  },
  (t) => [primaryKey({ columns: [t.studioId, t.id] })],
);

/** A studio's own exercises; a hidden one keeps its meaning for what was logged. Shipped ones are hidden by id in the studio's settings. */
export const ownExercises = pgTable(
  "own_exercises",
  {
    studioId: uuid("studio_id")
      .notNull()
      .references(() => studios.id, { onDelete: "cascade" }),
    id: text("id").notNull(),
    definition: jsonb("definition").notNull(),
    createdAt,
  },
  (t) => [primaryKey({ columns: [t.studioId, t.id] })],
);

/** Maxima that were tested, and training maxima that a coach set, by lift. The newest training max is in force. */
export const liftMarks = pgTable(
  "lift_marks",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    clientId: uuid("client_id").notNull(),
    lineage: text("lineage").notNull(),
    exerciseId: text("exercise_id").notNull(),
    /** tested | training */
    kind: text("kind").notNull(),
    date: date("date").notNull(),
    amount: text("amount").notNull(),
    unit: text("unit").notNull(),
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

export const plans = pgTable(
  "plans",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    clientId: uuid("client_id").notNull(),
    name: text("name").notNull(),
    startDate: date("start_date").notNull(),
    weeks: integer("weeks").notNull(),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** One session of a plan's week: its base document and a progression rule by slot. */
export const planDays = pgTable(
  "plan_days",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    planId: uuid("plan_id").notNull(),
    clientId: uuid("client_id").notNull(),
    weekday: integer("weekday").notNull(),
    document: jsonb("document").notNull(),
    rules: jsonb("rules").notNull().default({}),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    foreignKey({ columns: [t.studioId, t.planId], foreignColumns: [plans.studioId, plans.id] }).onDelete("cascade"),
  ],
);

export const sessions = pgTable(
  "sessions",
  {
    studioId: uuid("studio_id").notNull(),
    id: uuid("id").notNull(),
    clientId: uuid("client_id").notNull(),
    planDayId: uuid("plan_day_id"),
    gymId: uuid("gym_id"),
    date: date("date").notNull(),
    title: text("title").notNull(),
    /** draft → started → done */
    state: text("state").notNull().default("draft"),
    document: jsonb("document").notNull(),
    /** Text that does not parse yet, kept as typed; null when the document says it all. */
    draftText: text("draft_text"),
    rules: jsonb("rules").notNull().default({}),
    /** Recorded reasons for passing a block, by the caution's key. */
    reasons: jsonb("reasons").notNull().default({}),
    revision: integer("revision").notNull().default(0),
    /** What was done, summed for lists: minutes, reps, volume load, hard sets by muscle. */
    summary: jsonb("summary"),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.id] }),
    index("sessions_client_date").on(t.studioId, t.clientId, t.date),
    foreignKey({ columns: [t.studioId, t.clientId], foreignColumns: [clients.studioId, clients.id] }).onDelete(
      "cascade",
    ),
    foreignKey({ columns: [t.studioId, t.gymId], foreignColumns: [gyms.studioId, gyms.id] }),
    foreignKey({ columns: [t.studioId, t.planDayId], foreignColumns: [planDays.studioId, planDays.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Exactly what stood on the screen when a session was run, by the hash of its content. */
export const shownDocuments = pgTable(
  "shown_documents",
  {
    studioId: uuid("studio_id").notNull(),
    sessionId: uuid("session_id").notNull(),
    clientId: uuid("client_id").notNull(),
    hash: text("hash").notNull(),
    content: jsonb("content").notNull(),
    createdAt,
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.sessionId, t.hash] }),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);

/** Append-only. The server's sequence decides order; the id comes from the device. */
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
    body: jsonb("body").notNull(),
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

/** What each lift's record reads: one row a lift a session, rebuilt from the events of that session. */
export const exposures = pgTable(
  "exposures",
  {
    studioId: uuid("studio_id").notNull(),
    clientId: uuid("client_id").notNull(),
    lineage: text("lineage").notNull(),
    date: date("date").notNull(),
    sessionId: uuid("session_id").notNull(),
    exerciseId: text("exercise_id").notNull(),
    exposure: jsonb("exposure").notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.studioId, t.sessionId, t.lineage] }),
    index("exposures_lift").on(t.studioId, t.clientId, t.lineage, t.date),
    foreignKey({ columns: [t.studioId, t.sessionId], foreignColumns: [sessions.studioId, sessions.id] }).onDelete(
      "cascade",
    ),
  ],
);
