import { chromium } from "@playwright/test";

const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const p = await (await b.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
const base = "http://127.0.0.1:3100";
const alive = () =>
  p.waitForFunction(() => {
    const m = document.querySelector("main");
    return m && Object.keys(m).some((k) => k.startsWith("__react"));
  });
await p.goto(base + "/sign-in");
await alive();
await p.getByRole("button", { name: "Found a studio" }).click();
await p.getByLabel("Address").fill("wen@wharf.example");
await p.getByRole("button", { name: "Send the letter" }).click();
await p.waitForTimeout(800);
await p.screenshot({ path: "/tmp/s1.png" });
await p.goto(base + "/sign-in");
await alive();
await p.getByRole("button", { name: "Enter as Bodil, the coach" }).click();
await p.waitForURL(/clients/);
await p.waitForTimeout(500);
await p.getByRole("link", { name: "Noor Castellan" }).first().click();
await p.getByRole("button", { name: "Write a session" }).click();
await p.waitForURL(/session/);
await p.getByLabel("The session in shorthand").fill(`# Upper, as coaches write it
cap 55min

A1 paused bench 4x5 rir2 r150 ramp

B1 Lat pulldown wide grip 3x10 h10
B2 incline 45 db press 3x8-10 r90

C1 hammer curls 3x12 h8
C2 Tricep pushdown 3x12 r60

D1 Incline winch curl 3x10 h8
D2 rope face pulls 2x15 r60`);
await p.waitForTimeout(2500);
await p.screenshot({ path: "/tmp/s2.png" });
await p
  .getByRole("button", { name: "Grid", exact: true })
  .click()
  .catch(() => {});
await p.waitForTimeout(800);
await p.screenshot({ path: "/tmp/s3.png" });
await p.goBack().catch(() => {});
await p.goto(base + "/exercises?make=Incline%20winch%20curl");
await p.waitForTimeout(1500);
await p.screenshot({ path: "/tmp/s4.png" });
await p.keyboard.press("Escape");
await p.getByRole("button", { name: "List", exact: true }).click();
await p.getByLabel("Search exercises").fill("hammr curl");
await p.waitForTimeout(600);
await p.screenshot({ path: "/tmp/s5.png" });
await b.close();
