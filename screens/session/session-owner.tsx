"use client";
import { useRouter } from "next/navigation";
import { memo, useEffect } from "react";
import { useDates } from "@/parts/region";
import { PageLink } from "@/ui/page-link";
import { Select } from "@/ui/select";
import type { SessionView } from "@/views";
import { useDeskStore } from "./use-desk";

interface Props {
  readonly view: SessionView;
  readonly title: string;
  readonly gymId: string | null;
  readonly locked: boolean;
  /** Nothing waits to be saved. */
  readonly isSaved: boolean;
}

/** What session it is: its name, whose, when, of which plan, and where. Most edits leave it as it is. */
export const Whose = memo(function Whose({ view, title, gymId, locked, isSaved }: Props) {
  const { longDate } = useDates();
  return (
    <>
      <h1 className="text-xl font-bold">{title || "Untitled session"}</h1>
      <p className="wrap-anywhere text-quiet">
        <PageLink href={`/clients/${view.client.id}`} className="underline underline-offset-2">
          {view.client.name}
        </PageLink>{" "}
        · {longDate(view.date)}{" "}
        {view.plan && view.planWeek !== null ? (
          <>
            ·{" "}
            <PageLink
              href={`/weeks?for=${view.client.id}&plan=${view.plan.id}`}
              className="underline underline-offset-2"
            >
              {view.plan.name || "plan"}, week {view.planWeek + 1}
            </PageLink>{" "}
          </>
        ) : null}
        · <GymChoice view={view} gymId={gymId} locked={locked} isSaved={isSaved} />
        {view.partner ? (
          <>
            {" "}
            · with{" "}
            <PageLink href={`/session/${view.partner.sessionId}`} className="underline underline-offset-2">
              {view.partner.clientName}
            </PageLink>
          </>
        ) : null}
      </p>
    </>
  );
});

/** The gym a session is for; its loads are found anew in another. */
function GymChoice({ view, gymId, locked, isSaved }: Omit<Props, "title">) {
  const router = useRouter();
  const desk = useDeskStore();
  // The gym's equipment comes with the page: once the choice is saved, it is asked for anew.
  const isStale = isSaved && gymId !== null && gymId !== view.gym.id;
  useEffect(() => {
    if (isStale) router.refresh();
  }, [isStale, router]);
  const choices = view.gyms.filter((gym) => gym.clientId === null || gym.clientId === view.client.id);
  if (locked || choices.length < 2) return <>{view.gym.name}</>;
  return (
    <Select
      aria-label="Gym of this session"
      value={gymId ?? view.gym.id}
      onChange={(event) =>
        desk
          .getState()
          .operate({ ok: true, edits: [{ kind: "setSession", field: "gymId", value: event.target.value }] })
      }
    >
      {choices.map((gym) => (
        <option key={gym.id} value={gym.id}>
          {gym.name}
        </option>
      ))}
    </Select>
  );
}
