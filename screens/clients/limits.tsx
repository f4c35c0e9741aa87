"use client";
import { limitsOn, limitWords, MUSCLES, muscleName } from "@/core";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import type { ClientView } from "@/views";
import type { OpenSheet } from "./open-sheet";

/** What a client may not do, or only in part, and which muscles come first: read by every kind of advice. */
export function Limits({ view, onOpen }: { view: ClientView; onOpen: OpenSheet | null }) {
  const { fullDate, fullDateAt } = useDates();
  const inForce = new Set(limitsOn(view.limitList, view.today).map((limit) => limit.id));
  const first = MUSCLES.filter((muscle) => view.priorities[muscle] === "build");
  const held = MUSCLES.filter((muscle) => view.priorities[muscle] === "hold");
  return (
    <section>
      <h2 className="mb-1 font-bold">Limits</h2>
      {view.limits ? <p>{view.limits}</p> : null}
      {view.limitList.length === 0 && !view.limits ? <p>None.</p> : null}
      <ul>
        {view.limitList.map((limit) => (
          <li key={limit.id} className={inForce.has(limit.id) ? "" : "text-quiet"}>
            <strong>{limit.how === "avoid" ? "Not" : "In part"}</strong> {limitWords(limit)}
            {limit.clearedBy
              ? `, cleared by ${limit.clearedBy}`
              : limit.until
                ? `, until ${fullDate(limit.until)}`
                : limit.from > view.today
                  ? `, from ${fullDate(limit.from)}`
                  : ""}
          </li>
        ))}
      </ul>
      {first.length > 0 ? <p>Priority: {first.map(muscleName).join(", ")}.</p> : null}
      {held.length > 0 ? <p>Maintain: {held.map(muscleName).join(", ")}.</p> : null}
      {onOpen ? (
        <Button className="mt-1" onClick={() => onOpen("limits")}>
          Limits and priorities
        </Button>
      ) : null}
      {view.safetyChanges.length > 0 ? (
        <details className="mt-2">
          <summary className="cursor-pointer text-quiet">Who changed health answers and limits</summary>
          <ul className="mt-1 flex flex-col gap-1">
            {view.safetyChanges.map(({ id, name, words, changedAtMs }) => (
              <li key={id}>
                {words}{" "}
                <span className="text-quiet">
                  · {name}, {fullDateAt(changedAtMs)}
                </span>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </section>
  );
}
