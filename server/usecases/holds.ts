/** What holds a session back before it starts: every caution that blocks it, and what can be done with the lift it is about. */
import { runYielding } from "../../contract";
import { cautionKey, exerciseOrThrow, openBlocks, removeSlot, slotById, swapExercise } from "../../core";
import { computeSteps, judgeSession, standInSteps } from "../../views";
import { saveEdits } from "../context/saving";
import { loadSession } from "../context/session";
import { answerIn, conflict, defineUseCase, notFound, ok, refused } from "./kit";

/** So many exercises are offered in a lift's place. */
const MOST_OFFERED = 3;

export const listHolds = defineUseCase("floor.holds", ["coach"], (scope, { sessionId }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const loaded = await loadSession(tx, sessionId, nowMs);
    if (!loaded) return notFound;
    const { document, context, studio } = loaded;
    const computed = await runYielding(computeSteps(document, context));
    const open = openBlocks(judgeSession(document, context, computed).cautions, context.reasons);
    const standIns = await runYielding(
      standInSteps(document, (id) => computed.resolved.loads.get(id)?.kg ?? null, context),
    );
    const nameOf = (exerciseId: string) => exerciseOrThrow(studio.catalogue, exerciseId).name;
    return ok({
      holds: open.map((one) => {
        const slot = one.slotId === null ? null : slotById(document, one.slotId);
        const offered = slot ? (standIns[slot.id] ?? []).slice(0, MOST_OFFERED) : [];
        return {
          key: cautionKey(one),
          words: one.words,
          lift: slot && {
            slotId: slot.id,
            name: nameOf(slot.exerciseId),
            standIns: offered.map(({ exerciseId, words }) => ({ exerciseId, name: nameOf(exerciseId), words })),
          },
        };
      }),
    });
  }),
);

/** Another exercise in a lift's place, or none, before the session starts. */
export const changeHeldLift = defineUseCase(
  "floor.changeLift",
  ["coach"],
  (scope, { sessionId, slotId, exerciseId }, { nowMs }) =>
    answerIn(scope, async (tx) => {
      const loaded = await loadSession(tx, sessionId, nowMs);
      if (!loaded) return notFound;
      const { row, document, studio } = loaded;
      const exercise = exerciseId === null ? null : studio.catalogue.byId.get(exerciseId);
      if (exercise === undefined) return refused("exerciseId", "This exercise is not known here.");
      const changed = exercise ? swapExercise(document, slotId, exercise) : removeSlot(document, slotId);
      if (!changed.ok) return conflict(changed.message);
      const saved = await saveEdits(tx, scope, studio, { sessionId, revision: row.revision, edits: changed.edits });
      return saved.kind === "ok" ? ok({}) : saved;
    }),
);
