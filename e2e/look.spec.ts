/** Every screen holds the look: sizes of text, room to touch, nothing wider than the screen, on a desk, a phone, a tablet and a large screen. */
import { alive, does, enterAsCoach, expectAccessible, foundStudio, lookFaults } from "./helpers";
import { expect, test } from "./test";

const SIZES = [
  { name: "a desk", width: 1280, height: 800, least: 24 },
  { name: "a phone", width: 390, height: 844, least: 44 },
  { name: "a large screen", width: 1920, height: 1080, least: 24 },
  // 1280 wide at 200 % zoom.
  { name: "a desk at double zoom", width: 640, height: 400, least: 44 },
];

for (const { name, width, height, least } of SIZES) {
  test(`on ${name} text has its sizes, controls can be touched, and no page is wider than the screen`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await enterAsCoach(page);
    const { clients } = await does<{ clients: { id: string; name: string }[] }>(page, "clients.names", {});
    const marit = clients.find((client) => client.name === "Marit Solhaug")!.id;
    const { sessions } = await does<{ sessions: { sessionId: string | null }[] }>(page, "planned.next", {});
    const next = sessions.find(({ sessionId }) => sessionId !== null)!.sessionId;
    const paths = [
      "/today",
      "/clients",
      `/clients/${marit}`,
      `/weeks?for=${marit}`,
      `/session/${next}`,
      "/review",
      `/review/weeks?for=${marit}`,
      "/exercises",
      "/gym",
      "/outbox",
      "/account",
      "/import",
    ];
    for (const path of paths) {
      await page.goto(path);
      await alive(page);
      await expect(page.getByText("One moment…")).toHaveCount(0);
      await expect(page.getByRole("heading", { level: 1 })).toHaveCount(1);
      expect({ path, faults: await lookFaults(page, least) }).toEqual({ path, faults: [] });
      if (least === 44 && width === 390) await expectAccessible(page);
    }
    await page.locator("input[type=file]").first().setInputFiles("docs/formats/samples/coachs-notebook.csv");
    await expect(page.getByRole("heading", { name: "What comes in" })).toBeVisible();
    expect(await lookFaults(page, least)).toEqual([]);
  });
}

test("no page is fetched ahead; while one is on its way that is shown, before its answer has come", async ({
  page,
}) => {
  const ahead: string[] = [];
  page.on("request", (request) => {
    if (request.url().includes("_rsc=")) ahead.push(request.url());
  });
  await enterAsCoach(page);
  await expect(page.getByRole("link", { name: "Exercises" })).toBeVisible();
  await page.getByRole("link", { name: "Palle Brandt" }).first().hover();
  let answer = () => {};
  const held = new Promise<void>((done) => {
    answer = done;
  });
  await page.route(/\/exercises(\?|$)/, async (route) => {
    await held;
    await route.continue();
  });
  await page.getByRole("link", { name: "Exercises" }).click();
  await expect(page.getByRole("status").filter({ hasText: "One moment…" })).toBeVisible();
  expect(ahead.filter((url) => !url.includes("/exercises"))).toEqual([]);
  answer();
  await page.waitForURL(/\/exercises/);
  await expect(page.getByRole("status").filter({ hasText: "One moment…" })).toHaveCount(0);
});

test("on a phone every screen is reached from the bar at the foot, by touch and by keyboard", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await enterAsCoach(page);
  const bar = page.getByRole("navigation", { name: "Main" });
  await expect(bar.getByRole("link", { name: "Exercises" })).toBeHidden();
  await bar.getByRole("link", { name: "Weeks" }).click();
  await page.waitForURL(/\/weeks/);
  await bar.getByRole("button", { name: "More screens" }).focus();
  await page.keyboard.press("Enter");
  for (const name of ["Review", "Exercises", "Gym", "Your account", "Sign out"])
    await expect(page.getByRole("menuitem", { name })).toBeVisible();
  await expect(page.getByRole("menuitem", { name: "Review" })).toBeFocused();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("menuitem", { name: "Exercises" })).toBeFocused();
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/exercises/);
});

test("a client's progress is one page on paper, and the weeks lie on it", async ({ page }) => {
  await enterAsCoach(page);
  const { clients } = await does<{ clients: { id: string; name: string }[] }>(page, "clients.names", {});
  const marit = clients.find((client) => client.name === "Marit Solhaug")!.id;
  const printed = async (path: string) => {
    await page.goto(path);
    await alive(page);
    await expect(page.getByText("One moment…")).toHaveCount(0);
    const text = (await page.pdf({ format: "A4", preferCSSPageSize: true })).toString("latin1");
    const [, , width = "", height = ""] = /\/MediaBox \[(\d+) (\d+) ([\d.]+) ([\d.]+)\]/.exec(text)?.slice(1) ?? [];
    return { pages: text.match(/\/Type \/Page\b/g)!.length, lies: Number(width) > Number(height) };
  };
  expect(await printed(`/clients/${marit}`)).toEqual({ pages: 1, lies: false });
  expect(await printed(`/weeks?for=${marit}`)).toEqual({ pages: 1, lies: true });
  expect(await printed(`/review/weeks?for=${marit}`)).toMatchObject({ lies: true });
});

test("a name of 120 letters and one from right to left stay on their page, on a phone as on a desk", async ({
  page,
}) => {
  const email = `longnames${Date.now()}@wharf.example`;
  await foundStudio(page, { studio: "W".repeat(120), name: "Åse مريم", email, password: "a-long-password" });
  await expect(page.getByRole("heading", { name: "Today", exact: true })).toBeVisible();
  const known = { birthYear: null, trainingAge: "novice", minutes: 60, aims: "", limits: "", bodyMass: null };
  const ids: { clientId: string; sessionId: string }[] = [];
  for (const name of ["Wiriadinata".repeat(10), "عبد الرحمن ".repeat(10)]) {
    const { clientId } = await does<{ clientId: string }>(page, "clients.create", { ...known, name });
    await does(page, "clients.stateReadiness", { clientId, seen: null, yes: [] });
    const { sessionId } = await does<{ sessionId: string }>(page, "sessions.create", {
      clientId,
      title: "M".repeat(200),
    });
    ids.push({ clientId, sessionId });
  }
  const [{ clientId, sessionId }] = ids as [(typeof ids)[number], ...typeof ids];
  const paths = [
    ...["/today", "/clients", `/clients/${clientId}`, `/weeks?for=${clientId}`, `/session/${sessionId}`, "/outbox"],
    ...["/account", "/import", `/card/${sessionId}`, "/floor", "/review"],
  ];
  const tooWide: string[] = [];
  for (const width of [390, 1280]) {
    await page.setViewportSize({ width, height: 844 });
    for (const path of paths) {
      await page.goto(path);
      await expect(page.getByText("One moment…")).toHaveCount(0);
      await expect(page.getByRole("heading", { level: 1 }).first()).toBeVisible();
      const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      if (wide > 0) tooWide.push(`${path} by ${wide} on ${width}`);
    }
  }
  expect(tooWide).toEqual([]);
});
