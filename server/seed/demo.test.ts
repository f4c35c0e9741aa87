import { describe, expect, it } from "vitest";
import { COACHED_CLIENTS } from "../../contract";
import { DEFAULT_SETTINGS, liftRecord } from "../../core";
import { cautionsOf, computeSession, isWaiting, readCautions } from "../../views";
import { withAccounts } from "../db";
import { studioKinds } from "../db/accounts";
import { enterDemo } from "../testing/demo";
import { hasDatabase, NOON, prepareDatabase } from "../testing/studio";
import { executeUseCase } from "../usecases";
import { DEMO_CLIENTS } from "./scenario";

/**
 * All that the demo's coming sessions carry, read by a coach: the sentence beside each is the verdict on it. What changes here
 * wants reading again.
 */
const READ_BY_A_COACH: Readonly<Record<string, string>> = {
  "Greta, Whole body: falls-short B2": "Wanted: rows two reps under what is asked.",
  "Greta, Whole body, press and pull: balance legs": "Useful: presses of the legs twice a week, one hip thrust.",
  "Greta, Whole body, press and pull: falls-short B1": "Wanted: four reps under what is asked; cut the load.",
  "Ines, Volume press and pull: balance legs": "Useful: one hinge against squats and split squats.",
  "Ines, Volume press and pull: hole lats": "Of little use: her aim is a bench press.",
  "Ines, Volume press and pull: hole biceps": "Of little use: her aim is a bench press.",
  "Marit, Hinge and pull: balance legs": "Useful: the deadlift alone for the hips.",
  "Marit, Hinge and pull: falls-short B1": "Wanted: her chin-ups are the aim, and end at failure.",
  "Marit, Hinge and pull: falls-short C1": "Useful: four reps under what is asked, on a machine.",
  "Marit, Hinge and pull: hole biceps": "Useful: chin-ups and curls are hardest in the same place.",
  "Marit, Hinge and pull: hole lats": "Useful: as for the biceps.",
  "Noor, Back and arms: balance horizontal": "Useful: rows and rear flies, hardly a press; her shoulders come first.",
  "Noor, Back and arms: falls-short B1": "Wanted: short in the first round already.",
  "Noor, Back and arms: hole lats": "Of little use: eight sets do.",
  "Noor, Back and arms: order priorityLate C1": "Wanted: the delts are her weak point.",
  "Noor, Back and arms: stepLost C2": "Useful: two rounds come out the same on these dumbbells.",
  "Palle, Whole body, hinge: limit-part C1": "Wanted: the knee, no deeper than a chair.",
  "Tobias, Lower: falls-short A1": "Wanted: front squats that stop short of five.",
  "Tobias, Lower: falls-short B1": "Wanted: hinges that stop two reps short.",
  "Tobias, Upper: falls-short A1": "Wanted: presses at nothing in reserve, with that shoulder.",
  "Tobias, Upper: falls-short B2": "Useful: push-ups that stop two reps short.",
  "Tobias, Upper: falls-short C1": "Useful: raises that stop three reps short.",
  "Tobias, Upper: hole tricepsLateral": "Of little use: press-downs and push-ups do.",
  "Tobias, Upper: limit-part A1": "Wanted: the shoulder, to parallel only.",
};

const subjectOrPlace = (subject: string, place: string): string =>
  /^[A-Z]\d/.test(place) ? place.split(",")[0]! : subject || place;

describe.runIf(hasDatabase)("the demo boathouse", () => {
  it("has eight truthful weeks behind every client, through the same door as the floor", async () => {
    await prepareDatabase();
    const scope = await enterDemo(NOON);
    expect((await withAccounts(studioKinds)).demo).toBe(true);
    const list = await executeUseCase(scope, "clients.list", { after: null, ...COACHED_CLIENTS }, { nowMs: NOON });
    if (list.kind !== "ok") throw new Error(list.kind);
    expect(list.value.clients.map((client) => client.name).sort()).toEqual(
      DEMO_CLIENTS.map((client) => client.name).sort(),
    );
    const said: string[] = [];
    for (const line of list.value.clients) {
      const done = line.sessions.filter((session) => session.state === "done");
      expect(done.length, line.name).toBeGreaterThan(7);
      for (const { summary } of done) {
        expect(summary!.sets).toBeGreaterThan(3);
        expect(summary!.sets).toBeLessThanOrEqual(summary!.plannedSets);
        expect(summary!.minutes).toBeGreaterThan(10);
      }
      expect(line.sessions.some((session) => isWaiting(session) && session.date >= "2026-11-24")).toBe(true);
      const view = await executeUseCase(scope, "clients.show", { clientId: line.id }, { nowMs: NOON });
      if (view.kind !== "ok") throw new Error(view.kind);
      const grown = view.value.lifts.filter(({ exposures }) => {
        const { estimates } = liftRecord(exposures, DEFAULT_SETTINGS);
        return estimates.length > 3 && estimates.at(-1)!.kg > estimates[0]!.kg;
      });
      expect(grown.length, `${line.name} grows in some lift`).toBeGreaterThan(0);
      for (const { sessionId, title, date } of line.sessions.filter(isWaiting)) {
        if (sessionId === null || date < "2026-11-24") continue;
        const session = await executeUseCase(scope, "sessions.show", { sessionId }, { nowMs: NOON });
        if (session.kind !== "ok") throw new Error(session.kind);
        const { document } = session.value;
        const cautions = cautionsOf(session.value, document, computeSession(document, session.value));
        expect(readCautions(cautions, session.value).open.length, `${line.name}, ${title}`).toBeLessThanOrEqual(3);
        for (const { rule, subject, place } of cautions)
          said.push(`${line.name.split(" ")[0]}, ${title}: ${rule} ${subjectOrPlace(subject, place)}`);
      }
    }
    expect(said.sort()).toEqual(Object.keys(READ_BY_A_COACH).sort());
  });
});
