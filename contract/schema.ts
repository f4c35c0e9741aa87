/**
 * Checks of what comes from outside. Single values are Yup's, strictly: nothing is cast. What they make up (objects, lists,
 * unions) is walked here, for two reasons: how long a list is, is known before any of it is looked at, and a long value is
 * checked in pieces, so that no request holds up the others. A schema carries the type of what it lets through.
 */
import * as yup from "yup";
import { mapValues, runInPieces, runSteps, type Steps } from "../core";

/** A check of a value of type T. */
export interface Schema<T> {
  /** Never there: carries the type alone. */
  readonly checkedType?: T;
  readonly check: Check;
}

type Check =
  | { readonly kind: "value"; readonly yup: yup.Schema }
  | { readonly kind: "object"; readonly shape: Shape }
  | { readonly kind: "list"; readonly of: Schema<unknown>; readonly most: number; readonly least: number }
  | { readonly kind: "record"; readonly of: Schema<unknown>; readonly most: number }
  | {
      readonly kind: "choice";
      readonly choose: (value: unknown) => Schema<unknown> | "pass" | { readonly wrong: string };
      /** What may be chosen, where that is known beforehand. */
      readonly among?: readonly (Schema<unknown> | "null" | "nothing")[];
    }
  | {
      readonly kind: "condition";
      readonly on: Schema<unknown>;
      readonly message: string;
      readonly holds: (value: never) => boolean;
    };

export type TypeOf<S> = S extends Schema<infer T> ? T : never;

type Shape = Record<string, Schema<unknown>>;
/** Whether a field may be left out. */
type MayLack<T> = unknown extends T ? false : undefined extends T ? true : false;
type ShapeType<S extends Shape> = {
  readonly [K in keyof S as MayLack<TypeOf<S[K]>> extends true ? never : K]: TypeOf<S[K]>;
} & { readonly [K in keyof S as MayLack<TypeOf<S[K]>> extends true ? K : never]?: TypeOf<S[K]> };

/** An object with exactly these keys. */
export const strictObject = <S extends Shape>(shape: S): Schema<ShapeType<S>> => ({ check: { kind: "object", shape } });

/** A union told apart by `kind`. */
export const discriminatedUnion = <S extends Record<string, Shape>>(
  shapes: S,
): Schema<{ [K in keyof S]: { readonly kind: K } & ShapeType<S[K]> }[keyof S]> => variants("kind", shapes) as never;

/** A union told apart by one key. */
const variants = (by: string, shapes: Record<string, Shape>): Schema<unknown> =>
  choosing(
    by,
    mapValues(shapes, (shape, kind) => strictObject({ [by]: oneOfTexts(kind), ...shape })),
  );

/** One field of a thing and its value, as edits name them; `what` says of which thing. */
export const oneField = (what: Shape, fields: Shape): Schema<unknown> =>
  variants(
    "field",
    mapValues(fields, (value) => ({ ...what, value })),
  );

/** A schema for each field of T. */
export type Fields<T> = { readonly [K in keyof T]-?: Schema<T[K]> };

/** The schema that the value's own key names; none of them: refused. */
export const choosing = <T>(by: string, schemas: Readonly<Record<string, Schema<unknown>>>): Schema<T> => ({
  check: {
    kind: "choice",
    among: Object.values(schemas),
    choose: (value) => {
      const kind = (value as Record<string, unknown> | null | undefined)?.[by];
      return typeof kind === "string" && Object.hasOwn(schemas, kind)
        ? schemas[kind]!
        : { wrong: "is none of the kinds known here" };
    },
  },
});

/** A schema chosen by the value. */
export const schemaBy = <T>(choose: (value: unknown) => Schema<unknown>): Schema<T> => ({
  check: { kind: "choice", choose },
});

/** The schema, or null. */
export const nullable = <T>(schema: Schema<T>): Schema<T | null> => ({
  check: { kind: "choice", choose: (value) => (value === null ? "pass" : schema), among: [schema, "null"] },
});

/** The schema, or nothing said. */
export const maybe = <T>(schema: Schema<T>): Schema<T | undefined> => ({
  check: { kind: "choice", choose: (value) => (value === undefined ? "pass" : schema), among: [schema, "nothing"] },
});

export const listOf = <T>(schema: Schema<T>, most: number, least = 0): Schema<readonly T[]> => ({
  check: { kind: "list", of: schema, most, least },
});

/** Values of one kind under free keys. */
export const recordOf = <T>(schema: Schema<T>, most: number): Schema<Readonly<Record<string, T>>> => ({
  check: { kind: "record", of: schema, most },
});

const single = <T>(schema: yup.Schema): Schema<T> => ({ check: { kind: "value", yup: schema.strict(true) } });

const figure = (low: number, high: number) =>
  yup
    .number()
    .required("is missing")
    .test("finite", "must be a finite number", (value) => value === undefined || Number.isFinite(value))
    .min(low, `is ${low} at least`)
    .max(high, `is ${high} at most`);

export const finiteNumber = (low: number, high: number): Schema<number> => single(figure(low, high));

export const integer = (low: number, high: number): Schema<number> =>
  single(figure(low, high).integer("is a whole number"));

const upTo = (most: number) => yup.string().max(most, `holds at most ${most} characters`);

export const boundedText = (most: number): Schema<string> => single(upTo(most).defined("is missing"));

export const nonEmptyString = (most: number): Schema<string> => single(upTo(most).required("is missing"));

/** A name that is said within a sentence, listed, mailed as a subject and written into files: one line. */
export const nameText = (most: number): Schema<string> =>
  single(upTo(most).required("is missing").matches(ONE_LINE, "is one line of text"));

/** The same, where it may be left empty. */
export const nameOrNothing = (most: number): Schema<string> =>
  single(upTo(most).defined("is missing").matches(ONE_LINE, "is one line of text"));

const ONE_LINE = /^[^\r\n\t\u2028\u2029]*$/;

export const matching = (most: number, pattern: RegExp, message: string): Schema<string> =>
  single(upTo(most).required("is missing").matches(pattern, message));

export const identifier = (): Schema<string> => nonEmptyString(120);

export const uuid = (): Schema<string> =>
  matching(36, /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i, "is not an id");

/** A calendar date that is in the calendar. */
export const isoDate = (): Schema<string> =>
  checked(matching(10, /^\d{4}-\d{2}-\d{2}$/, "is a date such as 2026-11-24"), "is not in the calendar", (text) => {
    const date = new Date(`${text}T00:00:00Z`);
    return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(text) && text >= "1900" && text < "2200";
  });

export const oneOfTexts = <V extends string>(...values: readonly V[]): Schema<V> =>
  single(upTo(80).required("is missing").oneOf(values, "is none of those known here"));

export const oneOfNumbers = <V extends number>(...values: readonly V[]): Schema<V> =>
  single(yup.number().required("is missing").oneOf(values, "is none of those known here"));

export const booleanValue = (): Schema<boolean> => single(yup.boolean().required("is missing"));

/** Anything that is there; checked elsewhere. */
export const anything = (): Schema<unknown> => single(yup.mixed().required("is missing"));

/** Whatever it is, also nothing; read elsewhere. */
export const unchecked = (): Schema<unknown> => ({ check: { kind: "choice", choose: () => "pass" } });

/** The schema, with a further condition on what it lets through. */
export const checked = <T>(schema: Schema<T>, message: string, holds: (value: T) => boolean): Schema<T> => ({
  check: { kind: "condition", on: schema, message, holds },
});

/** Low and high, low not above high. */
export const spanOf = (figure: Schema<number>) =>
  checked(strictObject({ low: figure, high: figure }), "goes from low to high", ({ low, high }) => low <= high);

/** What an edge found wrong: the field, and a sentence. */
export interface InputProblem {
  readonly field: string;
  readonly message: string;
}

export type Checked<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly InputProblem[] };

/** Checks a value against a schema without casting anything. */
export function check<T>(schema: Schema<T>, value: unknown): Checked<T> {
  return runSteps(checkSteps(schema, value));
}

/** As `check`, stopping between entries; what is wrong is collected up to so many problems. */
export function* checkSteps<T>(schema: Schema<T>, value: unknown, most = MOST_PROBLEMS): Steps<Checked<T>> {
  const found: Found = { problems: [], most };
  yield* walk(schema, value, "", found);
  return found.problems.length === 0 ? { ok: true, value: value as T } : { ok: false, problems: found.problems };
}

interface Found {
  readonly problems: InputProblem[];
  readonly most: number;
}

/** On a server or in a page: work in pieces, the others' turn between them. */
export const runYielding = <T>(steps: Steps<T>): Promise<T> =>
  runInPieces(
    steps,
    () => performance.now(),
    () => new Promise((next) => setTimeout(next, 0)),
  );

/** More is said to nobody's use. */
const MOST_PROBLEMS = 20;

/** Walks a value and collects what is wrong; stops between entries, and for good once enough is wrong. */
function* walk(schema: Schema<unknown>, value: unknown, field: string, found: Found): Generator<void> {
  const { problems, most } = found;
  if (problems.length >= most) return;
  const { check: one } = schema;
  const wrong = (message: string) => {
    if (problems.length < most) problems.push({ field, message });
  };
  switch (one.kind) {
    case "value": {
      const message = wrongWith(one.yup, value);
      if (message !== null) wrong(message);
      return;
    }
    case "choice": {
      const chosen = one.choose(value);
      if (chosen === "pass") return;
      if ("wrong" in chosen) return wrong(chosen.wrong);
      return yield* walk(chosen, value, field, found);
    }
    case "condition": {
      const before = problems.length;
      yield* walk(one.on, value, field, found);
      // Of a value that is not even of its type, that is said and no more.
      if (problems.length === before && value !== null && value !== undefined && !one.holds(value as never))
        wrong(one.message);
      return;
    }
    case "list": {
      if (value === undefined || value === null) return wrong("is missing");
      if (!Array.isArray(value)) return wrong("is not a list");
      if (value.length < one.least) return wrong("holds at least one entry");
      if (value.length > one.most) return wrong(`holds at most ${one.most} entries`);
      for (const [index, entry] of value.entries()) {
        yield* walk(one.of, entry, `${field}[${index}]`, found);
        yield;
      }
      return;
    }
    case "object":
    case "record": {
      if (value === undefined || value === null) return wrong("is missing");
      if (typeof value !== "object" || Array.isArray(value)) return wrong("is not what belongs here");
      const under = (key: string) => (field === "" ? key : `${field}.${key}`);
      if (one.kind === "record") {
        const entries = Object.entries(value);
        if (entries.length > one.most) return wrong(`holds at most ${one.most} entries`);
        for (const [key, entry] of entries) {
          yield* walk(one.of, entry, under(key), found);
          yield;
        }
        return;
      }
      const strange = Object.keys(value).find((key) => !Object.hasOwn(one.shape, key));
      if (strange !== undefined) wrong(`has a field that does not belong there: ${strange.slice(0, 80)}`);
      for (const [key, of] of Object.entries(one.shape))
        yield* walk(
          of,
          Object.hasOwn(value, key) ? (value as Record<string, unknown>)[key] : undefined,
          under(key),
          found,
        );
    }
  }
}

const TYPES: Readonly<Record<string, string>> = { number: "is a number", string: "is a text", boolean: "is yes or no" };

function wrongWith(schema: yup.Schema, value: unknown): string | null {
  if (value === null) return "is missing";
  try {
    schema.validateSync(value, { strict: true });
    return null;
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    return error.type === "typeError"
      ? (TYPES[schema.type] ?? "is not what belongs here")
      : (error.errors[0] ?? error.message);
  }
}
