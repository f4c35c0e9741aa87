// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { read } from "@/core/testing/helpers";
import { LeftOpen } from "./left-open";
import { floorOf } from "./testing/floor";

afterEach(cleanup);

const MINUTE = 60_000;
function open(minutes: number) {
  const log = vi.fn();
  const goOn = vi.fn();
  const floor = { ...floorOf(read("A1 Bench press 2x8 @60kg r90\n\nB1 Crunch 1x12")), mayCommit: () => true, log };
  render(<LeftOpen floor={floor as never} idleMs={minutes * MINUTE} onGoOn={goOn} />);
  return { log, goOn };
}
const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));

describe("a session in which nothing was logged for an hour and more", () => {
  it.each([
    [60, "1 h."],
    [74, "1 h 14 min."],
  ])("of %i minutes says %s", (minutes, words) => {
    open(minutes);
    expect(screen.getByText(/Nothing was logged for/).textContent).toContain(`for ${words}`);
  });

  it("goes on with a tap, and nothing is logged for it", () => {
    const { log, goOn } = open(74);
    press("Go on");
    expect(goOn).toHaveBeenCalledTimes(1);
    expect(log).not.toHaveBeenCalled();
  });

  it("is ended here: what is left is left out, set by set", () => {
    const { log, goOn } = open(74);
    press("End the session here");
    expect(log.mock.calls[0]![0]).toMatchObject({ kind: "setsSkipped", reason: "" });
    expect(log.mock.calls[0]![0].places).toHaveLength(3);
    expect(goOn).not.toHaveBeenCalled();
  });
});
