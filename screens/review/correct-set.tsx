"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
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
import { callApi, replySentence } from "@/device/api";
import { clocksNow, nowMs } from "@/device/clock";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
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

/** Puts a logged set right. What was shown stays as it was; the record, and what follows from it, is worked out anew. */
export function CorrectSet({ view, lift, done }: { view: ReviewView; lift: ReviewedLift; done: DoneSet }) {
  const router = useRouter();
  const shown = view.shown[done.shownHash]!;
  const [open, setOpen] = useState(false);
  const [segments, setSegments] = useState<readonly Typed[]>(() => done.segments.map(typedOf));
  const [rir, setRir] = useState(done.rir === null ? "" : String(done.rir));
  const [form, setForm] = useState<FormReport>(done.form);
  const [pain, setPain] = useState(String(done.pain));
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const [message, setMessage] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  async function keep() {
    const read = readSet(done, { segments, rir, form, pain });
    setErrors(read.errors);
    if (!read.set) return;
    setBusy(true);
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
    setBusy(false);
    if (reply.kind !== "ok") return setMessage(replySentence(reply));
    const [refusal] = reply.value.refused;
    if (refusal) return setMessage(`Not accepted, because ${refusal.because}.`);
    setOpen(false);
    router.refresh();
  }

  return (
    <>
      <Button className="self-start" onClick={() => setOpen(true)}>
        {done.ordinal === 0 ? "Correct this set" : `Correct mini-set ${done.ordinal + 1}`}
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title={`Correct ${lift.exercise.name}, round ${done.round + 1}`}>
        <form
          className="flex flex-col gap-4"
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <p className="text-quiet">
            What was shown on the floor stays as it was. The record, the curve and the next loads are worked out anew.
          </p>
          {segments.map((typed, index) => {
            const segment = done.segments[index]!;
            const exercise = exerciseOrThrow(shownSession(shown).catalogue, segment.exerciseId);
            const put = (part: Partial<Typed>) =>
              setSegments(segments.map((other, place) => (place === index ? { ...other, ...part } : other)));
            const part = segments.length > 1 ? `Part ${index + 1}: ` : "";
            const count = countOf(segment);
            return (
              <fieldset key={index} className="flex flex-wrap gap-3">
                <TextField
                  label={`${part}Load`}
                  hint={isBodyweight(exercise) ? "Beside the body; -20 is assistance." : undefined}
                  error={errors[`load${index}`]}
                  value={typed.load}
                  onChange={(event) => put({ load: event.target.value })}
                />
                <TextField
                  label={`${part}${COUNTS[count]}${count === "reps" && segment.rightReps !== null ? ", left" : ""}`}
                  inputMode="numeric"
                  error={errors[`count${index}`]}
                  value={typed[count]}
                  onChange={(event) => put({ [count]: event.target.value })}
                />
                {count !== "reps" || segment.rightReps === null ? null : (
                  <TextField
                    label={`${part}Reps, right`}
                    inputMode="numeric"
                    error={errors[`right${index}`]}
                    value={typed.rightReps}
                    onChange={(event) => put({ rightReps: event.target.value })}
                  />
                )}
              </fieldset>
            );
          })}
          <TextField
            label="Reps in reserve"
            hint="Empty where nobody said."
            error={errors.rir}
            value={rir}
            onChange={(event) => setRir(event.target.value)}
          />
          <SelectField label="Form" value={form} onChange={(event) => setForm(event.target.value as FormReport)}>
            <option value="held">held</option>
            <option value="slipped">slipped</option>
            <option value="broke">broke</option>
          </SelectField>
          <TextField
            label="Pain, 0 to 10"
            error={errors.pain}
            value={pain}
            onChange={(event) => setPain(event.target.value)}
          />
          {message ? <p role="alert">{message}</p> : null}
          <Button kind="main" type="submit" disabled={busy} className="self-start">
            Save the correction
          </Button>
        </form>
      </Sheet>
    </>
  );
}

interface Form {
  readonly segments: readonly Typed[];
  readonly rir: string;
  readonly form: FormReport;
  readonly pain: string;
}

/** The corrected set, or what is wrong at each field. */
function readSet(
  { shownHash: _shown, atMs: _at, ...done }: DoneSet,
  typed: Form,
): { set: PerformedSet | null; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const whole = (text: string, most: number): number | null =>
    /^\d{1,4}$/.test(text.trim()) && Number(text) <= most ? Number(text) : null;
  const figure = (text: string, most: number): number | null => {
    const typed = text.trim().replace(",", ".");
    return /^\d{1,5}(\.\d+)?$/.test(typed) && Number(typed) <= most ? Number(typed) : null;
  };
  const segments = typed.segments.map((one, index): PerformedSegment => {
    const segment = done.segments[index]!;
    const unit = segment.load?.unit ?? "kg";
    const negative = /^\s*[-−]/.test(one.load);
    const load = readWeight(one.load.replace(/^\s*[-−+]/, ""), unit);
    if (!load) errors[`load${index}`] = "A weight such as 72.5, 135 lb or 0.";
    const counted = countOf(segment);
    const count = counted === "reps" ? whole(one.reps, LIMITS.reps) : figure(one[counted], LIMITS[counted]);
    if (count === null)
      errors[`count${index}`] =
        counted === "reps" ? "A whole number of reps." : `${COUNTS[counted]}, at most ${LIMITS[counted]}.`;
    const right =
      counted === "reps" && segment.rightReps !== null ? whole(one.rightReps, LIMITS.reps) : segment.rightReps;
    if (segment.rightReps !== null && right === null) errors[`right${index}`] = "A whole number of reps.";
    const none = !load || toKg(load) === 0;
    return {
      ...segment,
      load: none ? null : load,
      sign: negative && !none ? -1 : 1,
      [counted]: count ?? segment[counted],
      rightReps: right,
    };
  });
  const rir = typed.rir.trim() === "" ? null : Number(typed.rir.replace(",", "."));
  if (rir !== null && !(rir >= 0 && rir <= 10)) errors.rir = "A number from 0 to 10, or nothing.";
  const pain = whole(typed.pain, 10);
  if (pain === null) errors.pain = "A whole number from 0 to 10.";
  const heavy = segments.findIndex((segment) => Math.abs(signedKg(segment)) > 600);
  if (heavy >= 0) errors[`load${heavy}`] = "Nobody lifts that much: is it a typing error?";
  if (Object.keys(errors).length > 0) return { set: null, errors };
  return { set: { ...done, segments, rir, form: typed.form, pain: pain! }, errors };
}
