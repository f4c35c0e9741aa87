/** Small helpers around Yup, which by default casts and keeps unknown keys: here everything is strict. */
import * as yup from "yup";

type Shape = Record<string, yup.ISchema<unknown>>;

/** An object with exactly these keys. */
export function exact(shape: Shape): yup.ObjectSchema<yup.AnyObject> {
  return yup
    .object(shape as yup.ObjectShape)
    .noUnknown(({ unknown }) => `has a field that does not belong there: ${unknown}`)
    .strict(true)
    .required() as never;
}

/** A union told apart by `kind`. */
export function kinds(shapes: Record<string, Shape>): yup.Lazy<unknown> {
  const schemas = new Map(
    Object.entries(shapes).map(([kind, shape]) => [
      kind,
      exact({ kind: yup.string().oneOf([kind]).required(), ...shape }),
    ]),
  );
  const refused = yup.mixed().test("kind", "is none of the kinds known here", () => false);
  return yup.lazy((value) => (schemas.get((value as { kind?: string } | null)?.kind ?? "") ?? refused) as never);
}

/** The schema, or null. */
export function orNull(schema: yup.ISchema<unknown>): yup.Lazy<unknown> {
  return yup.lazy((value) => (value === null ? yup.mixed().nullable() : schema) as never);
}

export function listOf(schema: yup.ISchema<unknown>, most: number): yup.ISchema<unknown> {
  return yup
    .array()
    .of(schema as never)
    .strict(true)
    .max(most, `holds at most ${most} entries`)
    .required();
}

export const finite = (low: number, high: number) =>
  yup
    .number()
    .strict(true)
    .required()
    .test("finite", "must be a finite number", (value) => value === undefined || Number.isFinite(value))
    .min(low)
    .max(high);

export const whole = (low: number, high: number) => finite(low, high).integer();
export const words = (most: number) =>
  yup.string().strict(true).defined().max(most, `holds at most ${most} characters`);
export const said = (most: number) => words(most).required("is missing");
export const identifier = () => said(80);
export const uuid = () =>
  said(36).matches(/^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i, "is not an id");
export const isoDate = () => said(10).matches(/^\d{4}-\d{2}-\d{2}$/, "is a date such as 2026-11-24");
export const oneOf = (...values: string[]) => said(40).oneOf(values);
export const yesNo = () => yup.boolean().strict(true).required();

/** What an edge found wrong: the field, and a sentence. */
export interface InputProblem {
  readonly field: string;
  readonly message: string;
}

export type Checked<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly InputProblem[] };

/** Checks a value against a schema without casting anything. */
export function check<T>(schema: yup.ISchema<unknown>, value: unknown): Checked<T> {
  try {
    (schema as yup.Schema).validateSync(value, { strict: true, abortEarly: false });
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
