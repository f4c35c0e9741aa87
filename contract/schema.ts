/**
 * Small helpers around Yup, which by default casts and keeps unknown keys: here everything is strict. A schema carries the
 * type of what it lets through, so that inputs have theirs from it.
 */
import * as yup from "yup";

/** A check of a value of type T. */
export interface Schema<T> extends yup.ISchema<unknown> {
  /** Never there: carries the type alone. */
  readonly checkedType?: T;
}

export type TypeOf<S> = S extends Schema<infer T> ? T : never;

type Shape = Record<string, Schema<unknown>>;
/** Whether a field may be left out. */
type MayLack<T> = unknown extends T ? false : undefined extends T ? true : false;
export type ShapeType<S extends Shape> = {
  readonly [K in keyof S as MayLack<TypeOf<S[K]>> extends true ? never : K]: TypeOf<S[K]>;
} & { readonly [K in keyof S as MayLack<TypeOf<S[K]>> extends true ? K : never]?: TypeOf<S[K]> };

/** An object with exactly these keys. */
export function exact<S extends Shape>(shape: S): Schema<ShapeType<S>> {
  return yup
    .object(shape as yup.ObjectShape)
    .noUnknown(({ unknown }) => `has a field that does not belong there: ${unknown}`)
    .strict(true)
    .required() as never;
}

/** A union told apart by `kind`. */
export const kinds = <S extends Record<string, Shape>>(
  shapes: S,
): Schema<{ [K in keyof S]: { readonly kind: K } & ShapeType<S[K]> }[keyof S]> => variants("kind", shapes) as never;

/** A union told apart by one key. */
const variants = (by: string, shapes: Record<string, Shape>): Schema<unknown> =>
  choosing(
    by,
    mapValues(shapes, (shape, kind) => exact({ [by]: oneOf(kind), ...shape })),
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
export function choosing<T>(by: string, schemas: Readonly<Record<string, Schema<unknown>>>): Schema<T> {
  const refused = yup.mixed().test("kind", "is none of the kinds known here", () => false) as never;
  return chosenBy((value) => {
    const kind = (value as Record<string, unknown> | null)?.[by];
    return typeof kind === "string" && Object.hasOwn(schemas, kind) ? schemas[kind]! : refused;
  });
}

const mapValues = <A, B>(record: Readonly<Record<string, A>>, map: (value: A, key: string) => B): Record<string, B> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, map(value, key)]));

/** The schema that a value is checked by: one that is chosen by the value is chosen now, since Yup does not nest them. */
function settled(schema: Schema<unknown>, value: unknown): yup.Schema {
  const chooses = "resolve" in schema && !("test" in schema);
  return chooses ? (schema as unknown as { resolve: (o: object) => yup.Schema }).resolve({ value }) : (schema as never);
}

/** A schema chosen by the value. */
export const chosenBy = <T>(choose: (value: unknown) => Schema<unknown>): Schema<T> =>
  yup.lazy((value) => settled(choose(value), value) as never) as never;

/** The schema, or null. */
export function orNull<T>(schema: Schema<T>): Schema<T | null> {
  return yup.lazy((value) => (value === null ? yup.mixed().nullable() : settled(schema, value)) as never) as never;
}

/** The schema, or nothing said. */
export function maybe<T>(schema: Schema<T>): Schema<T | undefined> {
  return yup.lazy((value) => (value === undefined ? yup.mixed() : settled(schema, value)) as never) as never;
}

export function listOf<T>(schema: Schema<T>, most: number, least = 0): Schema<readonly T[]> {
  return yup
    .array()
    .of(schema as never)
    .strict(true)
    .min(least, "holds at least one entry")
    .max(most, `holds at most ${most} entries`)
    .required() as never;
}

/** Values of one kind under free keys. */
export function recordOf<T>(schema: Schema<T>, most: number): Schema<Readonly<Record<string, T>>> {
  return yup.lazy((value) => {
    const keys = Object.keys((value as object | null) ?? {});
    if (keys.length > most) return yup.mixed().test("most", `holds at most ${most} entries`, () => false) as never;
    return yup
      .object(Object.fromEntries(keys.map((key) => [key, schema as never])))
      .strict(true)
      .required() as never;
  }) as never;
}

export const finite = (low: number, high: number): Schema<number> =>
  yup
    .number()
    .strict(true)
    .required()
    .test("finite", "must be a finite number", (value) => value === undefined || Number.isFinite(value))
    .min(low, `is ${low} at least`)
    .max(high, `is ${high} at most`) as never;

export const whole = (low: number, high: number): Schema<number> =>
  (finite(low, high) as unknown as yup.NumberSchema).integer("is a whole number") as never;

export const words = (most: number): Schema<string> =>
  yup.string().strict(true).defined().max(most, `holds at most ${most} characters`) as never;

export const said = (most: number): Schema<string> =>
  (words(most) as unknown as yup.StringSchema).required("is missing") as never;

export const matching = (most: number, pattern: RegExp, message: string): Schema<string> =>
  (said(most) as unknown as yup.StringSchema).matches(pattern, message) as never;

export const identifier = (): Schema<string> => said(120);

export const uuid = (): Schema<string> =>
  matching(36, /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i, "is not an id");

/** A calendar date that is in the calendar. */
export const isoDate = (): Schema<string> =>
  checked(matching(10, /^\d{4}-\d{2}-\d{2}$/, "is a date such as 2026-11-24"), "is not in the calendar", (text) => {
    const date = new Date(`${text}T00:00:00Z`);
    return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(text) && text >= "1900" && text < "2200";
  });

export const oneOf = <V extends string>(...values: readonly V[]): Schema<V> =>
  (said(80) as unknown as yup.StringSchema).oneOf(values, "is none of those known here") as never;

export const anyOfNumbers = <V extends number>(...values: readonly V[]): Schema<V> =>
  yup.number().strict(true).required().oneOf(values) as never;

export const yesNo = (): Schema<boolean> => yup.boolean().strict(true).required() as never;

/** Anything that is there; checked elsewhere. */
export const anything = (): Schema<unknown> => yup.mixed().required() as never;

/** The schema, with a further condition on what it lets through. */
export function checked<T>(schema: Schema<T>, message: string, holds: (value: T) => boolean): Schema<T> {
  const test = (value: unknown): boolean => {
    if (value === undefined || value === null) return true;
    try {
      return holds(value as T);
    } catch {
      // Of a value that is not of the type at all, the type's own check says so.
      return true;
    }
  };
  const onto = (one: unknown) => (one as yup.Schema).test("checked", message, test);
  return ("test" in schema ? onto(schema) : yup.lazy((value) => onto(settled(schema, value)) as never)) as never;
}

/** Low and high, low not above high. */
export const spanOf = (figure: Schema<number>) =>
  checked(exact({ low: figure, high: figure }), "goes from low to high", ({ low, high }) => low <= high);

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
  try {
    (schema as unknown as yup.Schema).validateSync(value, { strict: true, abortEarly: false });
    return { ok: true, value: value as T };
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const all = error.inner.length > 0 ? error.inner : [error];
    return {
      ok: false,
      problems: all.slice(0, 20).map((one) => ({ field: one.path ?? "", message: one.errors[0] ?? one.message })),
    };
  }
}
