"use client";
import { Hand, Moon, Sun } from "lucide-react";
import { useEffect, useState } from "react";
import { DEFAULT_REGION } from "@/core";
import { startSending } from "@/device/sender";
import { onEntriesChanged, readPerson } from "@/device/store";
import { RegionProvider } from "@/parts/region";
import { Entries } from "./entries";
import { FloorSession } from "./floor-session";
import { Sessions } from "./sessions";

/** What the address asks for. */
type Asked = { readonly kind: "session"; readonly id: string } | { readonly kind: "entries" | "sessions" };

function askedOf(search: string): Asked {
  const query = new URLSearchParams(search);
  const id = query.get("s");
  if (id) return { kind: "session", id };
  return { kind: query.has("entries") ? "entries" : "sessions" };
}

/** The static shell: which session is said by the address, everything else lives on the device or comes from a plain route. */
export function FloorApp() {
  const [asked, setAsked] = useState<Asked | null>(null);
  const [region, setRegion] = useState(DEFAULT_REGION);
  const [daylight, setDaylight] = useFlag("yarvex:floor-daylight");
  const [mirrored, setMirrored] = useFlag("yarvex:floor-mirrored");
  useEffect(() => {
    setAsked(askedOf(window.location.search));
    startSending();
  }, []);
  useEffect(() => {
    const read = () => void readPerson().then((person) => setRegion(person?.region ?? DEFAULT_REGION));
    read();
    return onEntriesChanged(read);
  }, []);
  // On the whole page: its sheets lie over it, not in it.
  useEffect(() => {
    document.body.toggleAttribute("data-daylight", daylight);
    document.body.toggleAttribute("data-left-hand", mirrored);
    return () => {
      document.body.removeAttribute("data-daylight");
      document.body.removeAttribute("data-left-hand");
    };
  }, [daylight, mirrored]);
  return (
    <RegionProvider region={region}>
      <div className="floor flex min-h-dvh justify-center">
        <div className="flex w-full max-w-[30rem] flex-col px-[18px] pt-2 pb-[18px]">
          {asked?.kind === "session" ? <FloorSession sessionId={asked.id} /> : null}
          {asked?.kind === "entries" ? <Entries /> : null}
          {asked?.kind === "sessions" ? <Sessions /> : null}
          <div className="mt-2 flex justify-end gap-4 left-hand:justify-start">
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
    </RegionProvider>
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
      className="flex min-h-[56px] items-center gap-2 px-1 text-[var(--floor-quiet)]"
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
