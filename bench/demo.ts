/** `./yarvex bench demo`: how the sets of the demo's clients went against what was foretold of each from the days before it. */

import { COACHED_CLIENTS } from "../contract";
import { mean } from "../core";
import { computeSession, reviewSession } from "../views";
import { withDatabase } from "./database";

/** From this week on of the eight: before it little is known. */
const SCORED_FROM = "2026-10-26";

interface Foretold {
  readonly kind: string;
  readonly seen: number;
  readonly foretold: number;
  readonly band: readonly [number, number];
}

export const runDemoScores = (): Promise<void> => withDatabase("demo_scores", scoreDemo);

async function scoreDemo(): Promise<void> {
  const { NOON, value } = await import("../server/testing/studio");
  const { enterDemo } = await import("../server/testing/demo");
  const { executeUseCase: ask } = await import("../server/usecases");
  const scope = await enterDemo(NOON);
  const clock = { nowMs: NOON };
  const found: Foretold[] = [];
  for (const { sessions } of value(await ask(scope, "clients.list", { after: null, ...COACHED_CLIENTS }, clock))
    .clients) {
    for (const { sessionId } of sessions.filter(({ state, date }) => state === "done" && date >= SCORED_FROM)) {
      const view = value(await ask(scope, "review.show", { sessionId: sessionId! }, clock));
      const review = reviewSession(view);
      if (!review) continue;
      const { forecast } = computeSession(review.shown.document, view.context);
      for (const { slot, exposures, trainedToday } of review.lifts) {
        if (!trainedToday) continue;
        for (const { round, reps, rir, target } of exposures.at(-1)!.sets) {
          const work = forecast.bySegment.get(slot.sets[round]?.segments[0]?.id ?? "");
          const failed = target !== null && reps < target.low;
          if (!work?.bandReps || work.possibleReps === null || (rir === null && !failed)) continue;
          found.push({
            kind: round === 0 ? "first sets" : "later sets",
            seen: reps + (failed ? 0 : rir!),
            foretold: work.possibleReps,
            band: work.bandReps,
          });
        }
      }
    }
  }
  console.log("Forecasts of the demo's own clients, their last four weeks:");
  for (const kind of ["first sets", "later sets"]) {
    const own = found.filter((one) => one.kind === kind);
    const off = own.map((one) => one.foretold - one.seen);
    // Reps are whole: of a figure that the edge of the band cuts, the part inside counts.
    const inside = own.map(({ seen, band: [low, high] }) =>
      Math.max(0, Math.min(seen + 0.5, high) - Math.max(seen - 0.5, low)),
    );
    console.log(
      `  ${kind.padEnd(12)} ${String(own.length).padStart(4)} sets   mean error ${mean(off).toFixed(2)}   typical ${mean(off.map(Math.abs)).toFixed(2)}   the 80 % band holds ${Math.round(100 * mean(inside))} %`,
    );
  }
}
