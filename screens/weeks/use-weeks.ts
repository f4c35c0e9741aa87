"use client";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useState } from "react";
import { catalogueIn, listOf, planEditSchema, strictObject } from "@/contract";
import {
  appended,
  applyPlanEdits,
  comingDays,
  dayOfSlot,
  type Muscle,
  moveLift,
  type PatchSpan,
  type PlanDocument,
  type PlanEdit,
  patchDayId,
  sessionOfWeek,
  startLift,
  writeLift,
} from "@/core";
import { callApi } from "@/device/api";
import { newId } from "@/device/ids";
import { keep, readKept } from "@/device/kept";
import { useApiMutation } from "@/device/query";
import { weeksKey } from "@/device/weeks-key";
import { projectContextOf, type WeeksView, weeksModel } from "@/views";
import { useAhead } from "./use-ahead";
import { useWhatIf } from "./use-what-if";

export type WeekSelection =
  | { readonly kind: "cell"; readonly dayId: string; readonly slotId: string; readonly week: number }
  | { readonly kind: "phase"; readonly phaseId: string }
  | { readonly kind: "day"; readonly dayId: string }
  | { readonly kind: "week"; readonly week: number }
  | { readonly kind: "muscle"; readonly muscle: Muscle; readonly week: number }
  | { readonly kind: "plan" };

const KEPT = strictObject({ edits: listOf(planEditSchema, 10_000) });

/** A change of the plan that is not kept yet, with the way back. */
interface Step {
  readonly edits: readonly PlanEdit[];
  readonly inverse: readonly PlanEdit[];
}

/** The plan as it is kept and as it is being changed: later weeks are computed at once, the kept ones stay beside as ghosts. */
export function useWeeks(view: WeeksView & { readonly plan: NonNullable<WeeksView["plan"]> }) {
  const router = useRouter();
  const kept = view.plan.document;
  const [steps, setSteps] = useState<readonly Step[]>([]);
  const [undone, setUndone] = useState<readonly Step[]>([]);
  const [plan, setPlan] = useState<PlanDocument>(kept);
  const [selection, setSelection] = useState<WeekSelection | null>(() => firstCell(view));
  const [message, setMessage] = useState<string | null>(null);

  // A change that was not kept survives a closed tab; one that does not fit the plan any more is said.
  useEffect(() => {
    const unsaved = readKept(weeksKey(view.plan.id), KEPT);
    if (!unsaved) return;
    const { edits } = unsaved;
    const edited = applyPlanEdits(kept, edits);
    if (!edited.ok) return setMessage(`A change that was not saved does not fit any more: ${edited.message}`);
    setPlan(edited.plan);
    setSteps([{ edits, inverse: edited.inverse }]);
  }, [view.plan.id, kept]);
  useEffect(() => {
    const edits = steps.flatMap((step) => step.edits);
    keep(weeksKey(view.plan.id), edits.length > 0 ? { edits } : null);
  }, [steps, view.plan.id]);

  const context = useMemo(() => projectContextOf(view), [view]);
  const until = useAhead(view, kept);
  const model = useMemo(() => weeksModel(plan, view, until), [plan, view, until]);
  const ghost = useMemo(
    () => (steps.length > 0 ? weeksModel(kept, view, until) : null),
    [steps.length, kept, view, until],
  );

  const whatIf = useWhatIf(view, plan, kept);

  const saving = useApiMutation(
    (edits: readonly PlanEdit[]) =>
      callApi("plans.edit", { planId: view.plan.id, revision: view.plan.revision, edits }),
    () => {
      keep(weeksKey(view.plan.id), null);
      setSteps([]);
      router.refresh();
    },
  );

  /** Opens a day's session of a week at the desk. */
  const opening = useApiMutation(
    (day: { readonly dayId: string; readonly week: number }) =>
      callApi("plans.openSession", { planId: view.plan.id, ...day }),
    ({ sessionId }) => router.push(`/session/${sessionId}`),
  );

  const { reset: forgetSaving } = saving;
  const { reset: forgetOpening } = opening;
  const change = useCallback(
    (edits: readonly PlanEdit[]): string | null => {
      const edited = applyPlanEdits(plan, edits);
      if (!edited.ok) return edited.message;
      setMessage(null);
      forgetSaving();
      forgetOpening();
      setPlan(edited.plan);
      setSteps((before) => [...before, { edits, inverse: edited.inverse }]);
      setUndone([]);
      return null;
    },
    [plan, forgetSaving, forgetOpening],
  );

  const undo = useCallback(() => {
    const last = steps.at(-1);
    const edited = last && applyPlanEdits(plan, last.inverse);
    if (!last || !edited?.ok) return;
    setPlan(edited.plan);
    setSteps(steps.slice(0, -1));
    setUndone((before) => [...before, last]);
  }, [steps, plan]);

  const redo = useCallback(() => {
    const last = undone.at(-1);
    const edited = last && applyPlanEdits(plan, last.edits);
    if (!last || !edited?.ok) return;
    setPlan(edited.plan);
    setUndone(undone.slice(0, -1));
    setSteps((before) => [...before, last]);
  }, [undone, plan]);

  const putBack = useCallback(() => {
    setPlan(kept);
    setSteps([]);
    setUndone([]);
  }, [kept]);

  /** What is typed for a lift of a week becomes a change for that week, from it on, or for its phase. */
  const writeCell = useCallback(
    (at: { dayId: string; slotId: string; week: number }, typed: string, span: PatchSpan): string | null => {
      const session = sessionOfWeek(plan, at.dayId, at.week);
      if (!session) return "That day is not in the plan any more.";
      const written = writeLift(session.document, at.slotId, typed, catalogueIn(view.exercises), newId);
      if (!written.ok) return written.message;
      if (written.edits.length === 0) return "That is what it says already.";
      const dayId = patchDayId(plan, at.dayId, at.week, span);
      const item = { id: newId(), dayId, edits: written.edits, span, note: "" };
      return change(appended(plan, "patches", [item]));
    },
    [plan, change, view.exercises],
  );

  /** What is typed holds from the week on, but for its load: that is where the lift starts, and its rule goes on from it. */
  const startCell = useCallback(
    (at: { dayId: string; slotId: string; week: number }, typed: string): string | null => {
      const started = startLift(plan, at, typed, catalogueIn(view.exercises), newId);
      return started.ok ? change(started.edits) : started.message;
    },
    [plan, change, view.exercises],
  );

  /** What is typed for a lift of every week becomes its day's own. */
  const writeEveryWeek = useCallback(
    (slotId: string, typed: string): string | null => {
      const day = dayOfSlot(plan, slotId);
      if (!day) return "That lift is not in the plan any more.";
      const written = writeLift(day.base, slotId, typed, catalogueIn(view.exercises), newId);
      if (!written.ok) return written.message;
      if (written.edits.length === 0) return "That is what it says already.";
      return change([{ kind: "editDay", dayId: day.id, edits: written.edits }]);
    },
    [plan, change, view.exercises],
  );

  const moveLiftTo = useCallback(
    (slotId: string, toDayId: string): string | null => {
      const moved = moveLift(plan, { slotId, toDayId }, newId);
      if (!moved.ok) return moved.message;
      const refused = change(moved.edits);
      if (!refused) setSelection({ kind: "day", dayId: toDayId });
      return refused;
    },
    [plan, change],
  );

  return {
    plan,
    model,
    ghost,
    context,
    selection,
    select: setSelection,
    change,
    writeCell,
    startCell,
    writeEveryWeek,
    moveLiftTo,
    /** The week of the next session that is still to come, else the last. */
    nextWeek: comingDays(plan, context)[0]?.week ?? model.columns.length - 1,
    /** Whether the weeks ahead are known to the plan's end. */
    isWhole: until === null,
    undo,
    redo,
    canUndo: steps.length > 0,
    canRedo: undone.length > 0,
    isChanged: steps.length > 0,
    keep: () => saving.mutate(steps.flatMap((step) => step.edits)),
    putBack,
    open: (dayId: string, week: number) => opening.mutate({ dayId, week }),
    whatIf,
    message: message ?? saving.error?.message ?? opening.error?.message ?? null,
    say: setMessage,
    notes: saving.data?.notes ?? [],
    isBusy: saving.isPending || opening.isPending,
  };
}

export type Weeks = ReturnType<typeof useWeeks>;

/** The first lift of the next session, or of the plan's first. */
function firstCell({ plan, today, sessions }: WeeksView): WeekSelection | null {
  const document = plan?.document;
  if (!document) return null;
  const isDone = (dayId: string, week: number) =>
    sessions.some((one) => one.dayId === dayId && one.week === week && one.state !== "draft");
  const next = comingDays(document, { today, isClosed: isDone })[0];
  const day = document.days.find(({ id }) => id === next?.dayId) ?? document.days[0];
  const slot = day?.base.blocks[0]?.slots[0];
  return day && slot ? { kind: "cell", dayId: day.id, slotId: slot.id, week: next?.week ?? 0 } : null;
}
