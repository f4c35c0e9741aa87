import type { AddressInfo } from "node:net";
import { type ParsedMail, simpleParser } from "mailparser";
import { SMTPServer } from "smtp-server";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { deleteOutboxFiles, sendEmail } from "./email";
import { emailsTo, ownOutbox } from "./testing/emails";

const MESSAGE = {
  to: "åse@boathouse.example",
  subject: "Thursday 26 November: Løft og drag",
  text: "Åse,\n\nyour session is ready.\n.\nA line with a dot alone stays, and so does this one.",
};

describe("emails by SMTP", () => {
  const taken: ParsedMail[] = [];
  let server: SMTPServer;
  beforeAll(async () => {
    server = new SMTPServer({
      authOptional: true,
      disabledCommands: ["STARTTLS"],
      onAuth: ({ username, password }, _session, done) =>
        password === "right" ? done(null, { user: username }) : done(new Error("Wrong password")),
      onRcptTo: ({ address }, _session, done) =>
        address.startsWith("nobody@")
          ? done(Object.assign(new Error("No such mailbox"), { responseCode: 550 }))
          : address.startsWith("full@")
            ? done(Object.assign(new Error("Mailbox full, try later"), { responseCode: 452 }))
            : done(),
      onData: (stream, _session, done) => {
        void simpleParser(stream).then((mail) => {
          taken.push(mail);
          done();
        });
      },
    });
    await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  });
  afterAll(async () => {
    delete process.env.YARVEX_SMTP_URL;
    delete process.env.YARVEX_MAIL_FROM;
    await new Promise<void>((done) => server.close(done));
  });
  const at = (login = "") => `smtp://${login}127.0.0.1:${(server.server.address() as AddressInfo).port}`;
  beforeEach(() => {
    taken.length = 0;
    process.env.YARVEX_SMTP_URL = at();
  });

  it("an email reaches the server with its subject and text in every letter, and no program is named in its headers", async () => {
    process.env.YARVEX_MAIL_FROM = "Boathouse <coach@boathouse.example>";
    expect(await sendEmail({ ...MESSAGE, to: "ase@boathouse.example" })).toBeNull();
    const [mail] = taken;
    expect(mail!.subject).toBe(MESSAGE.subject);
    expect(mail!.text!.trimEnd()).toBe(MESSAGE.text);
    expect(mail!.from!.text).toBe('"Boathouse" <coach@boathouse.example>');
    expect([...mail!.headers.keys()].sort()).toEqual(
      [
        "content-transfer-encoding",
        "content-type",
        "date",
        "from",
        "message-id",
        "mime-version",
        "subject",
        "to",
      ].sort(),
    );
  });

  it("a name and password in the address sign in, and a wrong password is no fault of whom the email is for", async () => {
    process.env.YARVEX_SMTP_URL = at("coach:right@");
    expect(await sendEmail(MESSAGE)).toBeNull();
    process.env.YARVEX_SMTP_URL = at("coach:wrong@");
    expect(await sendEmail(MESSAGE)).toBe("notSent");
  });

  it("an address that the server refuses is told from what may go later, and from a server that is not there", async () => {
    expect(await sendEmail({ ...MESSAGE, to: "nobody@boathouse.example" })).toBe("refused");
    expect(await sendEmail({ ...MESSAGE, to: "full@boathouse.example" })).toBe("notSent");
    process.env.YARVEX_SMTP_URL = "smtp://127.0.0.1:1";
    expect(await sendEmail(MESSAGE)).toBe("notSent");
    expect(taken).toEqual([]);
  });
});

describe("emails without a mail server", () => {
  it("are files in the outbox, found again and taken away by their address", async () => {
    delete process.env.YARVEX_SMTP_URL;
    ownOutbox();
    expect(await sendEmail({ ...MESSAGE, to: "a@boathouse.example" })).toBeNull();
    expect(await sendEmail({ ...MESSAGE, to: "b@boathouse.example" })).toBeNull();
    deleteOutboxFiles(["a@boathouse.example"]);
    expect((await emailsTo()).map(({ to, subject }) => [to, subject])).toEqual([
      ["b@boathouse.example", MESSAGE.subject],
    ]);
  });
});
