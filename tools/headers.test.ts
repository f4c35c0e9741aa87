import { createHash } from "node:crypto";
import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, it } from "vitest";
import { builtScripts, contentPolicy, newNonce } from "./headers";

it("scripts of built pages are let by what is in them, each once; files by where they are from", () => {
  const folder = mkdtempSync(join(tmpdir(), "yarvex-pages-"));
  mkdirSync(join(folder, "deep"));
  writeFileSync(
    join(folder, "floor.html"),
    '<script src="/a.js"></script><script id="x">go(1)</script><p>not &lt;script></p>',
  );
  writeFileSync(join(folder, "deep", "lost.html"), "<script>go(1)</script><script>go(\n2)</script>");
  writeFileSync(join(folder, "note.txt"), "<script>never()</script>");
  const hash = (text: string) => `'sha256-${createHash("sha256").update(text).digest("base64")}'`;
  expect(builtScripts(folder).sort()).toEqual([hash("go(1)"), hash("go(\n2)")].sort());
  expect(builtScripts(join(folder, "none"))).toEqual([]);
});

it("the floor alone may connect to a sensor; no page connects to another site", () => {
  const connects = (path: string) =>
    contentPolicy(newNonce(), [], path)
      .split("; ")
      .find((part) => part.startsWith("connect-src"));
  expect(connects("/floor")).toBe("connect-src 'self' ws: wss:");
  expect(connects("/floor?s=1")).toBe("connect-src 'self' ws: wss:");
  for (const path of ["/clients", "/floor-plan", "/session/floor"]) expect(connects(path)).toBe("connect-src 'self'");
});

it("nothing inline runs but for what the policy names, and each answer has a name of its own", () => {
  const policy = contentPolicy(newNonce(), ["'sha256-x'"]);
  const scripts = policy.split("; ").find((part) => part.startsWith("script-src"))!;
  expect(scripts).toMatch(/^script-src 'self' 'nonce-[A-Za-z0-9+/]{22}==' 'sha256-x'$/);
  expect(policy).not.toContain("unsafe-eval");
  expect(newNonce()).not.toBe(newNonce());
});
