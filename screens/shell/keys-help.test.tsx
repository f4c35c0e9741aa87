// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { KeysHelp } from "./keys-help";

const path = vi.hoisted(() => ({ now: "/today" }));
vi.mock("next/navigation", () => ({ usePathname: () => path.now }));
afterEach(cleanup);

const ask = async (at: string): Promise<string> => {
  path.now = at;
  render(<KeysHelp />);
  fireEvent.keyDown(document.body, { key: "?" });
  return (await screen.findByRole("dialog", { name: "Keys" })).textContent!;
};

it("lists the keys of the screen, then those that are everywhere", async () => {
  const today = await ask("/today");
  expect(today).toMatch(/take your last decision back.*Anywhere.*Ctrl K/);
  expect(today).not.toContain("fill down");
  cleanup();
  expect(await ask("/session/1")).toMatch(/fill down.*Ctrl K/);
  cleanup();
  expect(await ask("/gym")).toMatch(/^KeysAnywhere|Anywhere/);
});

it("a question mark that is typed into a field, or was taken already, is none of it", () => {
  path.now = "/today";
  render(
    <>
      <input aria-label="Message" />
      <button type="button" onKeyDown={(event) => event.preventDefault()}>
        A grid of its own
      </button>
      <KeysHelp />
    </>,
  );
  fireEvent.keyDown(screen.getByLabelText("Message"), { key: "?" });
  fireEvent.keyDown(screen.getByRole("button"), { key: "?" });
  expect(screen.queryByRole("dialog")).toBeNull();
});
