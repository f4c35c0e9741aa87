"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type OwnExercise, ownExerciseFor, ownExerciseProblems, type StudioExercises } from "@/contract";
import { MOTIONS, type MotionId, placeholderId } from "@/core";
import { callApi, replySentence } from "@/device/api";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";

const IMPLEMENTS = [
  "barbell",
  "dumbbells",
  "dumbbell",
  "kettlebell",
  "stack",
  "sled",
  "bodyweight",
  "straps",
  "band",
] as const;

/** A name that a session has and nobody knows yet, to be made the studio's own; back to that session afterwards. */
export interface NameToDefine {
  readonly name: string;
  readonly sessionId: string | null;
}

const motionName = (id: string): string => id.replace(/([A-Z])/g, " $1").toLowerCase();

/** An exercise of the studio's own: a motion with an implement; the rest follows and can be said otherwise. */
export function OwnExerciseSheet({
  exercises,
  initial: given = null,
  make = null,
}: {
  exercises: StudioExercises;
  /** The exercise to change; null: a new one. */
  initial?: OwnExercise | null;
  make?: NameToDefine | null;
}) {
  const router = useRouter();
  const [open, setOpen] = useState(make !== null);
  const [ownId, setOwnId] = useState(() => given?.id ?? `own-${newId()}`);
  const initial = given ?? (make && ownExerciseFor(make.name, ownId, exercises));
  const [name, setName] = useState(initial?.name ?? "");
  const [motion, setMotion] = useState<MotionId>(initial?.motion ?? "row");
  const [implement, setImplement] = useState<OwnExercise["implement"]>(initial?.implement ?? "dumbbell");
  const [station, setStation] = useState(initial?.station ?? "");
  const [laterality, setLaterality] = useState<OwnExercise["laterality"]>(initial?.laterality ?? "both");
  const [ratio, setRatio] = useState(String(initial?.ratio ?? 1));
  const [setup, setSetup] = useState(String(initial?.setupSeconds ?? 15));
  const [fraction, setFraction] = useState(initial?.fraction == null ? "" : String(initial.fraction));
  const [cable, setCable] = useState(initial?.cableDegrees == null ? "" : String(initial.cableDegrees));
  const [stability, setStability] = useState(String(initial?.stability ?? 3));
  const [learning, setLearning] = useState(String(initial?.learning ?? 2));
  const [cues, setCues] = useState(initial?.cues.join("; ") ?? "");
  const [failureSafeAlone, setFailureSafe] = useState(initial?.failureSafeAlone ?? true);
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const [message, setMessage] = useState<string | null>(null);
  const body = implement === "bodyweight" || implement === "straps";

  async function save() {
    const figure = (text: string) => Number(text.replace(",", "."));
    const found: Record<string, string> = {};
    if (!(figure(ratio) > 0 && figure(ratio) <= 10)) found.ratio = "A share above 0, such as 0.4.";
    if (!(Number.isInteger(figure(setup)) && figure(setup) >= 0 && figure(setup) <= 600))
      found.setup = "Whole seconds, 0 to 600.";
    if (body && !(figure(fraction) > 0 && figure(fraction) <= 1.5))
      found.fraction = "The share of body mass that is moved, such as 0.64.";
    if (cable !== "" && !(figure(cable) >= -90 && figure(cable) <= 270))
      found.cable = "Degrees: 0 the floor, 90 level, 180 above.";
    const own: OwnExercise = {
      id: ownId,
      name,
      motion,
      implement,
      station: station.trim() === "" ? null : station,
      ratio: figure(ratio) || 1,
      setupSeconds: figure(setup) || 0,
      fraction: body ? figure(fraction) || null : null,
      laterality,
      cableDegrees: implement === "stack" && cable !== "" ? figure(cable) : null,
      stability: Number(stability),
      learning: Number(learning),
      cues: cues
        .split(/[;\n]/)
        .map((cue) => cue.trim())
        .filter(Boolean)
        .slice(0, 3),
      shares: initial?.shares ?? [],
      failureSafeAlone,
    };
    for (const problem of ownExerciseProblems(own, exercises)) found[problem.field] ??= problem.message;
    setErrors(found);
    if (Object.keys(found).length > 0) return;
    const reply = await callApi("exercises.save", { seen: given, wanted: own });
    if (reply.kind !== "ok") return setMessage(replySentence(reply));
    if (make) {
      // What sessions and the log have under that name is this exercise from now on.
      const named = await callApi("lifts.name", { exerciseId: placeholderId(make.name), is: ownId });
      if (named.kind !== "ok") return setMessage(replySentence(named));
      return window.location.assign(make.sessionId ? `/session/${make.sessionId}` : "/exercises");
    }
    setOpen(false);
    if (!given) {
      setName("");
      setOwnId(`own-${newId()}`);
    }
    router.refresh();
  }

  return (
    <>
      <Button className={given ? "min-h-7 px-2 py-0.5" : ""} onClick={() => setOpen(true)}>
        {given ? "Change it" : "Add your own"}
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title="An exercise of your own">
        <form
          className="grid grid-cols-2 gap-4"
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <div className="col-span-2">
            <TextField
              label="Name"
              hint="Say what is done, in generic words."
              error={errors.name}
              maxLength={80}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </div>
          <SelectField
            label="Motion"
            hint="Muscles, lengths and joints follow from it."
            value={motion}
            error={errors.travel ?? errors.shares}
            onChange={(event) => setMotion(event.target.value as MotionId)}
          >
            {Object.keys(MOTIONS)
              .sort()
              .map((id) => (
                <option key={id} value={id}>
                  {motionName(id)}
                </option>
              ))}
          </SelectField>
          <SelectField
            label="Implement"
            value={implement}
            onChange={(event) => setImplement(event.target.value as OwnExercise["implement"])}
          >
            {IMPLEMENTS.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </SelectField>
          <TextField
            label="Station or machine"
            error={errors.station}
            maxLength={60}
            value={station}
            onChange={(event) => setStation(event.target.value)}
          />
          <SelectField
            label="Sides"
            value={laterality}
            onChange={(event) => setLaterality(event.target.value as OwnExercise["laterality"])}
          >
            <option value="both">both at once</option>
            <option value="eachSide">each in turn</option>
            <option value="alternating">alternating</option>
          </SelectField>
          <TextField
            label="Load against the lead lift"
            hint={`1 is the lead lift of "${MOTIONS[motion].family}".`}
            error={errors.ratio}
            value={ratio}
            onChange={(event) => setRatio(event.target.value)}
          />
          <TextField
            label="Set-up, seconds"
            error={errors.setup}
            value={setup}
            onChange={(event) => setSetup(event.target.value)}
          />
          {body ? (
            <TextField
              label="Share of body mass"
              error={errors.fraction}
              value={fraction}
              onChange={(event) => setFraction(event.target.value)}
            />
          ) : null}
          {implement === "stack" ? (
            <TextField
              label="Cable from, degrees"
              hint="Empty for a machine."
              error={errors.cable}
              value={cable}
              onChange={(event) => setCable(event.target.value)}
            />
          ) : null}
          <SelectField label="Stability" value={stability} onChange={(event) => setStability(event.target.value)}>
            {[1, 2, 3, 4, 5].map((one) => (
              <option key={one}>{one}</option>
            ))}
          </SelectField>
          <SelectField label="Learning" value={learning} onChange={(event) => setLearning(event.target.value)}>
            {[1, 2, 3, 4, 5].map((one) => (
              <option key={one}>{one}</option>
            ))}
          </SelectField>
          <div className="col-span-2">
            <TextField
              label="Cues"
              hint="Two or three, with semicolons between; empty takes the motion's."
              error={errors.cues}
              value={cues}
              onChange={(event) => setCues(event.target.value)}
            />
          </div>
          <label className="col-span-2 flex items-center gap-2">
            <input
              type="checkbox"
              checked={failureSafeAlone}
              onChange={(event) => setFailureSafe(event.target.checked)}
            />
            Safe to fail alone
          </label>
          {message ? (
            <p role="alert" className="col-span-2">
              {message}
            </p>
          ) : null}
          <Button kind="main" type="submit" className="justify-self-start">
            {given ? "Save it" : "Add it"}
          </Button>
        </form>
      </Sheet>
    </>
  );
}
