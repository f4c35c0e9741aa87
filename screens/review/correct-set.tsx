"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import * as yup from "yup";
import { shownSession } from "@/contract";
import {
  type DoneSet,
  EVENT_VERSION,
  type EventLoggedBy,
  exerciseOrThrow,
  type FloorEvent,
  type FormReport,
  isBodyweight,
  LIMITS,
  type PerformedSegment,
  type PerformedSet,
  readWeight,
  signedKg,
  toKg,
} from "@/core";
import { callApi, problemOf } from "@/device/api";
import { clocksNow, nowMs } from "@/device/clock";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import { type Choices, optionsOf } from "@/ui/choice";
import { SelectField, TextField } from "@/ui/field";
import { Form, type FormProblem, typedNumber, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";
import type { ReviewedLift, ReviewView } from "@/views";

interface Typed {
  readonly load: string;
  readonly reps: string;
  readonly rightReps: string;
  readonly seconds: string;
  readonly metres: string;
}

const textOf = (figure: number | null): string => (figure === null ? "" : String(figure));

/** What a part was counted in: its reps, its seconds or its metres. */
const countOf = ({ seconds, metres }: PerformedSegment): "reps" | "seconds" | "metres" =>
  metres !== null ? "metres" : seconds !== null ? "seconds" : "reps";
const COUNTS = { reps: "Reps", seconds: "Seconds", metres: "Metres" } as const;

const typedOf = (segment: PerformedSegment): Typed => ({
  load: segment.load ? `${segment.sign < 0 ? "-" : ""}${segment.load.amount} ${segment.load.unit}` : "0",
  reps: String(segment.reps),
  rightReps: textOf(segment.rightReps),
  seconds: textOf(segment.seconds),
  metres: textOf(segment.metres),
});

const FORMS: Choices<FormReport> = { held: "held", slipped: "slipped", broke: "broke" };

const text = () => yup.string().default("");
const PAIN = "A whole number from 0 to 10.";

/** What is read of each part goes by what the part was counted in: see `readSet`. */
const SCHEMA = yup.object({
  segments: yup
    .array(yup.object({ load: text(), reps: text(), rightReps: text(), seconds: text(), metres: text() }))
    .required(),
  rir: typedNumber("A number from 0 to 10, or nothing.", { low: 0, high: 10 }),
  form: yup.string<FormReport>().required(),
  pain: typedNumber(PAIN, { low: 0, high: 10, whole: true }).required(PAIN),
});

/** Puts a logged set right. What was shown stays as it was; the record, and what follows from it, is worked out anew. */
export function CorrectSet({ view, lift, done }: { view: ReviewView; lift: ReviewedLift; done: DoneSet }) {
  const router = useRouter();
  const shown = view.shown[done.shownHash]!;
  const [open, setOpen] = useState(false);
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: {
      segments: done.segments.map(typedOf),
      rir: textOf(done.rir),
      form: String(done.form),
      pain: String(done.pain),
    },
    send: async (typed) => {
      const read = readSet(done, typed);
      if ("wrong" in read) return read.wrong;
      const event: FloorEvent = {
        id: newId(),
        version: EVENT_VERSION,
        sessionId: view.context.sessionId,
        atMs: nowMs(),
        clocks: clocksNow(),
        shownHash: done.shownHash,
        body: { kind: "setCorrected", set: read.set } satisfies EventLoggedBy<"review">,
      };
      const reply = await callApi("floor.record", { sessionId: view.context.sessionId, events: [event] });
      if (reply.kind !== "ok") return problemOf(reply);
      const [refusal] = reply.value.refused;
      if (refusal) return { field: "", message: `Not accepted, because ${refusal.because}.` };
      setOpen(false);
      router.refresh();
      return null;
    },
  });

  return (
    <>
      <Button className="self-start" onClick={() => setOpen(true)}>
        {done.ordinal === 0 ? "Correct this set" : `Correct mini-set ${done.ordinal + 1}`}
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title={`Correct ${lift.exercise.name}, round ${done.round + 1}`}>
        <Form form={form} className="flex flex-col gap-4">
          <p className="text-quiet">
            What was shown on the floor stays as it was. The record, the curve and the next loads are worked out anew.
          </p>
          {done.segments.map((segment, index) => {
            const exercise = exerciseOrThrow(shownSession(shown).catalogue, segment.exerciseId);
            const part = done.segments.length > 1 ? `Part ${index + 1}: ` : "";
            const count = countOf(segment);
            const isEachSide = count === "reps" && segment.rightReps !== null;
            return (
              <fieldset key={index} className="flex flex-wrap gap-3">
                <TextField
                  label={`${part}Load`}
                  hint={isBodyweight(exercise) ? "Beside the body; -20 is assistance." : undefined}
                  {...form.field(`segments.${index}.load`)}
                />
                <TextField
                  label={`${part}${COUNTS[count]}${isEachSide ? ", left" : ""}`}
                  inputMode="numeric"
                  {...form.field(`segments.${index}.${count}`)}
                />
                {isEachSide ? (
                  <TextField
                    label={`${part}Reps, right`}
                    inputMode="numeric"
                    {...form.field(`segments.${index}.rightReps`)}
                  />
                ) : null}
              </fieldset>
            );
          })}
          <TextField label="Reps in reserve" hint="Empty where nobody said." {...form.field("rir")} />
          <SelectField label="Form" {...form.field("form")}>
            {optionsOf(FORMS)}
          </SelectField>
          <TextField label="Pain, 0 to 10" {...form.field("pain")} />
          {form.message ? <p role="alert">{form.message}</p> : null}
          <Button kind="main" type="submit" disabled={form.isBusy} className="self-start">
            Save the correction
          </Button>
        </Form>
      </Sheet>
    </>
  );
}

/** The corrected set, or what is wrong at each field. */
function readSet(
  { shownHash: _shown, atMs: _at, ...done }: DoneSet,
  typed: yup.InferType<typeof SCHEMA>,
): { readonly set: PerformedSet } | { readonly wrong: readonly FormProblem[] } {
  const wrong: FormProblem[] = [];
  const whole = (text: string, most: number): number | null =>
    /^\d{1,4}$/.test(text.trim()) && Number(text) <= most ? Number(text) : null;
  const figure = (text: string, most: number): number | null => {
    const typed = text.trim().replace(",", ".");
    return /^\d{1,5}(\.\d+)?$/.test(typed) && Number(typed) <= most ? Number(typed) : null;
  };
  const segments = done.segments.map((segment, index): PerformedSegment => {
    const one = typed.segments[index] ?? typedOf(segment);
    const say = (field: keyof Typed, message: string) => wrong.push({ field: `segments.${index}.${field}`, message });
    const unit = segment.load?.unit ?? "kg";
    const negative = /^\s*[-−]/.test(one.load);
    const load = readWeight(one.load.replace(/^\s*[-−+]/, ""), unit);
    if (!load) say("load", "A weight such as 72.5, 135 lb or 0.");
    const counted = countOf(segment);
    const count = counted === "reps" ? whole(one.reps, LIMITS.reps) : figure(one[counted], LIMITS[counted]);
    if (count === null)
      say(counted, counted === "reps" ? "A whole number of reps." : `${COUNTS[counted]}, at most ${LIMITS[counted]}.`);
    const right =
      counted === "reps" && segment.rightReps !== null ? whole(one.rightReps, LIMITS.reps) : segment.rightReps;
    if (segment.rightReps !== null && right === null) say("rightReps", "A whole number of reps.");
    const none = !load || toKg(load) === 0;
    const read: PerformedSegment = {
      ...segment,
      load: none ? null : load,
      sign: negative && !none ? -1 : 1,
      [counted]: count ?? segment[counted],
      rightReps: right,
    };
    if (Math.abs(signedKg(read)) > 600) say("load", "Nobody lifts that much: is it a typing error?");
    return read;
  });
  const { rir, form, pain } = typed;
  return wrong.length > 0 ? { wrong } : { set: { ...done, segments, rir, form, pain } };
}
