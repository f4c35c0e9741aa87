"use client";
import { Delete } from "lucide-react";
import { useEffect, useState } from "react";

const KEYS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0"] as const;
const MOST_DIGITS = 6;

/**
 * A keypad for one figure. The first key replaces what stood there; every key counts at once, so that nothing has to be confirmed.
 * A keyboard that is there types the same.
 */
export function Keypad({
  label,
  places,
  onFigure,
}: {
  label: string;
  /** Digits behind the point; none for reps. */
  places: 0 | 2;
  onFigure: (text: string) => void;
}) {
  const [typed, setTyped] = useState("");
  const press = (key: string) => {
    const next = key === "back" ? typed.slice(0, -1) : typed + key;
    const pattern = places === 0 ? /^\d{0,3}$/ : /^\d{0,4}(\.\d{0,2})?$/;
    if (!pattern.test(next) || next.length > MOST_DIGITS) return;
    setTyped(next);
    onFigure(next.replace(/\.$/, ""));
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.target instanceof Element && event.target.closest("input, textarea")) return;
      const key = event.key === "," ? "." : event.key === "Backspace" ? "back" : event.key;
      if (!/^(?:\d|\.|back)$/.test(key)) return;
      event.preventDefault();
      press(key);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
  const box =
    "flex min-h-[56px] items-center justify-center rounded-lg bg-[var(--floor-raised)] text-xl font-bold disabled:text-[var(--floor-quiet)]";
  return (
    <div role="group" aria-label={`${label}, keypad`} className="grid w-full grid-cols-3 gap-2">
      {KEYS.map((key) => (
        <button
          key={key}
          type="button"
          disabled={key === "." && places === 0}
          onClick={() => press(key)}
          className={box}
        >
          {key}
        </button>
      ))}
      <button type="button" aria-label="Remove the last digit" onClick={() => press("back")} className={box}>
        <Delete size={24} aria-hidden />
      </button>
    </div>
  );
}
