// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { Later, later, readLaterParts } from "./later";

afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const Part = ({ word }: { word: string }) => <p>{word} is here</p>;

it("a part that cannot be read says so, and is there after another try", async () => {
  let isOnline = false;
  const part = later<{ word: string }>(async () => {
    if (!isOnline) throw new Error("no network");
    return { default: Part };
  });
  render(<Later part={part} props={{ word: "finder" }} />);
  const again = await screen.findByRole("button", { name: /no network: try again/ });
  isOnline = true;
  fireEvent.click(again);
  expect(await screen.findByText("finder is here")).toBeTruthy();
});

it("once the page rests every part is read, and drawn at once from then on", async () => {
  vi.useFakeTimers();
  let reads = 0;
  const part = later<{ word: string }>(async () => {
    reads++;
    return { default: Part };
  });
  const stop = readLaterParts();
  expect(reads).toBe(0);
  await vi.advanceTimersByTimeAsync(5_000);
  expect(reads).toBe(1);
  render(<Later part={part} props={{ word: "sheet" }} />);
  expect(screen.getByText("sheet is here")).toBeTruthy();
  stop();
});
