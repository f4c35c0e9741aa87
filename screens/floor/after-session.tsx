"use client";
import { useEffect, useState } from "react";
import type { Output } from "@/contract";
import { capitalised } from "@/core";
import { acceptNextWeek } from "@/device/accept-next-week";
import { callApi, replySentence } from "@/device/api";
import { useDates } from "@/parts/region";
import { type AfterSession, afterSession, type NextWeek, nextWeekOf, reviewSession, type WeeksView } from "@/views";
import type { Floor } from "./use-floor";

/** What the session came to, once all of it has reached the studio: planned against done, bests, and what next time asks. */
export default function AfterSessionPanel({ floor }: { floor: Floor }) {
  const { sessionId } = floor;
  const [view, setView] = useState<Output<"review.show"> | null>(null);
  useEffect(() => {
    if (sessionId === null) return;
    let isCurrent = true;
    void callApi("review.show", { sessionId }).then((reply) => {
      if (isCurrent && reply.kind === "ok") setView(reply.value);
    });
    return () => {
      isCurrent = false;
    };
  }, [sessionId]);
  const review = view && reviewSession(view);
  if (!view || !review) return null;
  const { date, gym } = view.context;
  const after = afterSession(review, { date, unit: gym.equipment.unit });
  return (
    <section aria-label="What it came to" className="flex flex-col gap-3">
      <p className="text-lg">{capitalised(after.figures.join(" · "))}.</p>
      <Bests best={after.best} />
      {after.next.length > 0 ? (
        <div>
          <h3 className="text-lg font-bold">Next time</h3>
          <ul className="flex flex-col gap-2">
            {after.next.map(({ name, words, why }, index) => (
              <li key={`${name} ${index}`} className="leading-snug">
                <strong>
                  {name} {words}
                </strong>
                <span className="block text-[var(--floor-quiet)]">{why}</span>
              </li>
            ))}
          </ul>
        </div>
      ) : null}
      {view.planned ? <Accept clientId={view.context.client.id} planned={view.planned} /> : null}
    </section>
  );
}

function Bests({ best }: Pick<AfterSession, "best">) {
  if (best.length === 0) return null;
  return (
    <div>
      <h3 className="text-lg font-bold">The best so far</h3>
      <ul>
        {best.map(({ name, words }) => (
          <li key={name}>
            <strong>{name}</strong> {words}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The plan's next session of this day, accepted as its rules ask. */
function Accept({ clientId, planned }: { clientId: string; planned: NonNullable<Output<"review.show">["planned"]> }) {
  const { longDate } = useDates();
  const [found, setFound] = useState<{ readonly weeks: WeeksView; readonly next: NextWeek } | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const { planId } = planned;
  useEffect(() => {
    let isCurrent = true;
    void callApi("weeks.show", { clientId, planId }).then((reply) => {
      const weeks = reply.kind === "ok" ? reply.value.view : null;
      const next = weeks && nextWeekOf(weeks, planned);
      if (isCurrent && weeks && next) setFound({ weeks, next });
    });
    return () => {
      isCurrent = false;
    };
  }, [clientId, planId, planned]);
  if (!found) return null;
  const { weeks, next } = found;
  const accept = async () => {
    const reply = await acceptNextWeek(weeks, next);
    setSaid(reply.kind === "ok" ? `Accepted for ${longDate(next.date)}.` : replySentence(reply));
  };
  if (said)
    return (
      <p role="status" className="text-lg font-bold">
        {said}
      </p>
    );
  return (
    <button
      type="button"
      onClick={() => void accept()}
      className="min-h-[64px] rounded-xl bg-[var(--floor-plan)] px-3 text-lg font-bold text-[var(--floor-on)]"
    >
      Accept for {longDate(next.date)}
      {next.need > 0 ? (
        <span className="block text-base font-normal">
          {next.need} {next.need === 1 ? "lift needs" : "lifts need"} you at the desk
        </span>
      ) : null}
    </button>
  );
}
