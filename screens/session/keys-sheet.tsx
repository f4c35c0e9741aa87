import { Sheet } from "@/ui/sheet";

const KEYS: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    "Move",
    [
      ["← → ↑ ↓", "from set to set"],
      ["Shift ← → ↑ ↓", "choose several"],
      ["Ctrl A", "choose all"],
      ["F6", "to the side panel"],
    ],
  ],
  [
    "Write",
    [
      ["Enter, F2", "write the set"],
      ["8 @ F > r t", "write over a part of it"],
      ["Esc", "leave it as it was"],
      ["Delete", "sit the round out"],
      ["w", "the warm-up"],
      ["Ctrl D, Ctrl R", "fill down, fill right"],
      ["Ctrl C, Ctrl V", "copy and paste sets; lines of lifts become blocks"],
      ["Ctrl Z, Ctrl Shift Z", "undo, redo"],
    ],
  ],
  [
    "Lifts",
    [
      ["+", "a lift below"],
      ["&", "a lift into this block"],
      [". or Shift F10", "all that can be done with the lift"],
      ["Alt ↑ ↓", "move the lift"],
      ["Alt Shift ↑ ↓", "move its block"],
    ],
  ],
  [
    "On the timeline",
    [
      ["← →", "from set to set, as they are done"],
      ["+ − 0", "nearer, further, all of it"],
      ["Enter", "the block in hand"],
    ],
  ],
  [
    "Anywhere",
    [
      ["Ctrl K", "find a client, a session, a lift, a template, or what to do"],
      ["?", "this list"],
    ],
  ],
];

/** The keys of the desk. */
export function KeysSheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="Keys">
      {KEYS.map(([group, keys]) => (
        <section key={group} className="mb-4">
          <h3 className="border-b border-walnut font-bold">{group}</h3>
          <dl className="grid grid-cols-[11rem_1fr] gap-y-1 pt-1">
            {keys.map(([key, does]) => (
              <div key={key} className="contents">
                <dt className="font-semibold">{key}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Sheet>
  );
}
