"use client";
import { lineageOf } from "@/core";
import { newId } from "@/device/ids";
import type { ReplyError } from "@/device/query";
import { ChosenLift } from "@/parts/chosen-lift";
import { GoalForm } from "@/parts/goal-form";
import { GoalList, lastBodyMassKg } from "@/parts/goal-list";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import { type ClientView, habitsOf } from "@/views";
import { useHabits } from "./habits";
import type { OpenSheet } from "./open-sheet";

export function Goals({ view, onOpen }: { view: ClientView; onOpen: OpenSheet | null }) {
  return (
    <section>
      <h2 className="mb-1 font-bold">Goals</h2>
      {view.goals.length === 0 ? <p className="text-quiet">None yet: a lift, a load and a day.</p> : null}
      <GoalList view={view} />
      {onOpen ? (
        <Button className="mt-1" onClick={() => onOpen("goals")}>
          Add a goal
        </Button>
      ) : null}
    </section>
  );
}

/** A goal in any lift. It waits for the client's next plan; where one runs, its own goals are changed in the weeks. */
export function GoalsSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  const [adding, removing] = [useHabits(view), useHabits(view)];
  const waiting = habitsOf(view).goals;
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Goals">
      <div className="flex flex-col gap-3">
        <p className="text-quiet">
          The next plan that is started takes these goals along and puts their lifts first. Goals of a plan that runs
          are changed in its weeks.
        </p>
        <GoalList view={view} onRemove={(id) => removing.mutate({ goals: waiting.filter((goal) => goal.id !== id) })} />
        {removing.error ? <p role="alert">{removing.error.message}</p> : null}
        <ChosenLift exercises={view.exercises}>
          {(exercise, onDone) => (
            <GoalForm
              exercise={exercise}
              unit={view.unit}
              bodyMassKg={lastBodyMassKg(view)}
              today={view.today}
              onAdd={(goal) => {
                const item = { id: newId(), lineage: lineageOf(exercise.id, []), exerciseId: exercise.id, ...goal };
                return adding.mutateAsync({ goals: [...waiting, item] }).then(
                  () => {
                    onDone();
                    return null;
                  },
                  ({ message }: ReplyError) => message,
                );
              }}
            />
          )}
        </ChosenLift>
      </div>
    </Sheet>
  );
}
