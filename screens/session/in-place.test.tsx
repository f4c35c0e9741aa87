// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { InPlaceEditor } from "./in-place";

afterEach(cleanup);

/** A figure that takes whole numbers alone. */
function Figure({ onKeep, locked = false }: { onKeep: (typed: string) => void; locked?: boolean }) {
  const [value, setValue] = useState("90");
  const [isWriting, setWriting] = useState(false);
  return (
    <InPlaceEditor
      label="Rest"
      text={value}
      isWriting={isWriting}
      locked={locked}
      onWrite={() => setWriting(true)}
      onLeave={() => setWriting(false)}
      onKeep={(typed) => {
        if (!/^\d+$/.test(typed)) return `“${typed}” is not a number of seconds.`;
        onKeep(typed);
        setValue(typed);
        return null;
      }}
    >
      {value} s
    </InPlaceEditor>
  );
}
function write(typed: string) {
  fireEvent.click(screen.getByRole("button", { name: "Rest, change" }));
  const field = screen.getByRole<HTMLInputElement>("textbox", { name: "Rest" });
  fireEvent.change(field, { target: { value: typed } });
  return field;
}

describe("a figure that is written where it stands", () => {
  it("Enter keeps it, once, also when the field is left by it", () => {
    const keep = vi.fn();
    render(<Figure onKeep={keep} />);
    const field = write("60");
    fireEvent.keyDown(field, { key: "Enter" });
    fireEvent.blur(field);
    expect(keep.mock.calls).toEqual([["60"]]);
    expect(screen.getByRole("button", { name: "Rest, change" }).textContent).toBe("60 s");
  });

  it("leaving the field keeps it; Escape leaves it as it was", () => {
    const keep = vi.fn();
    render(<Figure onKeep={keep} />);
    fireEvent.blur(write("75"));
    expect(keep).toHaveBeenCalledWith("75");
    const field = write("10");
    fireEvent.keyDown(field, { key: "Escape" });
    fireEvent.blur(field);
    expect(keep).toHaveBeenCalledTimes(1);
    expect(screen.getByRole("button", { name: "Rest, change" }).textContent).toBe("75 s");
  });

  it("what does not read stays in the field with its sentence, which goes when it is typed on", () => {
    const keep = vi.fn();
    render(<Figure onKeep={keep} />);
    const field = write("1:3o");
    fireEvent.keyDown(field, { key: "Enter" });
    fireEvent.blur(field);
    expect(field.value).toBe("1:3o");
    expect(field.getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByRole("alert").textContent).toBe("“1:3o” is not a number of seconds.");
    fireEvent.change(field, { target: { value: "45" } });
    expect(screen.queryByRole("alert")).toBeNull();
    fireEvent.keyDown(field, { key: "Enter" });
    expect(keep.mock.calls).toEqual([["45"]]);
  });

  it("what is the same as before asks for nothing, and keys that are typed in it reach nothing around it", () => {
    const keep = vi.fn();
    const outside = vi.fn();
    render(
      // biome-ignore lint/a11y/noStaticElementInteractions: stands for the grid
      <div onKeyDown={outside}>
        <Figure onKeep={keep} />
      </div>,
    );
    const field = write(" 90 ");
    fireEvent.keyDown(field, { key: "?" });
    fireEvent.keyDown(field, { key: "Enter" });
    expect(keep).not.toHaveBeenCalled();
    expect(outside).not.toHaveBeenCalled();
  });

  it("where nothing may be changed it is words alone", () => {
    render(<Figure onKeep={() => {}} locked />);
    expect(screen.queryByRole("button")).toBeNull();
    expect(screen.getByText("90 s")).toBeTruthy();
  });
});
