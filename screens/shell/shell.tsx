"use client";
import { clsx } from "clsx";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { type ReactNode, useState } from "react";
import type { StudioExercises } from "@/contract";
import { QueryProvider } from "@/device/query";
import { signOut } from "@/device/sign-out";
import { DutyProvider } from "@/parts/duty";
import { FirstVisit } from "@/parts/first-visit";
import { RegionProvider } from "@/parts/region";
import { Mark } from "@/ui/mark";
import type { Viewer } from "@/views";
import { DeviceUser } from "./device-user";
import { KeysHelp } from "./keys-help";
import { Palette } from "./palette";
import type { PaletteItem } from "./palette-dialog";

const PLACES = [
  { href: "/today", name: "Today", isForAll: true },
  { href: "/clients", name: "Clients", isForAll: true },
  { href: "/weeks", name: "Weeks" },
  { href: "/session", name: "Session" },
  { href: "/floor", name: "Floor", isForAll: true },
  { href: "/review", name: "Review", isForAll: true },
  { href: "/exercises", name: "Exercises" },
  { href: "/gym", name: "Gym" },
];

/** The rail and the palette around every desk screen. */
export function Shell({
  viewer,
  items,
  exercises,
  children,
}: {
  viewer: Viewer;
  items: readonly PaletteItem[];
  exercises: StudioExercises;
  children: ReactNode;
}) {
  const path = usePathname();
  const [problem, setProblem] = useState<string | null>(null);
  const { name: who, studioName: studio } = viewer;
  const initials = who
    .split(" ")
    .map((part) => part[0])
    .join("")
    .slice(0, 2);
  return (
    <QueryProvider>
      <RegionProvider region={viewer.region}>
        <DutyProvider duty={viewer.duty}>
          <div className="flex min-h-dvh">
            <nav
              aria-label="Main"
              className="no-print sticky top-0 flex h-dvh w-[60px] shrink-0 flex-col items-center gap-1 border-r border-line bg-inset py-3"
            >
              <Link href="/today" aria-label={`Yarvex, ${studio}`} className="mb-3">
                <Mark />
              </Link>
              {PLACES.filter(({ isForAll }) => isForAll || viewer.duty !== "assistant").map(({ href, name }) => {
                const here = path === href || path.startsWith(`${href}/`);
                const look = {
                  "aria-current": here ? ("page" as const) : undefined,
                  className: clsx(
                    "flex min-h-9 w-full items-center justify-center border-l-4 py-1 text-xs",
                    here
                      ? "border-indigo bg-ground font-bold text-indigo"
                      : "border-transparent hover:bg-ground forced-colors:border-[Canvas]",
                  ),
                };
                // The floor is a page of its own: what it may connect to, a rep sensor, is said with its own answer.
                return href === "/floor" ? (
                  <a key={href} href={href} {...look}>
                    {name}
                  </a>
                ) : (
                  <Link key={href} href={href} prefetch={false} {...look}>
                    {name}
                  </Link>
                );
              })}
              <div className="mt-auto flex flex-col items-center gap-2">
                <Link
                  href="/account"
                  prefetch={false}
                  title={`${who}, ${studio}`}
                  aria-label={`Your account, ${who}`}
                  className="flex size-8 items-center justify-center rounded-full bg-woad text-xs font-bold text-ground"
                >
                  {initials}
                </Link>
                <button
                  type="button"
                  className="min-h-6 text-xs underline underline-offset-2"
                  onClick={async () => setProblem(await signOut())}
                >
                  Sign out
                </button>
                {problem ? (
                  <p
                    role="alert"
                    className="fixed bottom-3 left-[72px] z-50 max-w-80 border border-madder bg-surface px-3 py-2"
                  >
                    You are still signed in. {problem}
                  </p>
                ) : null}
              </div>
            </nav>
            <div className="min-w-0 flex-1">
              <DeviceUser memberId={viewer.memberId} role={viewer.role} region={viewer.region} />
              <FirstVisit>{children}</FirstVisit>
            </div>
            <Palette items={items} exercises={exercises} />
            <KeysHelp />
          </div>
        </DutyProvider>
      </RegionProvider>
    </QueryProvider>
  );
}
