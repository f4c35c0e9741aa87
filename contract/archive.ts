/** The file of a studio or a client (docs/formats.md): its name, its version, and the tables in it. */

export const ARCHIVE_FORMAT = "yarvex studio";
export const ARCHIVE_VERSION = 1;

export const ARCHIVE_TABLES = [
  "gyms",
  "clients",
  "ownExercises",
  "templates",
  "bodyMasses",
  "liftMarks",
  "plans",
  "imports",
  "unreadRows",
  "sessions",
  "sessionEdits",
  "sentCopies",
  "messages",
  "safetyChanges",
  "decisions",
  "shownDocuments",
  "floorEvents",
] as const;

export type ArchiveTable = (typeof ARCHIVE_TABLES)[number];

/** The order in which they come in: gyms once more after clients, whose homes some of them are. */
export const ARCHIVE_ORDER: readonly ArchiveTable[] = ARCHIVE_TABLES.flatMap((name) =>
  name === "clients" ? (["clients", "gyms"] as const) : name,
);
