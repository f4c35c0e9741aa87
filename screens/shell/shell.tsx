"use client";
import { clsx } from "clsx";
import { usePathname, useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import type { StudioExercises } from "@/contract";
import { QueryProvider } from "@/device/query";
import { signOut } from "@/device/sign-out";
import { DutyProvider } from "@/parts/duty";
import { FirstVisit } from "@/parts/first-visit";
import { RegionProvider } from "@/parts/region";
import { Mark } from "@/ui/mark";
import { Menu } from "@/ui/menu";
import { PageLink } from "@/ui/page-link";
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
  { href: "/review", name: "Review", isForAll: true, isUnderMore: true },
  { href: "/exercises", name: "Exercises", isUnderMore: true },
  { href: "/gym", name: "Gym", isUnderMore: true },
];

/** The navigation rail and the command palette around every desk screen; on a phone the rail is a bar at the foot. */
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
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const leave = async () => setProblem(await signOut());
  const { name: who, studioName: studio } = viewer;
  const places = PLACES.filter(({ isForAll }) => isForAll || viewer.duty !== "assistant");
  const initials = who
    .split(" ")
    .map((part) => part[0])
    .join("")
    .slice(0, 2);
  return (
    <QueryProvider>
      <RegionProvider region={viewer.region}>
        <DutyProvider duty={viewer.duty}>
          <div className="flex min-h-dvh max-md:pb-14">
            <nav
              aria-label="Main"
              className="no-print z-30 flex shrink-0 items-center border-line bg-inset max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:h-14 max-md:border-t md:sticky md:top-0 md:h-dvh md:w-16 md:flex-col md:gap-1 md:border-r md:py-3"
            >
              <PageLink href="/today" aria-label={`Yarvex, ${studio}`} className="mb-3 max-md:hidden">
                <Mark />
              </PageLink>
              {places.map(({ href, name, isUnderMore }) => {
                const here = path === href || path.startsWith(`${href}/`);
                const look = {
                  "aria-current": here ? ("page" as const) : undefined,
                  className: clsx(
                    "flex min-h-10 w-full items-center justify-center py-1 text-xs max-md:h-full max-md:border-t-4 md:border-l-4",
                    here
                      ? "border-indigo bg-ground font-bold text-indigo"
                      : "border-transparent hover:bg-ground forced-colors:border-[Canvas]",
                    isUnderMore && "max-md:hidden",
                  ),
                };
                // The floor is a page of its own: what it may connect to, a rep sensor, is said with its own answer.
                return href === "/floor" ? (
                  <a key={href} href={href} {...look}>
                    {name}
                  </a>
                ) : (
                  <PageLink key={href} href={href} {...look}>
                    {name}
                  </PageLink>
                );
              })}
              <div className="flex h-full w-full items-center justify-center text-xs md:hidden">
                <Menu
                  label="More screens"
                  trigger={<span className="flex h-11 items-center px-1 text-walnut">More</span>}
                  items={() => [
                    ...places
                      .filter(({ isUnderMore }) => isUnderMore)
                      .map(({ href, name }) => ({ name, onSelect: () => router.push(href) })),
                    { name: "Your account", onSelect: () => router.push("/account") },
                    { name: "Sign out", onSelect: leave, afterLine: true },
                  ]}
                />
              </div>
              <div className="mt-auto flex flex-col items-center gap-2 max-md:hidden">
                <PageLink
                  href="/account"
                  title={`${who}, ${studio}`}
                  aria-label={`Your account, ${who}`}
                  className="flex size-8 items-center justify-center rounded-full bg-woad text-xs font-bold text-ground"
                >
                  {initials}
                </PageLink>
                <button type="button" className="min-h-6 text-xs underline underline-offset-2" onClick={leave}>
                  Sign out
                </button>
              </div>
              {problem ? (
                <p
                  role="alert"
                  className="fixed bottom-16 left-3 z-50 max-w-80 border-2 border-walnut bg-surface px-3 py-2 md:bottom-3 md:left-20"
                >
                  You are still signed in. {problem}
                </p>
              ) : null}
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
