// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, renderHook, screen } from "@testing-library/react";
import { type ComponentType, useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { fetched, useOnDemand } from "./on-demand";

afterEach(cleanup);

const Chart = ({ of }: { of: string }) => <p>chart of {of}</p>;
/** A network that answers when it is told to. */
function network<P>() {
  const waiting: { come: (part: ComponentType<P>) => void; fail: () => void }[] = [];
  const load = vi.fn(
    () =>
      new Promise<ComponentType<P>>((come, fail) => {
        waiting.push({ come, fail: () => fail(new Error("no network")) });
      }),
  );
  return { load, next: () => waiting.shift()! };
}

function Opening({ part: Part }: { part: ComponentType<{ of: string }> }) {
  const [open, setOpen] = useState(true);
  return (
    <>
      <button type="button" onClick={() => setOpen(!open)}>
        open or close
      </button>
      {open ? <Part of="squat" /> : null}
    </>
  );
}

describe("a part that is fetched when it is drawn", () => {
  it("stands for itself meanwhile, and comes once for all that draw it", async () => {
    const { load, next } = network<{ of: string }>();
    const Part = fetched(load, <p>a moment…</p>);
    render(
      <>
        <Part of="squat" />
        <Part of="row" />
      </>,
    );
    expect(screen.getAllByText("a moment…")).toHaveLength(2);
    await act(async () => next().come(Chart));
    expect(screen.getByText("chart of squat")).toBeTruthy();
    expect(screen.getByText("chart of row")).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(1);
  });

  it("is there at once where it was fetched before", async () => {
    const { load, next } = network<{ of: string }>();
    const Part = fetched(load, <p>a moment…</p>);
    Part.fetch();
    Part.fetch();
    await act(async () => next().come(Chart));
    render(<Part of="squat" />);
    expect(screen.getByText("chart of squat")).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(1);
  });

  it("says so where it cannot be fetched, and tries again when it is opened again", async () => {
    const { load, next } = network<{ of: string }>();
    const Part = fetched(load);
    render(<Opening part={Part} />);
    await act(async () => next().fail());
    expect(screen.getByRole("alert").textContent).toContain("there is no network. What is written is kept");
    for (const _ of ["close", "open"]) fireEvent.click(screen.getByRole("button", { name: "open or close" }));
    await act(async () => next().come(Chart));
    expect(screen.getByText("chart of squat")).toBeTruthy();
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("can be asked for again where it stands, as often as it takes", async () => {
    const { load, next } = network<{ of: string }>();
    const Part = fetched(load);
    render(<Part of="squat" />);
    await act(async () => next().fail());
    fireEvent.click(screen.getByRole("button", { name: "Try again" }));
    await act(async () => next().fail());
    fireEvent.click(screen.getByRole("button", { name: "Try again" }));
    await act(async () => next().come(Chart));
    expect(screen.getByText("chart of squat")).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(3);
  });

  it("a fetch before it is wanted that fails breaks nothing", async () => {
    const { load, next } = network<{ of: string }>();
    const Part = fetched(load, <p>a moment…</p>);
    Part.fetch();
    await act(async () => next().fail());
    render(<Part of="squat" />);
    await act(async () => next().come(Chart));
    expect(screen.getByText("chart of squat")).toBeTruthy();
  });
});

describe("a part that is wanted by a button beside it", () => {
  const open = (load: () => Promise<ComponentType<{ of: string }>>) =>
    renderHook(
      ({ from }) => {
        const [isWanted, setWanted] = useState(false);
        return { Part: useOnDemand(from, isWanted, setWanted), isWanted, setWanted };
      },
      { initialProps: { from: load } },
    );

  it("is nothing until it is wanted, and stays once it was there", async () => {
    const { load, next } = network<{ of: string }>();
    const { result } = open(load);
    expect(load).not.toHaveBeenCalled();
    act(() => result.current.setWanted(true));
    expect(result.current.Part).toBeNull();
    await act(async () => next().come(Chart));
    expect(result.current.Part).toBe(Chart);
    act(() => result.current.setWanted(false));
    expect(result.current.Part).toBe(Chart);
    // Another button of the same kind has it at once.
    const other = open(load);
    act(() => other.result.current.setWanted(true));
    expect(other.result.current.Part).toBe(Chart);
    expect(load).toHaveBeenCalledTimes(1);
  });

  it("is not wanted any more where it cannot be fetched, and can be asked for again", async () => {
    const { load, next } = network<{ of: string }>();
    const { result } = open(load);
    act(() => result.current.setWanted(true));
    await act(async () => next().fail());
    expect(result.current).toMatchObject({ Part: null, isWanted: false });
    act(() => result.current.setWanted(true));
    await act(async () => next().come(Chart));
    expect(result.current.Part).toBe(Chart);
  });
});
