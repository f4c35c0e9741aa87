"use client";
import { Hand, Moon, Sun } from "lucide-react";
import { useEffect, useState } from "react";
import type { FloorView } from "@/contract";
import { listFloors } from "@/device/store";
import { longDate } from "@/ui/dates";
import { FloorSession } from "./floor-session";

/** The static shell: which session is said by the address, everything else lives on the device or comes from a plain route. */
export function FloorApp() {
  const [sessionId, setSessionId] = useState<string | null | undefined>(undefined);
  const [daylight, setDaylight] = useFlag("yarvex:floor-daylight");
  const [mirrored, setMirrored] = useFlag("yarvex:floor-mirrored");
  useEffect(() => {
    setSessionId(new URLSearchParams(window.location.search).get("s"));
    if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/floor-sw.js").catch(() => {});
  }, []);
  return (
    <div className="floor flex min-h-dvh justify-center" data-daylight={daylight}>
      <div className="flex w-full max-w-[30rem] flex-col px-[18px] pt-2 pb-[18px]">
        {sessionId === undefined ? null : sessionId ? (
          <FloorSession sessionId={sessionId} mirrored={mirrored} />
        ) : (
          <OnThisDevice />
        )}
        <div className={`mt-2 flex gap-4 ${mirrored ? "" : "justify-end"}`}>
          <Toggle
            on={daylight}
            set={setDaylight}
            words={daylight ? "Dark" : "Daylight"}
            icon={daylight ? <Moon size={18} aria-hidden /> : <Sun size={18} aria-hidden />}
          />
          <Toggle
            on={mirrored}
            set={setMirrored}
            words={mirrored ? "Right hand" : "Left hand"}
            icon={<Hand size={18} aria-hidden />}
          />
        </div>
      </div>
    </div>
  );
}

function Toggle({
  on,
  set,
  words,
  icon,
}: {
  on: boolean;
  set: (on: boolean) => void;
  words: string;
  icon: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={() => set(!on)}
      className="flex min-h-[44px] items-center gap-2 px-1 text-[var(--floor-quiet)]"
    >
      {icon} {words}
    </button>
  );
}

function useFlag(key: string): [boolean, (on: boolean) => void] {
  const [on, setOn] = useState(false);
  useEffect(() => setOn(localStorage.getItem(key) === "1"), [key]);
  return [
    on,
    (next) => {
      localStorage.setItem(key, next ? "1" : "0");
      setOn(next);
    },
  ];
}

function OnThisDevice() {
  const [floors, setFloors] = useState<readonly FloorView[]>([]);
  useEffect(() => {
    void listFloors().then(setFloors);
  }, []);
  return (
    <main className="flex flex-1 flex-col gap-3 pt-6">
      <h1 className="text-2xl font-bold">Floor</h1>
      {floors.length === 0 ? (
        <p className="text-lg text-[var(--floor-quiet)]">
          No session has been opened on this device. Open one with “Train now” at the desk, or from your own page.
        </p>
      ) : (
        <ul className="flex flex-col gap-2">
          {floors.map((floor) => (
            <li key={floor.sessionId}>
              <a
                href={`/floor?s=${floor.sessionId}`}
                className="flex min-h-[56px] flex-col justify-center rounded-lg border border-[var(--floor-line)] px-4 py-2"
              >
                <span className="text-lg font-bold">{floor.clientName}</span>
                <span className="text-[var(--floor-quiet)]">
                  {floor.shown.document.title || "Untitled session"} · {longDate(floor.shown.date)}
                </span>
              </a>
            </li>
          ))}
        </ul>
      )}
      <a href="/" className="mt-2 flex min-h-[56px] items-center text-lg underline underline-offset-4">
        To the desk
      </a>
    </main>
  );
}
