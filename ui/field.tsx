import type { ComponentProps, ReactNode } from "react";
import { useId } from "react";
import { Select } from "./select";

/** How a box to type into looks. */
export const BOX =
  "min-h-8 w-full rounded-[3px] border border-rule bg-surface px-2.5 py-1.5 aria-invalid:border-walnut aria-invalid:border-2";

/** A label, its control and, at the field that caused it, what is wrong. */
export function Field({
  label,
  hint,
  error,
  children,
}: {
  label: string;
  hint?: string;
  error?: string | null;
  children: (ids: { id: string; describedBy: string | undefined; invalid: boolean }) => ReactNode;
}) {
  const id = useId();
  const note = error ?? hint;
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      {children({ id, describedBy: note ? `${id}-note` : undefined, invalid: Boolean(error) })}
      {note ? (
        <p
          id={`${id}-note`}
          className={error ? "font-semibold text-walnut before:content-['▲_']" : "text-quiet"}
          role={error ? "alert" : undefined}
        >
          {note}
        </p>
      ) : null}
    </div>
  );
}

type Extra = { label: string; hint?: string; error?: string | null };

export function TextField({ label, hint, error, ...rest }: ComponentProps<"input"> & Extra) {
  return (
    <Field label={label} hint={hint} error={error}>
      {({ id, describedBy, invalid }) => (
        <input {...rest} id={id} aria-describedby={describedBy} aria-invalid={invalid || undefined} className={BOX} />
      )}
    </Field>
  );
}

export function TextArea({ label, hint, error, ...rest }: ComponentProps<"textarea"> & Extra) {
  return (
    <Field label={label} hint={hint} error={error}>
      {({ id, describedBy, invalid }) => (
        <textarea
          {...rest}
          id={id}
          aria-describedby={describedBy}
          aria-invalid={invalid || undefined}
          className={BOX}
        />
      )}
    </Field>
  );
}

export function SelectField({ label, hint, error, children, ...rest }: ComponentProps<"select"> & Extra) {
  return (
    <Field label={label} hint={hint} error={error}>
      {({ id, describedBy, invalid }) => (
        <Select {...rest} id={id} aria-describedby={describedBy} aria-invalid={invalid || undefined} className="w-full">
          {children}
        </Select>
      )}
    </Field>
  );
}
