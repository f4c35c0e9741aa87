"use client";
import { entriesOf, type KitId, USUAL_KIT } from "@/core";

/** The usual things of a gym, or those that people have at home, each to be ticked. */
export function KitTicks({
  isHome,
  things,
  onChange,
}: {
  isHome: boolean;
  things: ReadonlySet<KitId>;
  onChange: (things: ReadonlySet<KitId>) => void;
}) {
  return entriesOf(USUAL_KIT)
    .filter(([, { at }]) => at === "both" || at === (isHome ? "home" : "gym"))
    .map(([id, { name }]) => (
      <label key={id} className="flex min-h-6 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 shrink-0 accent-indigo"
          checked={things.has(id)}
          onChange={(event) => {
            const next = new Set(things);
            if (event.target.checked) next.add(id);
            else next.delete(id);
            onChange(next);
          }}
        />
        {name}
      </label>
    ));
}
