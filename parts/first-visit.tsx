"use client";
import { usePathname } from "next/navigation";
import { type ReactNode, useEffect, useState } from "react";

interface Help {
  /** What the screen is for. */
  readonly is: string;
  /** One thing to try. */
  readonly tries: string;
}

/** By the beginning of a page's address; the longer one first. */
const HELP: readonly (readonly [path: string, help: Help])[] = [
  [
    "/today",
    {
      is: "Who trains today, who is coming, and what needs you.",
      tries: "add a client, or press ↓ and Enter to do the first thing on the list.",
    },
  ],
  [
    "/clients/",
    {
      is: "What is known of a client, and what the program makes of it.",
      tries: "under “What do you lift now?” write two lifts: every load goes by them at once.",
    },
  ],
  [
    "/clients",
    { is: "Everybody who trains here.", tries: "add a client by name and age of training; the rest may come later." },
  ],
  [
    "/weeks",
    {
      is: "A client’s plan, week by week: sets, loads and rest before they happen.",
      tries: "choose a week at the top: its panel opens and sends its sessions.",
    },
  ],
  [
    "/session",
    {
      is: "A session, set by set, with its time and loads worked out.",
      tries: "type a lift and press Enter, then ? for the keys.",
    },
  ],
  [
    "/review",
    {
      is: "What was done, beside what was asked.",
      tries: "choose a lift: what it asks next time stands there, with why.",
    },
  ],
  [
    "/floor",
    {
      is: "Sessions are trained here, without a network too: rest and tempo are timed, and every set is kept.",
      tries: "open one and press Set done.",
    },
  ],
  ["/me/weeks", { is: "Your weeks, done and ahead.", tries: "choose a week, and see what it asks." }],
  [
    "/me/you",
    {
      is: "What your coach knows of you: health, what you lift, goals, body mass.",
      tries: "say what you lift now: your loads go by it at once.",
    },
  ],
  [
    "/me",
    { is: "Your next session, what your coach says, and what you did.", tries: "write a word to your coach below." },
  ],
  [
    "/exercises",
    {
      is: "Every exercise by the muscles it trains, ranked for a client here.",
      tries: "choose a muscle, then what this gym has for it.",
    },
  ],
  [
    "/gym",
    {
      is: "What stands in the gym: every load is rounded to what can be built from it.",
      tries: "take out a plate that you have not got, and see which loads change.",
    },
  ],
];

const PREFIX = "yarvex visited ";

/** On the first visit of a screen on this device, above it: what it is for, and one thing to try. Gone with the next visit, or when closed. */
export function FirstVisit({ children }: { children: ReactNode }) {
  const path = usePathname();
  const [found] = HELP.filter(([start]) => path === start || path.startsWith(start));
  const [shown, setShown] = useState<string | null>(null);
  const key = found?.[0] ?? null;
  useEffect(() => {
    if (key === null) return;
    try {
      const isFirst = localStorage.getItem(PREFIX + key) === null;
      if (isFirst) localStorage.setItem(PREFIX + key, "yes");
      // What was shown for this screen stays while one is on it.
      setShown((before) => (isFirst || before === key ? key : null));
    } catch {
      setShown(null);
    }
  }, [key]);
  const help = shown !== null && shown === key ? found?.[1] : undefined;
  return (
    <div className={help ? "lg:[--strip:2.25rem]" : undefined}>
      {help ? (
        <p
          role="note"
          className="no-print flex items-center gap-3 border-b border-line bg-indigo-tint px-4 py-1.5 text-walnut lg:h-9"
        >
          <span className="min-w-0 flex-1 lg:truncate">
            <strong>{help.is}</strong> To try: {help.tries}
          </span>
          <button
            type="button"
            onClick={() => setShown(null)}
            className="min-h-6 shrink-0 underline underline-offset-2"
          >
            Got it
          </button>
        </p>
      ) : null}
      {children}
    </div>
  );
}
