// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { MoreButton } from "./more-button";

describe("the end of a list that has more", () => {
  const observers: { readonly see: (isIntersecting: boolean) => void }[] = [];
  const onMore = vi.fn();

  beforeEach(() => {
    observers.length = 0;
    onMore.mockReset();
    vi.stubGlobal(
      "IntersectionObserver",
      class {
        constructor(told: (entries: readonly { isIntersecting: boolean }[]) => void) {
          observers.push({ see: (isIntersecting) => told([{ isIntersecting }]) });
        }
        observe = () => undefined;
        disconnect = () => undefined;
      },
    );
  });
  afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
  });

  const show = (more: Partial<Parameters<typeof MoreButton>[0]> = {}) =>
    render(<MoreButton words="Show more clients" isBusy={false} error={null} onMore={onMore} {...more} />);

  it("is asked for when it comes into sight, not before", () => {
    show();
    act(() => observers[0]!.see(false));
    expect(onMore).not.toHaveBeenCalled();
    act(() => observers[0]!.see(true));
    expect(onMore).toHaveBeenCalledTimes(1);
  });

  it("is asked for by whoever presses it", () => {
    show();
    fireEvent.click(screen.getByRole("button", { name: "Show more clients" }));
    expect(onMore).toHaveBeenCalledTimes(1);
  });

  it("is asked for once at a time, and after a fault by the button alone", () => {
    show({ isBusy: true });
    expect(observers).toEqual([]);
    expect(screen.getByRole<HTMLButtonElement>("button").disabled).toBe(true);
    cleanup();
    show({ error: new Error("No network.") });
    expect(observers).toEqual([]);
    expect(screen.getByRole("alert").textContent).toContain("No network.");
  });
});
