import type { ReactNode } from "react";
import { Shell } from "@/screens/shell/shell";
import { answer, requireScope } from "../ask";

/** Where coaches change what clients have before them. */
const PLANNING = [
  { group: "Screens", name: "Weeks", href: "/weeks" },
  { group: "Screens", name: "Next week, all clients", href: "/weeks/carry-on" },
  { group: "Screens", name: "Session", href: "/session" },
  { group: "Screens", name: "Exercises", href: "/exercises" },
  { group: "Screens", name: "Gym", href: "/gym" },
  { group: "Screens", name: "Outbox: what clients were sent", href: "/outbox" },
];

export default async function DeskLayout({ children }: { children: ReactNode }) {
  const scope = await requireScope("coach");
  const { viewer, clients, exercises } = await answer(scope, "frame.show", {});
  const items = [
    { group: "Screens", name: "Today", href: "/today" },
    { group: "Screens", name: "Clients", href: "/clients" },
    { group: "Screens", name: "Floor", href: "/floor" },
    { group: "Screens", name: "Review", href: "/review" },
    ...(viewer.duty === "assistant" ? [] : PLANNING),
    ...clients.map((client) => ({ group: "Clients", name: client.name, href: `/clients/${client.id}` })),
  ];
  return (
    <Shell viewer={viewer} items={items} exercises={exercises}>
      {children}
    </Shell>
  );
}
