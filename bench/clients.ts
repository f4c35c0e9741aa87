/** `./yarvex bench clients`: the coach's day and the list of clients with 500 clients, against 10 of them in the same run. */
import { addDays } from "../core";
import { phase } from "../core/testing/plans";
import { withDatabase } from "./database";

const STUDIOS = [10, 500] as const;
/** Weeks of each client's log: two sessions a week, three lifts each. */
const WEEKS = 9;
const TODAY = "2026-11-24";
const RUNS = 9;

/** The median of so many runs, in ms. */
async function median(work: () => Promise<unknown>): Promise<number> {
  await work();
  const samples: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    const began = performance.now();
    await work();
    samples.push(performance.now() - began);
  }
  return samples.sort((a, b) => a - b)[Math.floor(RUNS / 2)]!;
}

export const runClients = (): Promise<void> =>
  withDatabase("clients", async () => {
    const { COACHED_CLIENTS } = await import("../contract");
    const { inStudio, newId } = await import("../server/db");
    const db = await import("../server/db/queries");
    const { clock, documentOf, makeStudio, value } = await import("../server/testing/studio");
    const { executeUseCase } = await import("../server/usecases");
    const base = documentOf("A1 Back squat 3x5 rir2\n\nB1 Bench press 3x8 rir2\n\nC1 Barbell row 3x8 rir2");
    const found: Record<string, number[]> = {};
    for (const clients of STUDIOS) {
      const studio = await makeStudio(`Bench ${clients}`);
      const { studioId } = studio.coach;
      for (let at = 0; at < clients - studio.clients.length; at++) {
        const clientId = newId();
        await inStudio(studio.coach, async (tx) => {
          const name = `Person ${String(at).padStart(3, "0")}`;
          await db.insertClient(tx, { studioId, id: clientId, name, trainingAge: "intermediate", gymId: studio.gymId });
          for (let week = 1; week <= WEEKS; week++)
            for (const day of [0, 3]) {
              const date = addDays(TODAY, day - 7 * week);
              const document = { ...base, gymId: studio.gymId };
              const summary = {
                ...{ sets: 9, plannedSets: 9, minutes: 50, volumeLoadKg: 4000, sessionRpe: 7, checkIn: null },
              } as never;
              const row = { studioId, id: newId(), clientId, date, document, summary, state: "done" as const };
              await db.insertSession(tx, row);
            }
        });
        const placed = (weekday: number) => ({ kind: "weekday", weekday }) as const;
        const days = [0, 3].map((weekday) => ({
          ...{ id: `day-${weekday}`, name: "A", placed: placed(weekday), timeOfDay: null, lastWeek: null, base },
        }));
        const start = {
          clientId,
          name: "Winter",
          startDate: "2026-11-23",
          phases: [phase("build", 8)],
          days,
          inTurn: null,
        };
        value(await executeUseCase(studio.coach, "plans.create", start, clock));
      }
      const list = { after: null, ...COACHED_CLIENTS };
      const ask = {
        "a use case that only says who asks": () => executeUseCase(studio.coach, "viewer.show", {}, clock),
        "Today, with what needs a coach": () => executeUseCase(studio.coach, "today.show", {}, clock),
        "Clients, the first page": () => executeUseCase(studio.coach, "clients.list", list, clock),
        "Clients, found by name": () =>
          executeUseCase(studio.coach, "clients.list", { ...list, search: "son 00" }, clock),
      };
      for (const [what, work] of Object.entries(ask))
        found[what] = [
          ...(found[what] ?? []),
          await median(async () => {
            if ((await work()).kind !== "ok") throw new Error(`${what} was refused`);
          }),
        ];
    }
    console.log(`Medians of ${RUNS} runs, with ${STUDIOS.join(" and with ")} clients of ${WEEKS} weeks:\n`);
    for (const [what, [few = 1, many = 0]] of Object.entries(found))
      console.log(`${what.padEnd(36)} ${few.toFixed(1)} ms, ${many.toFixed(1)} ms: ${(many / few).toFixed(1)} times`);
  });
