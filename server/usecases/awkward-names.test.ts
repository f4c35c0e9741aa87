/** Names and titles that are hard to write down: as they were given in every mail, file and list, or refused at their field. */
import ICAL from "ical.js";
import Papa from "papaparse";
import { beforeAll, describe, expect, it } from "vitest";
import { COACHED_CLIENTS } from "../../contract";
import { newId } from "../db";
import { emailsTo, ownOutbox } from "../testing/emails";
import { doneIn, openFloor, record, writeSession } from "../testing/floor";
import { hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";
import { readSessionFile } from "./calendar";
import { streamSetLog } from "./set-log";

const NAMES = [
  `O'Brien "the \\ bar", d\u00ad; <b>&amp;</b>`,
  "مريم العلي",
  "=cmd|' /C calc'!A0",
  "x".repeat(120),
  "👩\u200d🦰 Åse\u0301",
];

/** What ends by itself ends by the database's clock, which is the machine's. */
const clock = { nowMs: Date.now() };

describe.runIf(hasDatabase)("a name or title that is hard to write", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    ownOutbox();
    await prepareDatabase();
    studio = await makeStudio("Bramble");
  });
  const run: typeof executeUseCase = (scope, name, input) => executeUseCase(scope, name, input, clock);

  it.each(NAMES)("%s stands as it was given in lists, mails, calendars and sheets", async (name) => {
    const [{ id: clientId, scope }] = studio.clients;
    const seen = {
      name: "",
      birthYear: null,
      trainingAge: "novice" as const,
      minutes: 60,
      aims: "",
      limits: "",
      notes: "",
    };
    const { name: before } = value(await run(studio.coach, "clients.show", { clientId }));
    value(
      await run(studio.coach, "clients.describe", {
        clientId,
        seen: { ...seen, name: before },
        wanted: { ...seen, name },
      }),
    );
    const sessionId = await writeSession(studio, "A1 Bench press 2x8 @60kg rir2");
    const edits = [{ kind: "setSession" as const, field: "title" as const, value: name }];
    value(await run(studio.coach, "sessions.edit", { sessionId, revision: 0, edits, draftText: null }));
    value(await run(studio.coach, "sessions.send", { sessionId }));
    const mail = (await emailsTo(`${scope.memberId}@test.example`)).at(-1)!;
    expect(mail.subject).toBe(`Tuesday 24 November: ${name}`);
    expect(mail.text).toContain(name);
    const calendar = new ICAL.Component(ICAL.parse((await readSessionFile(studio.coach, sessionId, clock.nowMs))!));
    expect(new ICAL.Event(calendar.getFirstSubcomponent("vevent")!).summary).toBe(`${name}: ${name}`);
    const view = await openFloor(studio.coach, sessionId);
    await record(studio.coach, sessionId, [doneIn(view, 0)]);
    let sheet = "";
    for await (const part of (await streamSetLog(studio.coach, clientId))!) sheet += part;
    const rows = Papa.parse<Record<string, string>>(sheet.slice(1), { header: true, skipEmptyLines: true }).data;
    // A cell that would be a formula is a text in every program that calculates.
    expect(rows.at(-1)!.client).toBe(name.startsWith("=") ? `'${name}` : name);
    const { clients } = value(await run(studio.coach, "clients.list", { after: null, ...COACHED_CLIENTS }));
    expect(clients.map((client) => client.name)).toContain(name);
  });

  it("that is more than one line is refused at its field, and a title is put on one", async () => {
    const known = {
      birthYear: null,
      trainingAge: "novice" as const,
      minutes: 60,
      aims: "",
      limits: "",
      bodyMass: null,
    };
    for (const name of ["Two\r\nlines", "A\tcolumn", "x".repeat(10_000)])
      expect(await run(studio.coach, "clients.create", { ...known, name })).toMatchObject({
        kind: "refused",
        problems: [{ field: "name" }],
      });
    const [{ id: clientId }] = studio.clients;
    expect((await run(studio.coach, "sessions.create", { clientId, title: "Two\nlines" })).kind).toBe("refused");
    const sessionId = await writeSession(studio, "A1 Bench press 2x8 @60kg rir2");
    const edits = [
      { kind: "setSession" as const, field: "title" as const, value: "Heavy\r\n\r\nBcc: all@else.example" },
    ];
    value(await run(studio.coach, "sessions.edit", { sessionId, revision: 0, edits, draftText: null }));
    value(await run(studio.coach, "sessions.send", { sessionId }));
    const mail = (await emailsTo()).at(-1)!;
    expect(mail.subject).toBe("Tuesday 24 November: Heavy Bcc: all@else.example");
    value(await run(studio.coach, "invitations.create", { clientId: null, email: "a@b.example", name: "Ida" }));
    const twice = { clientId: null, email: "a@b.example\r\nBcc: all@else.example", name: newId() };
    expect((await run(studio.coach, "invitations.create", twice)).kind).toBe("refused");
  });
});
