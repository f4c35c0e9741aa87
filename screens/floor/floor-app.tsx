"use client";
import { Hand, Moon, Sun, Volume2, VolumeX } from "lucide-react";
import { useEffect, useState } from "react";
import { DEFAULT_REGION } from "@/core";
import { startSending } from "@/device/sender";
import { onEntriesChanged, readPerson } from "@/device/store";
import { FirstVisit } from "@/parts/first-visit";
import { RegionProvider } from "@/parts/region";
import { FloorSession } from "./floor-session";
import { MOST_LANES } from "./lane-count";
import { Later, later, readLaterParts } from "./later";
import { Sessions } from "./sessions";
import { MUTE_KEY, unlockSound } from "./sound";
import { SensorContext, useSensorChoice } from "./use-sensor";

const ENTRIES = later(() => import("./entries"));
const REHEARSAL = later(() => import("./rehearsal"));
const LANES = later(() => import("./lanes"));

/** What the address asks for. */
type Asked =
  | { readonly kind: "session" | "rehearsal"; readonly id: string }
  | { readonly kind: "lanes"; readonly ids: readonly string[]; readonly open: string | null }
  | { readonly kind: "entries" | "sessions" };

function askedOf(search: string): Asked {
  const query = new URLSearchParams(search);
  const id = query.get("s");
  const ids = [...new Set((query.get("lanes") ?? "").split(",").filter(Boolean))].slice(0, MOST_LANES);
  if (ids.length > 1) return { kind: "lanes", ids, open: ids.find((one) => one === id) ?? null };
  if (id) return { kind: "session", id };
  const rehearsed = query.get("rehearse");
  if (rehearsed) return { kind: "rehearsal", id: rehearsed };
  return { kind: query.has("entries") ? "entries" : "sessions" };
}

/** The static shell: which session is said by the address, everything else lives on the device or comes from a plain route. */
export function FloorApp() {
  const [asked, setAsked] = useState<Asked | null>(null);
  const [region, setRegion] = useState(DEFAULT_REGION);
  const [daylight, setDaylight] = useFlag("yarvex:floor-daylight");
  const [muted, setMuted] = useFlag(MUTE_KEY);
  const [mirrored, setMirrored] = useFlag("yarvex:floor-mirrored");
  useEffect(() => {
    const read = () => setAsked(askedOf(window.location.search));
    read();
    startSending();
    unlockSound();
    window.addEventListener("popstate", read);
    return () => window.removeEventListener("popstate", read);
  }, []);
  /** One of several sessions has the whole screen; back, and a reload, find the way. */
  const openLane = (ids: readonly string[], open: string | null) => {
    const address = `/floor?lanes=${ids.join(",")}`;
    window.history.pushState(null, "", open === null ? address : `${address}&s=${open}`);
    setAsked({ kind: "lanes", ids, open });
    window.scrollTo({ top: 0 });
  };
  const sensor = useSensorChoice();
  const isWide = asked?.kind === "lanes" && asked.open === null;
  useEffect(readLaterParts, []);
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
      <SensorContext value={sensor}>
        <div className="floor flex min-h-dvh justify-center">
          <div
            className={`flex w-full flex-col px-[18px] pt-2 pb-[18px] ${isWide ? "max-w-[80rem]" : "max-w-[30rem] across:max-w-[64rem]"} ${asked?.kind === "lanes" && !isWide ? "[--floor-bar:66px]" : ""}`}
          >
            {asked?.kind === "session" ? <FloorSession sessionId={asked.id} /> : null}
            {asked?.kind === "rehearsal" ? <Later part={REHEARSAL} props={{ sessionId: asked.id }} /> : null}
            {asked?.kind === "lanes" ? (
              <Later
                part={LANES}
                props={{ ids: asked.ids, open: asked.open, onOpen: (open) => openLane(asked.ids, open) }}
              />
            ) : null}
            {asked?.kind === "entries" ? <Later part={ENTRIES} props={{}} /> : null}
            {asked?.kind === "sessions" ? (
              <FirstVisit>
                <Sessions />
              </FirstVisit>
            ) : null}
            <div className="mt-2 flex flex-wrap justify-end gap-x-4 left-hand:justify-start">
              <Toggle
                on={muted}
                set={setMuted}
                words={muted ? "Sound on" : "Sound off"}
                icon={muted ? <Volume2 size={18} aria-hidden /> : <VolumeX size={18} aria-hidden />}
              />
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
      </SensorContext>
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
