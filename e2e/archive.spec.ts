/** A studio that moves: everything goes out as one file, comes into an empty studio, and goes out from there the same. */
import { alive, enterAsCoach, expectAccessible, foundStudio } from "./helpers";
import { expect, test } from "./test";

test("a whole studio goes out as a file, comes into an empty one as it was, and beside it a client comes anew", async ({
  page,
  browser,
}) => {
  await enterAsCoach(page);
  const whole = await page.request.get("/api/export/studio");
  expect([whole.status(), whole.headers()["content-type"]]).toEqual([200, "application/json"]);
  const file = await whole.body();
  const context = await browser.newContext({ baseURL: new URL(page.url()).origin });
  const other = await context.newPage();
  await foundStudio(other, {
    studio: "Upper lake",
    name: "Runa Vik",
    email: "runa@upper-lake.example",
    password: "a-long-password",
  });
  await expect(other.getByText("No clients yet.")).toBeVisible();
  await other.goto("/import");
  await alive(other);
  const input = other.getByLabel("File of a studio or a client");
  await input.setInputFiles({ name: "other.json", mimeType: "application/json", buffer: Buffer.from("{}") });
  await expect(other.getByText("This is no file of a studio or a client.")).toBeVisible();
  const bring = async (buffer: Buffer) => {
    await input.setInputFiles({ name: "studio.json", mimeType: "application/json", buffer });
    await other.getByRole("button", { name: "Bring this in" }).click();
    await expect(other.getByText("All of it came in.")).toBeVisible({ timeout: 60_000 });
  };
  await bring(file);
  expect((await (await other.request.get("/api/export/studio")).body()).equals(file)).toBe(true);
  await expectAccessible(other);
  const { clients } = JSON.parse(file.toString()) as { clients: { id: string; name: string }[] };
  const ines = clients.find(({ name }) => name === "Ines Calder")!;
  await bring(await (await page.request.get(`/api/export/studio?client=${ines.id}`)).body());
  await other.goto("/clients");
  await expect(other.getByRole("heading", { name: "Ines Calder" })).toHaveCount(2);
  await expect(other.getByRole("heading", { name: "Greta Alm" })).toHaveCount(1);
  await context.close();
});
