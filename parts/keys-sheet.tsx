"use client";
import { Sheet } from "@/ui/sheet";

/** Groups of keys: the group's name, and each key with what it does. */
type Keys = readonly (readonly [group: string, keys: readonly (readonly [key: string, does: string])[]])[];

const SESSION: Keys = [
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
];

const TODAY: Keys = [
  [
    "What needs you",
    [
      ["↓ ↑", "into the list, and from line to line"],
      ["Enter", "what is proposed"],
      ["l", "later"],
      ["x", "not needed, with why"],
      ["z", "take your last decision back"],
    ],
  ],
  [
    "Coming days, on the name of a session",
    [
      ["Shift ← →", "to another day"],
      ["Shift Space", "select it, to send several together"],
    ],
  ],
];

const WEEKS: Keys = [
  [
    "In the grid",
    [
      ["← → ↑ ↓", "from lift to lift and week to week"],
      ["Home, End", "the first week, the last"],
    ],
  ],
  ["On the edge of a phase", [["← →", "a week shorter, a week longer"]]],
];

const EXERCISES: Keys = [
  [
    "Exercises",
    [
      ["/", "to the search"],
      ["↑ ↓", "from exercise to exercise in the ranking"],
      ["Enter", "look at it"],
    ],
  ],
];

const ANYWHERE: Keys = [
  [
    "Anywhere",
    [
      ["Ctrl K", "find a client, a session, a lift, a template, or what to do"],
      ["?", "this list"],
    ],
  ],
];

/** The keys of each screen, by the beginning of its address. */
const OF_SCREEN: readonly (readonly [path: string, keys: Keys])[] = [
  ["/session", SESSION],
  ["/today", TODAY],
  ["/weeks", WEEKS],
  ["/exercises", EXERCISES],
];

/** The keys of the screen at an address, then those that are everywhere. */
export function KeysSheet({
  path,
  open,
  onOpenChange,
}: {
  path: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const own = OF_SCREEN.find(([start]) => path.startsWith(start))?.[1] ?? [];
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="Keys">
      {[...own, ...ANYWHERE].map(([group, keys]) => (
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
