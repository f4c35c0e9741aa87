"use client";
import { yupResolver } from "@hookform/resolvers/yup";
import { type FormEvent, type ReactNode, useState } from "react";
import {
  type DefaultValues,
  type FieldValues,
  get,
  type Path,
  type UseFormRegisterReturn,
  type UseFormReturn,
  useForm,
} from "react-hook-form";
import * as yup from "yup";
import { useHydrated } from "./use-hydrated";

/** What is wrong, and at which field; a field that the form does not have: of the whole. */
export interface FormProblem {
  readonly field: string;
  readonly message: string;
}

export interface CheckedForm<Typed extends FieldValues>
  extends Pick<UseFormReturn<Typed>, "control" | "reset" | "setValue" | "watch"> {
  /** What a field of ours takes: its name and handlers, and what is wrong with it. */
  readonly field: (
    name: Path<Typed>,
  ) => ReturnType<UseFormReturn<Typed>["register"]> & { readonly error: string | null };
  /** The same for a control that is told a text instead of an event: a date. */
  readonly controlled: (name: Path<Typed>) => {
    readonly value: string;
    readonly onChange: (value: string) => void;
    readonly error: string | null;
  };
  /** What is wrong with the whole, else null. */
  readonly message: string | null;
  /** It is being sent, or cannot be sent yet because the page has only just been loaded. */
  readonly isBusy: boolean;
  /** It was sent, and nothing was wrong with it. */
  readonly isDone: boolean;
  readonly onSubmit: (event?: FormEvent) => void;
}

/** What a field of any form takes. */
export type FieldOfForm = UseFormRegisterReturn & { readonly error: string | null };

/** One thing that is wrong, or several; null where nothing is. */
type Wrong = FormProblem | readonly FormProblem[] | null;

/**
 * A form whose fields are typed as text and read by a Yup schema when it is sent. `send` gets what was read and answers what was
 * wrong with it, at its field, or null; what was typed stays in every case.
 */
export function useCheckedForm<Typed extends FieldValues, Read extends FieldValues>({
  schema,
  typed,
  send,
}: {
  schema: yup.ObjectSchema<Read>;
  typed: Typed;
  send: (read: Read, typed: Typed) => Wrong | Promise<Wrong>;
}): CheckedForm<Typed> {
  const form = useForm<Typed, unknown, Read>({
    // The schema's input is what was typed, which Yup does not say of a schema that reads.
    resolver: yupResolver(schema) as never,
    defaultValues: typed as DefaultValues<Typed>,
  });
  const { register, handleSubmit, setError, getValues, getFieldState, formState } = form;
  const errorAt = (name: string): string | null => getFieldState(name as Path<Typed>, formState).error?.message ?? null;
  const [isDone, setDone] = useState(false);
  const isHydrated = useHydrated();
  const submit = handleSubmit(async (read) => {
    setDone(false);
    const wrong = [(await send(read, getValues())) ?? []].flat();
    setDone(wrong.length === 0);
    for (const { field, message } of wrong) {
      const known = get(getValues(), field) !== undefined;
      setError(known ? (field as Path<Typed>) : "root", { message });
    }
  });
  return {
    // Who draws lists of fields needs to know what is typed, not what is read of it.
    control: form.control as never,
    reset: form.reset,
    setValue: form.setValue,
    watch: form.watch,
    field: (name) => {
      const registered = register(name);
      return {
        ...registered,
        ref: (box: HTMLElement | null) => {
          // What was typed before the page's code was at work stays, where the form would put what it begins with in its place.
          const typedBefore = isHydrated ? "" : typedText(box);
          registered.ref(box);
          if (typedBefore !== "") form.setValue(name, typedBefore as never);
        },
        error: errorAt(name),
      };
    },
    controlled: (name) => ({
      value: String(form.watch(name)),
      // It is told when the field is left, often for the button below: what is said of it goes when the form is sent, so that the
      // button stays where it is being pressed.
      onChange: (value) => form.setValue(name, value as never),
      error: errorAt(name),
    }),
    message: formState.errors.root?.message ?? null,
    isBusy: formState.isSubmitting || !isHydrated,
    isDone,
    onSubmit: (event) => void submit(event),
  };
}

const typedText = (box: HTMLElement | null): string =>
  box instanceof HTMLTextAreaElement || (box instanceof HTMLInputElement && !/checkbox|radio/.test(box.type))
    ? box.value
    : "";

/**
 * The form itself; what is wrong is said by us at the field, not by the browser in its own words. Should the browser ever send it
 * by itself, what was typed is in no address.
 */
export function Form({
  form,
  className,
  label,
  children,
}: {
  form: { readonly onSubmit: (event?: FormEvent) => void };
  className?: string;
  label?: string;
  children: ReactNode;
}) {
  return (
    <form noValidate method="post" aria-label={label} className={className} onSubmit={form.onSubmit}>
      {children}
    </form>
  );
}

/** A number as it is typed, with a point or a comma; nothing typed is null. `message` stands for whatever is no number within. */
export const typedNumber = (
  message: string,
  { low, high, whole = false }: { low: number; high: number; whole?: boolean },
) => {
  const number = yup
    .number()
    .transform((_, text: unknown) =>
      typeof text !== "string" ? text : text.trim() === "" ? null : Number(text.trim().replace(",", ".")),
    )
    .typeError(message)
    .min(low, message)
    .max(high, message)
    .nullable()
    .default(null);
  return whole ? number.integer(message) : number;
};

/** The name of somebody or something; `missing` asks for it. */
export const nameField = (missing: string) => yup.string().trim().required(missing).max(120, "At most 120 characters.");

export const emailField = () =>
  yup.string().trim().required("Type the email address.").email("An email address such as kari@example.org.");

/** A text that may be left out: nothing typed is null. */
export const typedOrNull = () =>
  yup
    .string()
    .transform((text: string) => text.trim() || null)
    .nullable()
    .default(null);
