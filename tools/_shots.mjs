import { chromium } from "@playwright/test";

const base = process.env.BASE ?? "http://127.0.0.1:3100";
const out = "/tmp/shots/";

import { mkdirSync } from "node:fs";

mkdirSync(out, { recursive: true });
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const ctx = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await ctx.newPage();
page.on("pageerror", (e) => console.log("PAGEERROR", e.message));
page.on("console", (m) => m.type() === "error" && console.log("CONSOLE", m.text().slice(0, 300)));
await page.goto(base + "/sign-in");
await page.waitForTimeout(1500);
await page.getByRole("button", { name: "Enter as Bodil, the coach" }).click();
await page.waitForURL(/clients/);
await page.waitForTimeout(1500);
const shot = async (name) => {
  await page.waitForTimeout(900);
  await page.screenshot({ path: out + name + ".png" });
};
await import("/tmp/steps.mjs").then((m) => m.default({ page, base, shot, ctx }));
await browser.close();
