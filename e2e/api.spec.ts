/** Another program at the door, by the client that ships: it reads, it changes, it is told what is wrong, and it is shut out again. */
import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { Yarvex, type YarvexProblem } from "../docs/api/client";
import { alive, enterAsCoach, expectAccessible } from "./helpers";
import { expect, type Page, test } from "./test";

async function addToken(page: Page, name: string, access: "reads" | "reads and changes"): Promise<string> {
  const programs = page.getByRole("region", { name: "Programs" });
  await programs.getByLabel("Program", { exact: true }).fill(name);
  await programs.getByLabel("It", { exact: true }).selectOption({ label: access });
  await programs.getByRole("button", { name: "Add a token" }).click();
  await expect(programs.getByRole("button", { name: `Remove the token of ${name}` })).toBeVisible();
  return programs.getByLabel("Token", { exact: true }).inputValue();
}
const problemOf = (asked: Promise<unknown>) =>
  asked.then(
    () => null,
    (error: YarvexProblem) => [error.status, error.message],
  );

test("a calendar follows everybody's sessions by its address, until that is removed", async ({ page, browser }) => {
  await enterAsCoach(page);
  await page.goto("/account");
  await alive(page);
  const calendar = page.getByRole("region", { name: "Calendar" });
  await calendar.getByRole("button", { name: "Make an address" }).click();
  const address = await calendar.getByLabel("Address of the calendar").inputValue();
  // Whoever follows it is signed in nowhere.
  const other = await browser.newContext();
  const follow = () => other.request.get(address);
  const read = await follow();
  expect([read.status(), read.headers()["content-type"]]).toEqual([200, "text/calendar; charset=utf-8"]);
  expect(await read.text()).toMatch(/SUMMARY:Ines Calder: Squat\r\n/);
  await expect(calendar.getByRole("button", { name: "Make another address" })).toBeVisible();
  await calendar.getByRole("button", { name: "Remove it" }).click();
  await expect(calendar.getByText("Any calendar can follow everybody’s sessions by an address.")).toBeVisible();
  expect((await follow()).status()).toBe(404);
  expect((await other.request.get(`${new URL(address).origin}/api/export/set-log`)).status()).toBe(401);
  await other.close();
});

test("a program comes in by its token, does a thing once however often it is sent, and is shut out when the token is removed", async ({
  page,
}) => {
  await enterAsCoach(page);
  await page.goto("/account");
  await alive(page);
  const address = new URL(page.url()).origin;
  const reader = new Yarvex(address, await addToken(page, "Door display", "reads"));
  const token = await addToken(page, "Till", "reads and changes");
  const writer = new Yarvex(address, token);
  await expectAccessible(page);
  const names: string[] = [];
  const filter = { search: "", group: null, coachId: null, archived: false };
  for await (const { name } of reader.all<{ name: string }>("clients.list", "clients", filter)) names.push(name);
  expect(names).toContain("Ines Calder");
  const client = {
    ...{ name: "Oddny Lien", birthYear: null, trainingAge: "novice", minutes: 60, aims: "", limits: "" },
    bodyMass: null,
  };
  expect(await problemOf(reader.ask("clients.create", client))).toEqual([403, "This token only reads."]);
  const key = randomUUID();
  const first = await writer.ask("clients.create", client, key);
  expect(await writer.ask("clients.create", client, key)).toEqual(first);
  expect(await problemOf(writer.ask("clients.create", { ...client, name: "Another" }, key))).toEqual([
    422,
    "This key was sent before with another request.",
  ]);
  const wrong = await writer.ask("clients.create", { ...client, minutes: 5 }).catch((error: YarvexProblem) => error);
  expect(wrong).toMatchObject({ status: 422, title: "Refused", problems: [{ field: "minutes" }] });
  expect(await problemOf(writer.ask("account.show"))).toEqual([404, "There is no such question."]);
  const answer = await fetch(`${address}/api/v1/clients.names`, { method: "POST" });
  expect([answer.status, answer.headers.get("content-type"), answer.headers.get("www-authenticate")]).toEqual([
    401,
    "application/problem+json",
    "Bearer",
  ]);
  const document = await (await fetch(`${address}/api/v1/openapi.json`)).json();
  expect(document.paths["/clients.create"].post.operationId).toBe("clients.create");
  // The examples of the guide, as they stand there.
  const guide = readFileSync(join(import.meta.dirname, "..", "docs", "api.md"), "utf8");
  const examples = [...guide.matchAll(/^curl (\S+)((?:[^`\n]*\\\n)*[^`\n]*)/gm)];
  expect(examples).toHaveLength(2);
  for (const [, url = "", rest = ""] of examples) {
    const headers = [...rest.matchAll(/-H "([^:]+): ([^"]+)"/g)].map(([, name = "", value = ""]) => [
      name,
      value.replace("$TOKEN", token),
    ]);
    const answered = await fetch(url.replace("https://gym.example", address), {
      method: "POST",
      headers: Object.fromEntries(headers),
      body: /-d '([^']+)'/.exec(rest)![1]!,
    });
    expect([url, answered.status]).toEqual([url, 200]);
  }
  // What happens is told to an address, here into the outbox that stands in for the network.
  const hooks = page.getByRole("region", { name: "Addresses that are told" });
  await hooks.getByLabel("Address", { exact: true }).fill("hooks.example");
  await hooks.getByRole("button", { name: "Add an address" }).click();
  await expect(hooks.getByText("is an address such as https://example.org/yarvex")).toBeVisible();
  await hooks.getByLabel("Address", { exact: true }).fill("https://hooks.example/yarvex");
  await hooks.getByRole("button", { name: "Add an address" }).click();
  await expect(hooks.getByLabel("Secret of the address")).toHaveValue(/^[\w-]{43}$/);
  await expect(hooks.getByText("Told nothing yet.")).toBeVisible();
  await page.getByRole("button", { name: "Remove the token of Till" }).click();
  await expect(page.getByRole("button", { name: "Remove the token of Till" })).toHaveCount(0);
  expect(await problemOf(writer.ask("clients.names"))).toMatchObject([401, expect.stringContaining("token")]);
  expect(await problemOf(reader.ask("clients.names"))).toBeNull();
});
