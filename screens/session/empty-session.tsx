"use client";
import { AddLift } from "./add-lift";
import { StartFrom } from "./start-from";
import { useDesk } from "./use-desk";

/** A session of nothing yet: one cell to type a lift into, and what else it can be started from. */
export function EmptySession() {
  if (useDesk((desk) => desk.locked)) return <p className="p-4 text-quiet">Nothing was planned in this session.</p>;
  return (
    <div className="grid gap-8 px-4 py-4 lg:grid-cols-2">
      <section aria-label="The first lift">
        <h2 className="mb-1 font-bold">The first lift</h2>
        <AddLift blockId={null} isInside={false} label="The first lift" />
      </section>
      <section aria-label="Or start from">
        <h2 className="mb-1 font-bold">Or start from</h2>
        <StartFrom onTaken={() => undefined} />
      </section>
    </div>
  );
}
