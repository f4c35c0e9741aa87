"use client";
import { X } from "lucide-react";
import { catalogueIn } from "@/contract";
import { exerciseOrThrow, isTrainable } from "@/core";
import { ExerciseByName } from "@/parts/exercise-by-name";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";
import { useHabits } from "./habits";
import type { OpenSheet } from "./open-sheet";

const KINDS = { likes: "Likes", dislikes: "Does not like" } as const;
type Kind = keyof typeof KINDS;

function namesOf(view: ClientView, kind: Kind): { readonly id: string; readonly name: string }[] {
  const catalogue = catalogueIn(view.exercises);
  return view[kind].flatMap((id) =>
    isTrainable(catalogue, id) ? [{ id, name: exerciseOrThrow(catalogue, id).name }] : [],
  );
}

/** Exercises that a client likes and does not like: read where exercises are ranked and weeks are proposed. */
export function Likes({ view, onOpen }: { view: ClientView; onOpen: OpenSheet | null }) {
  const [likes, dislikes] = [namesOf(view, "likes"), namesOf(view, "dislikes")];
  const listed = (all: typeof likes) => all.map(({ name }) => name).join(", ");
  return (
    <section>
      <h2 className="mb-1 font-bold">Likes and dislikes</h2>
      {likes.length > 0 ? <p>Likes {listed(likes)}.</p> : null}
      {dislikes.length > 0 ? <p>Does not like {listed(dislikes)}.</p> : null}
      {likes.length + dislikes.length === 0 ? <p className="text-quiet">None said.</p> : null}
      {onOpen ? (
        <Button className="mt-1" onClick={() => onOpen("likes")}>
          Likes and dislikes
        </Button>
      ) : null}
    </section>
  );
}

export function LikesSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Likes and dislikes">
      <p className="mb-3 text-quiet">
        What is liked is proposed first among what does the same; what is not liked is proposed by no week.
      </p>
      <LikeList view={view} kind="likes" />
      <LikeList view={view} kind="dislikes" />
      <Button kind="main" onClick={onClose}>
        That is all
      </Button>
    </Sheet>
  );
}

function LikeList({ view, kind }: { view: ClientView; kind: Kind }) {
  const change = useHabits(view);
  const other: Kind = kind === "likes" ? "dislikes" : "likes";
  return (
    <section aria-label={KINDS[kind]} className="mb-6">
      <h3 className="mb-1 font-bold">{KINDS[kind]}</h3>
      <ul className="mb-2 flex flex-wrap gap-2">
        {namesOf(view, kind).map(({ id, name }) => (
          <li key={id}>
            <Button
              disabled={change.isPending}
              onClick={() => change.mutate({ [kind]: view[kind].filter((one) => one !== id) })}
            >
              {name}
              <X size={14} aria-hidden />
              <span className="sr-only">, remove</span>
            </Button>
          </li>
        ))}
      </ul>
      <ExerciseByName
        exercises={view.exercises}
        label={KINDS[kind]}
        placeholder="Exercise, by its name"
        onTake={({ id }) => {
          change.mutate({
            [kind]: [...new Set([...view[kind], id])],
            [other]: view[other].filter((one) => one !== id),
          });
          return null;
        }}
      />
      {change.error ? <p role="alert">{change.error.message}</p> : null}
    </section>
  );
}
