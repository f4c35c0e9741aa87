"use client";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import * as yup from "yup";
import {
  OWN_IMPLEMENTS,
  type OwnExercise,
  ownExerciseFor,
  ownExerciseProblems,
  type StudioExercises,
} from "@/contract";
import { isMotion, MOTIONS, type MotionId, placeholderId } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import { type Choices, optionsOf } from "@/ui/choice";
import { SelectField, TextField } from "@/ui/field";
import { Form, typedNumber, typedOrNull, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";

const SIDES: Choices<OwnExercise["laterality"]> = {
  both: "both at once",
  eachSide: "each in turn",
  alternating: "alternating",
  otherHolds: "the other side holds",
};

/** A name that a session has and nobody knows yet, to be made the studio's own; back to that session afterwards. */
export interface NameToDefine {
  readonly name: string;
  readonly sessionId: string | null;
}

const motionName = (id: string): string => id.replace(/([A-Z])/g, " $1").toLowerCase();

/** An exercise of the studio's own: a motion with an implement; the rest follows and can be said otherwise. */
export function OwnExerciseSheet({
  exercises,
  initial = null,
  make = null,
}: {
  exercises: StudioExercises;
  /** The exercise to change; null: a new one. */
  initial?: OwnExercise | null;
  make?: NameToDefine | null;
}) {
  const [open, setOpen] = useState(make !== null);
  return (
    <>
      <Button className={initial ? "min-h-7 px-2 py-0.5" : ""} onClick={() => setOpen(true)}>
        {initial ? "Change it" : "Add your own"}
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title="An exercise of your own">
        <ExerciseForm exercises={exercises} initial={initial} make={make} onDone={() => setOpen(false)} />
      </Sheet>
    </>
  );
}

const RATIO = "A share above 0, such as 0.4.";
const SECONDS = "Whole seconds, 0 to 600.";
const FRACTION = "The share of body mass that is moved, such as 0.64.";
const DEGREES = "Degrees: 0 the floor, 90 level, 180 above.";

const movesBody = (implement: string): boolean => implement === "bodyweight" || implement === "straps";

const SCHEMA = yup.object({
  name: yup.string().trim().required("Give the exercise a name.").max(80, "At most 80 characters."),
  motion: yup.string<MotionId>().required(),
  implement: yup.string<OwnExercise["implement"]>().required(),
  station: typedOrNull(),
  laterality: yup.string<OwnExercise["laterality"]>().required(),
  ratio: typedNumber(RATIO, { low: 0.01, high: 10 }).required(RATIO),
  setupSeconds: typedNumber(SECONDS, { low: 0, high: 600, whole: true }).required(SECONDS),
  fraction: typedNumber(FRACTION, { low: 0.01, high: 1.5 }).test(
    "body",
    FRACTION,
    (fraction, { parent }) => fraction !== null || !movesBody(parent.implement),
  ),
  cableDegrees: typedNumber(DEGREES, { low: -90, high: 270 }),
  stability: yup.number<OwnExercise["stability"]>().required(),
  learning: yup.number<OwnExercise["learning"]>().required(),
  cues: yup
    .array(yup.string().required())
    .transform((_, text: string) =>
      text
        .split(/[;\n]/)
        .map((cue) => cue.trim())
        .filter(Boolean),
    )
    .max(3, "Three cues at most.")
    .required(),
  failureSafeAlone: yup.boolean().required(),
});

const typedOf = (initial: OwnExercise | null) => ({
  name: initial?.name ?? "",
  motion: initial?.motion ?? "row",
  implement: initial?.implement ?? "dumbbell",
  station: initial?.station ?? "",
  laterality: initial?.laterality ?? "both",
  ratio: String(initial?.ratio ?? 1),
  setupSeconds: String(initial?.setupSeconds ?? 15),
  fraction: String(initial?.fraction ?? ""),
  cableDegrees: String(initial?.cableDegrees ?? ""),
  stability: String(initial?.stability ?? 3),
  learning: String(initial?.learning ?? 2),
  cues: initial?.cues.join("; ") ?? "",
  failureSafeAlone: initial?.failureSafeAlone ?? true,
});

function ExerciseForm({
  exercises,
  initial: given,
  make,
  onDone,
}: {
  exercises: StudioExercises;
  initial: OwnExercise | null;
  make: NameToDefine | null;
  onDone: () => void;
}) {
  const router = useRouter();
  const [ownId] = useState(() => given?.id ?? `own-${newId()}`);
  const initial = useMemo(
    () => given ?? (make && ownExerciseFor(make.name, ownId, exercises)),
    [given, make, ownId, exercises],
  );
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: typedOf(initial),
    send: async (read) => {
      const own: OwnExercise = {
        ...read,
        id: ownId,
        fraction: movesBody(read.implement) ? read.fraction : null,
        cableDegrees: read.implement === "stack" ? read.cableDegrees : null,
        shares: initial?.shares ?? [],
      };
      const wrong = ownExerciseProblems(own, exercises);
      // What follows from the motion is wrong at the motion.
      if (wrong.length > 0)
        return wrong.map((one) =>
          one.field === "travel" || one.field === "shares" ? { ...one, field: "motion" } : one,
        );
      const reply = await callApi("exercises.save", { seen: given, wanted: own });
      if (reply.kind !== "ok") return problemOf(reply);
      if (make) {
        // What sessions and the log have under that name is this exercise from now on.
        const named = await callApi("lifts.name", { exerciseId: placeholderId(make.name), is: ownId });
        if (named.kind !== "ok") return problemOf(named);
        window.location.assign(make.sessionId ? `/session/${make.sessionId}` : "/exercises");
        return null;
      }
      onDone();
      router.refresh();
      return null;
    },
  });
  const implement = form.watch("implement");
  const motion = form.watch("motion");
  const { error: _none, ...failureSafe } = form.field("failureSafeAlone");
  return (
    <Form form={form} className="grid grid-cols-2 gap-4">
      <div className="col-span-2">
        <TextField label="Name" hint="Say what is done, in generic words." maxLength={80} {...form.field("name")} />
      </div>
      <SelectField label="Motion" hint="Muscles, lengths and joints follow from it." {...form.field("motion")}>
        {Object.keys(MOTIONS)
          .sort()
          .map((id) => (
            <option key={id} value={id}>
              {motionName(id)}
            </option>
          ))}
      </SelectField>
      <SelectField label="Implement" {...form.field("implement")}>
        {OWN_IMPLEMENTS.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </SelectField>
      <TextField label="Station or machine" maxLength={60} {...form.field("station")} />
      <SelectField label="Sides" {...form.field("laterality")}>
        {optionsOf(SIDES)}
      </SelectField>
      <TextField
        label="Load against the lead lift"
        hint={isMotion(motion) ? `1 is the lead lift of "${MOTIONS[motion].family}".` : undefined}
        {...form.field("ratio")}
      />
      <TextField label="Set-up, seconds" {...form.field("setupSeconds")} />
      {movesBody(implement) ? <TextField label="Share of body mass" {...form.field("fraction")} /> : null}
      {implement === "stack" ? (
        <TextField label="Cable from, degrees" hint="Empty for a machine." {...form.field("cableDegrees")} />
      ) : null}
      {(["stability", "learning"] as const).map((part) => (
        <SelectField key={part} label={part === "stability" ? "Stability" : "Learning"} {...form.field(part)}>
          {[1, 2, 3, 4, 5].map((one) => (
            <option key={one}>{one}</option>
          ))}
        </SelectField>
      ))}
      <div className="col-span-2">
        <TextField
          label="Cues"
          hint="Two or three, with semicolons between; empty takes the motion's."
          {...form.field("cues")}
        />
      </div>
      <label className="col-span-2 flex items-center gap-2">
        <input type="checkbox" {...failureSafe} />
        Safe to fail alone
      </label>
      {form.message ? (
        <p role="alert" className="col-span-2">
          {form.message}
        </p>
      ) : null}
      <Button kind="main" type="submit" className="justify-self-start" disabled={form.isBusy}>
        {given ? "Save it" : "Add it"}
      </Button>
    </Form>
  );
}
