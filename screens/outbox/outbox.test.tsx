// @vitest-environment happy-dom
import { cleanup, fireEvent, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { renderWithQueries } from "@/ui/testing/with-queries";
import type { SentLine } from "@/views";
import { Outbox } from "./outbox";

const [ask, push] = vi.hoisted(() => [vi.fn(), vi.fn()]);
vi.mock("next/navigation", () => ({ useRouter: () => ({ push }) }));
vi.mock("@/device/api", () => ({ callApi: ask, replySentence: () => "The server cannot be reached." }));
afterEach(() => {
  cleanup();
  ask.mockReset();
});

const line = (copyId: string, more: Partial<SentLine> = {}): SentLine => ({
  copyId,
  sessionId: `s-${copyId}`,
  clientName: `Client ${copyId}`,
  title: "Legs",
  date: "2026-11-26",
  sentAtMs: Date.parse("2026-11-24T10:00:00Z"),
  seenAtMs: null,
  hasAccount: true,
  emailProblem: null,
  ...more,
});
const ALL = {
  clients: [
    { id: "ana", name: "Ana" },
    { id: "bo", name: "Bo" },
  ],
  clientId: null,
};
const email = { subject: "Thursday 26 November: Legs", text: "Ana,\n\nyour session is ready." };
const opened = { copyId: "a", email, to: "Client a", hasAccount: true, sessionId: "s-a", clientId: "ana" };
const lines = () => within(screen.getByRole("region", { name: "Emails" })).getAllByRole("link");

describe("the outbox", () => {
  it("says of each email for whom, of which day, and whether it was seen, waits, or must be handed on", () => {
    const emails = [
      line("a", { seenAtMs: Date.parse("2026-11-25T08:00:00Z") }),
      line("b"),
      line("c", { hasAccount: false, title: "" }),
    ];
    renderWithQueries(<Outbox {...ALL} emails={emails} next={null} opened={opened} />);
    expect(lines().map((one) => one.textContent)).toEqual([
      "Client a24 NovLegs, Thursday 26 November● seen 25 Nov",
      "Client b24 NovLegs, Thursday 26 November○ not seen yet",
      "Client c24 NovThursday 26 November△ no account: hand it on",
    ]);
    expect(lines().map((one) => one.getAttribute("aria-current"))).toEqual(["true", null, null]);
    expect(screen.getByRole("article", { name: "Email: Thursday 26 November: Legs" }).textContent).toContain("Ana,");
    expect(screen.queryByRole("button", { name: "Older emails" })).toBeNull();
  });

  it("older emails come below; a page that cannot be had says so, and can be asked for again", async () => {
    renderWithQueries(<Outbox {...ALL} emails={[line("a")]} next="a" opened={opened} />);
    ask.mockResolvedValueOnce({ kind: "offline" });
    fireEvent.click(screen.getByRole("button", { name: "Older emails" }));
    expect(await screen.findByText("The server cannot be reached.")).toBeTruthy();
    expect(lines()).toHaveLength(1);
    ask.mockResolvedValueOnce({ kind: "ok", value: { emails: [line("b")], next: null } });
    fireEvent.click(screen.getByRole("button", { name: "Older emails" }));
    expect(await screen.findByText("Client b")).toBeTruthy();
    expect(ask.mock.calls).toEqual([
      ["outbox.list", { after: "a", clientId: null }],
      ["outbox.list", { after: "a", clientId: null }],
    ]);
    expect(screen.queryByText("The server cannot be reached.")).toBeNull();
    expect(screen.queryByRole("button", { name: "Older emails" })).toBeNull();
  });

  it("says how something gets into it while it is empty, and what to do for who has no account", () => {
    const { unmount } = renderWithQueries(<Outbox {...ALL} emails={[]} next={null} opened={null} />);
    expect(screen.getByText(/^Nothing was sent yet\. A session is sent from its desk/)).toBeTruthy();
    unmount();
    const { rerender } = renderWithQueries(
      <Outbox {...ALL} emails={[line("a")]} next={null} opened={{ ...opened, hasAccount: false }} />,
    );
    expect(screen.getByText(/who has no account yet/)).toBeTruthy();
    expect(screen.getByRole("button", { name: "Hand it on" })).toBeTruthy();
    rerender(<Outbox {...ALL} emails={[line("a")]} next={null} opened={opened} />);
    expect(screen.queryByText(/no account yet/)).toBeNull();
  });

  it("is one client's where one is chosen: listed, gone on with and opened as such, and said where there is nothing", async () => {
    const { unmount } = renderWithQueries(<Outbox {...ALL} emails={[line("a")]} next={null} opened={opened} />);
    const choice = () => screen.getByRole<HTMLSelectElement>("combobox", { name: "Client" });
    expect(choice().value).toBe("");
    fireEvent.change(choice(), { target: { value: "bo" } });
    expect(push).toHaveBeenLastCalledWith("/outbox?for=bo");
    unmount();
    const { rerender } = renderWithQueries(
      <Outbox {...ALL} clientId="bo" emails={[line("a")]} next="a" opened={opened} />,
    );
    expect(choice().selectedOptions[0]!.textContent).toBe("Bo");
    expect(lines()[0]!.getAttribute("href")).toBe("/outbox?for=bo&email=a");
    ask.mockResolvedValueOnce({ kind: "ok", value: { emails: [line("b")], next: null } });
    fireEvent.click(screen.getByRole("button", { name: "Older emails" }));
    expect(await screen.findByText("Client b")).toBeTruthy();
    expect(ask).toHaveBeenLastCalledWith("outbox.list", { after: "a", clientId: "bo" });
    fireEvent.change(choice(), { target: { value: "" } });
    expect(push).toHaveBeenLastCalledWith("/outbox");
    rerender(<Outbox {...ALL} key="none" clientId="ana" emails={[]} next={null} opened={null} />);
    expect(screen.getByText("Nothing was sent to Ana yet.")).toBeTruthy();
  });
});
