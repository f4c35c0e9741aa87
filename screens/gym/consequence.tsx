"use client";
import { decimal, firstOf, groupBy, massWords } from "@/core";
import { openSession } from "@/device/query";
import { PlannedLink } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import type { ChangedPrescription } from "@/views";
import type { PrescriptionsAtLoad } from "./load-scale";
import type { GymState } from "./use-gym";

/** Under the scale: what the change does to the coming four weeks, or, unchanged, what is done with the chosen implement. */
export function Consequence({
  gym,
  implement,
  hanging,
}: {
  gym: GymState;
  implement: string;
  /** Null: not known yet. */
  hanging: readonly PrescriptionsAtLoad[] | null;
}) {
  const { shortDate } = useDates();
  if (gym.changed) {
    return (
      <section aria-live="polite" className="mt-auto border-t-2 border-walnut px-4 py-2">
        <h2 className="font-bold">
          {gym.weighing
            ? "Weighing it up…"
            : gym.broken.length === 0
              ? "No session of the coming four weeks changes."
              : `${gym.broken.length} ${gym.broken.length === 1 ? "prescription changes" : "prescriptions change"}`}
        </h2>
        <BrokenTable broken={gym.broken} />
      </section>
    );
  }
  return (
    <section className="mt-auto border-t border-rule px-4 py-2">
      <h2 className="font-bold">
        {implement} <span className="font-normal text-quiet">in the coming four weeks</span>
      </h2>
      {hanging === null ? (
        <p className="text-quiet">Looking…</p>
      ) : hanging.length === 0 ? (
        <p className="text-quiet">Nobody is asked for a load on it.</p>
      ) : (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(24rem,1fr))] gap-x-6">
          {liftsOf(hanging).map(({ key, asked }) => (
            <li key={key} className="border-t border-inset py-1">
              <span className="font-semibold">{firstOf(asked).prescription.clientName}</span>,{" "}
              {firstOf(asked).prescription.exerciseName}
              <span className="flex flex-wrap gap-x-3">
                {asked.map(({ prescription, kg, built }) => (
                  <PlannedLink
                    key={`${prescription.key} ${kg}`}
                    line={prescription}
                    hrefOf={sessionHref}
                    open={openSession}
                    className="min-h-6 whitespace-nowrap underline underline-offset-2"
                  >
                    <strong>{massWords(kg, gym.equipment.unit)}</strong> {shortDate(prescription.date)}
                    {built ? null : <span className="text-weld">, not buildable</span>}
                  </PlannedLink>
                ))}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function BrokenTable({ broken }: { broken: readonly ChangedPrescription[] }) {
  const { shortDate } = useDates();
  if (broken.length === 0) return null;
  return (
    <table className="w-full">
      <thead>
        <tr className="text-left text-quiet">
          <th className="font-normal">who</th>
          <th className="font-normal">when</th>
          <th className="font-normal">lift</th>
          <th className="font-normal">load</th>
          <th className="font-normal">in reserve</th>
        </tr>
      </thead>
      <tbody>
        {broken.map((one) => (
          <tr key={one.key} className="border-t border-inset align-baseline">
            <td className="pr-3 font-semibold">{one.clientName}</td>
            <td className="pr-3">{shortDate(one.date)}</td>
            <td className="pr-3">
              <PlannedLink line={one} hrefOf={sessionHref} open={openSession} className="underline underline-offset-2">
                {one.label} {one.exerciseName}
              </PlannedLink>
              {one.changed > 1 ? <span className="text-quiet"> {one.changed} sets</span> : null}
            </td>
            <td className="pr-3">
              {one.before.words} → {one.after.built ? <strong>{one.after.words}</strong> : <Lost one={one} />}
            </td>
            <td>
              {one.before.expectedRir === null || one.after.expectedRir === null || !one.after.built
                ? "–"
                : `${decimal(one.before.expectedRir)} → ${decimal(one.after.expectedRir)}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const Lost = ({ one }: { one: ChangedPrescription }) => (
  <strong className="border border-weld bg-weld-tint px-1">{one.after.problem ?? "cannot be built"}</strong>
);

/** What is asked of each client's lift, by date, of the lift that is asked for first on. */
function liftsOf(
  hanging: readonly PrescriptionsAtLoad[],
): { readonly key: string; readonly asked: readonly PrescriptionsAtLoad[] }[] {
  const lifts = groupBy(hanging, ({ prescription }) => `${prescription.clientName}\n${prescription.exerciseId}`);
  return [...lifts].map(([key, asked]) => ({ key, asked }));
}

const sessionHref = (sessionId: string): string => `/session/${sessionId}`;
