"use client";
import Link from "next/link";
import { useEffect, useMemo, useState } from "react";
import { callApi, replySentence } from "@/device/api";
import { newId } from "@/device/ids";
import { useDates } from "@/parts/region";
import { Button, buttonClass } from "@/ui/button";
import { acceptedEdits, askedWords, type NextChoice, nextWeekOf, type ReviewView, type WeeksView } from "@/views";

const CHOICES: Readonly<Record<NextChoice, string>> = {
  asRuled: "as its rule says",
  again: "the same again",
  lighter: "5 % lighter",
  setFewer: "a set fewer",
};

type State =
  | { readonly kind: "open" | "busy" }
  | { readonly kind: "failed"; readonly message: string }
  | { readonly kind: "accepted"; readonly sessionId: string };

/** What the session's rules ask of its next week, to accept as it is or lift by lift otherwise. */
export function NextWeekSection({ view, planned }: { view: ReviewView; planned: NonNullable<ReviewView["planned"]> }) {
  const { longDate } = useDates();
  const [weeks, setWeeks] = useState<WeeksView | null>(null);
  const [choices, setChoices] = useState<ReadonlyMap<string, NextChoice>>(new Map());
  const [state, setState] = useState<State>({ kind: "open" });
  const clientId = view.context.client.id;
  useEffect(() => {
    let isHere = true;
    void callApi("weeks.show", { clientId, planId: planned.planId }).then((reply) => {
      if (!isHere) return;
      if (reply.kind === "ok") setWeeks(reply.value.view);
      else setState({ kind: "failed", message: replySentence(reply) });
    });
    return () => {
      isHere = false;
    };
  }, [clientId, planned.planId]);
  const next = useMemo(() => weeks && nextWeekOf(weeks, planned), [weeks, planned]);
  if (!weeks) return state.kind === "failed" ? <p role="alert">{state.message}</p> : null;
  if (!next)
    return (
      <section className="mt-7">
        <h2 className="text-lg font-bold">Next week</h2>
        <p className="text-quiet">The plan has no further session of this day.</p>
      </section>
    );
  const accept = async () => {
    if (!weeks.plan) return;
    setState({ kind: "busy" });
    const edits = acceptedEdits(weeks, next, choices, newId);
    const { id: planId, revision } = weeks.plan;
    const kept = edits.length > 0 ? await callApi("plans.edit", { planId, revision, edits }) : null;
    if (kept && kept.kind !== "ok") return setState({ kind: "failed", message: replySentence(kept) });
    const opened = await callApi("plans.openSession", { planId, dayId: next.dayId, week: next.week });
    if (opened.kind !== "ok") return setState({ kind: "failed", message: replySentence(opened) });
    setState({ kind: "accepted", sessionId: opened.value.sessionId });
  };
  const isAccepted = state.kind === "accepted";
  return (
    <section className="mt-7 flex flex-col gap-2" aria-labelledby="next-week">
      <h2 id="next-week" className="text-lg font-bold">
        {next.name || "This day"} again, {longDate(next.date)}
      </h2>
      <div className="relative max-w-4xl overflow-x-auto">
        <table className="w-full text-left">
          <thead className="narrow text-quiet">
            <tr>
              <th scope="col" className="font-normal">
                lift
              </th>
              <th scope="col" className="font-normal">
                last
              </th>
              <th scope="col" className="font-normal">
                next
              </th>
              <th scope="col" className="font-normal">
                in that week
              </th>
            </tr>
          </thead>
          <tbody>
            {next.lifts.map((lift) => (
              <tr key={lift.slotId} className="border-b border-line align-baseline">
                <th scope="row" className="py-1 pr-4 font-semibold">
                  {lift.name}
                  {lift.needs ? <span className="block font-normal text-weld">{lift.needs}</span> : null}
                </th>
                <td className="pr-4 text-quiet">{lift.before ? askedWords(lift.before, next.unit) : "not yet"}</td>
                <td className="pr-4 font-bold text-indigo">{askedWords(lift.next, next.unit)}</td>
                <td>
                  <select
                    aria-label={`${lift.name}, week ${next.week + 1}`}
                    value={choices.get(lift.slotId) ?? "asRuled"}
                    disabled={isAccepted}
                    onChange={(event) =>
                      setChoices(new Map([...choices, [lift.slotId, event.target.value as NextChoice]]))
                    }
                    className="min-h-8 rounded-[3px] border border-rule bg-surface px-1"
                  >
                    {lift.choices.map((choice) => (
                      <option key={choice} value={choice}>
                        {CHOICES[choice]}
                      </option>
                    ))}
                  </select>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="flex flex-wrap items-center gap-3">
        <strong>
          {next.moved === next.lifts.length
            ? "Every lift moves on"
            : `${next.moved} of ${next.lifts.length} lifts move on`}
          {next.need > 0 ? `, ${next.need} ${next.need === 1 ? "needs" : "need"} you` : ""}.
        </strong>
        {isAccepted ? (
          <>
            <span role="status">Accepted: the session is a draft now.</span>
            <Link href={`/session/${state.sessionId}`} className={buttonClass("plain")}>
              To the desk
            </Link>
          </>
        ) : (
          <Button kind="main" disabled={state.kind === "busy"} onClick={() => void accept()}>
            Accept next week
          </Button>
        )}
        {next.isSent ? (
          <span className="text-quiet">It was sent: what you change is sent again at the desk.</span>
        ) : null}
      </p>
      {state.kind === "failed" ? (
        <p role="alert" className="font-semibold">
          {state.message}
        </p>
      ) : null}
    </section>
  );
}
