"use client";
import { useMemo, useRef, useState } from "react";
import type { Output } from "@/contract";
import {
  EMPTY_DOCUMENT,
  type EventLoggedBy,
  exercisesIn,
  offerExercises,
  printName,
  readNewLifts,
  trainedRegions,
} from "@/core";
import { callApi } from "@/device/api";
import { newId } from "@/device/ids";
import { ChoiceButton } from "./questions";
import type { Floor } from "./use-floor";

const MOST_OFFERS = 6;
/** Where a line goes on from the lift to its sets. */
const SETS = /\s\d+(\s*[-–]\s*\d+)?\s*([x×]\s*\S|total)/i;

/** A lift that nobody planned: found by name, or typed or spoken as a line with its sets. It follows what there is. */
export default function AddLift({ floor, onAdded }: { floor: Floor; onAdded: () => void }) {
  const [typed, setTyped] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  /** The last that was asked for counts: an answer that comes late to an earlier one is dropped. */
  const asked = useRef(0);
  const { shown, sessionId } = floor;
  const at = typed.search(SETS);
  const name = at < 0 ? typed : typed.slice(0, at);
  const sets = at < 0 ? "" : typed.slice(at).trim();
  const offers = useMemo(
    () =>
      shown && name.trim() !== "" ? offerExercises(shown.catalogue, name, { most: MOST_OFFERS, isTyping: true }) : [],
    [shown, name],
  );
  if (!shown || sessionId === null) return null;
  const add = async (text: string) => {
    asked.current++;
    const own = asked.current;
    const found = await readLift(sessionId, text, floor);
    if (own !== asked.current) return;
    if (!found.ok) return setProblem(found.message);
    if (!floor.mayCommit()) return;
    for (const body of found.bodies) await floor.log(body);
    setTyped("");
    onAdded();
  };
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void add(typed);
      }}
    >
      <label className="flex flex-col gap-1 text-lg">
        A lift to add
        <input
          value={typed}
          maxLength={300}
          autoComplete="off"
          placeholder="dumbbell row, or Bench press 3x8 @60kg"
          aria-invalid={problem !== null}
          aria-describedby={problem === null ? undefined : "lift-problem"}
          onChange={(event) => {
            setTyped(event.target.value);
            setProblem(null);
          }}
          className="min-h-[56px] rounded-lg border border-[var(--floor-line)] bg-transparent px-3 placeholder:text-[var(--floor-quiet)]"
        />
      </label>
      {problem ? (
        <p id="lift-problem" role="alert" className="text-lg text-[var(--floor-warn)]">
          {problem}
        </p>
      ) : null}
      {sets ? (
        <ChoiceButton
          isFirst
          title={`Add “${typed.trim()}”`}
          detail="as it is written"
          onTake={() => void add(typed)}
        />
      ) : null}
      {offers.map((exercise) => (
        <ChoiceButton
          key={exercise.id}
          title={exercise.name}
          detail={[sets, exercise.stations[0], exercise.implement === "bodyweight" ? "body" : exercise.implement]
            .filter(Boolean)
            .join(", ")}
          onTake={() => void add(`${printName(exercise.id, shown.catalogue)} ${sets}`)}
        />
      ))}
    </form>
  );
}

type Found =
  | { readonly ok: true; readonly bodies: readonly EventLoggedBy<"floor">[] }
  | { readonly ok: false; readonly message: string };

/** The blocks of what was typed and the loads of its lifts: from the record where the server is reached, else as they are written. */
async function readLift(sessionId: string, typed: string, { shown }: Floor): Promise<Found> {
  const reply = await callApi("floor.readLift", { sessionId, typed });
  if (reply.kind === "refused") return { ok: false, message: reply.problems[0]?.message ?? reply.message };
  if (reply.kind === "ok") return { ok: true, bodies: bodiesOf(reply.value) };
  const read = readNewLifts(typed, shown!.catalogue, newId, {
    lastOf: () => null,
    context: { trained: trainedRegions(exercisesIn(shown!.document, shown!.catalogue)) },
  });
  if (!read.ok) return read;
  const loads = read.blocks.flatMap(({ slots }) =>
    slots.flatMap(({ id, sets }) => {
      const load = sets.find((set) => set !== null)?.segments[0]?.load;
      return load?.kind === "fixed" ? [{ slotId: id, load: { weight: load.weight, sign: 1 as const } }] : [];
    }),
  );
  return { ok: true, bodies: bodiesOf({ document: { ...EMPTY_DOCUMENT, blocks: read.blocks }, loads }) };
}

const bodiesOf = ({ document, loads }: Output<"floor.readLift">): EventLoggedBy<"floor">[] => [
  { kind: "liftsAdded", document },
  ...loads.map(({ slotId, load }) => ({ kind: "loadChanged" as const, slotId, fromRound: 0, load })),
];
