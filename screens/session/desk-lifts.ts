import { allBlocks, memoizeLast, type SessionDocument } from "@/core";
import { callApi } from "@/device/api";
import type { LiftLog, SessionView } from "@/views";

/** The records of the session's lifts: those that came with it, and those of lifts that are written meanwhile. */
export function createLifts(opened: () => SessionView, onMore: () => void) {
  let more: readonly LiftLog[] = [];
  const asked = new Set(opened().lifts.map((lift) => lift.lineage));
  const join = memoizeLast((own: readonly LiftLog[], others: readonly LiftLog[]) => [...own, ...others]);
  const all = () => join(opened().lifts, more);
  const read = async (lineages: readonly string[]): Promise<readonly LiftLog[] | null> => {
    const { client, date } = opened();
    const reply = await callApi("lifts.read", { clientId: client.id, until: date, lineages });
    if (reply.kind !== "ok") return null;
    const { lifts } = reply.value;
    more = [...more.filter(({ lineage }) => !lifts.some((lift) => lift.lineage === lineage)), ...lifts];
    onMore();
    return lifts;
  };
  return {
    all,
    /** Reads the records of the lifts in the document that are not here yet. */
    bringWritten: (document: SessionDocument) => {
      const written = new Set(allBlocks(document).flatMap(({ slots }) => slots.map(({ lineage }) => lineage)));
      const wanted = opened()
        .known.map(({ lineage }) => lineage)
        .filter((lineage) => written.has(lineage) && !asked.has(lineage));
      if (wanted.length === 0) return;
      for (const lineage of wanted) asked.add(lineage);
      void read(wanted).then((lifts) => {
        // Asked again with the next lift that is written.
        if (lifts === null) for (const lineage of wanted) asked.delete(lineage);
      });
    },
    /** The record of one lift, read where it is not here yet; null where there is none, or nobody answers. */
    bring: async (lineage: string): Promise<LiftLog | null> => {
      const here = all().find((lift) => lift.lineage === lineage);
      if (here || !opened().known.some((lift) => lift.lineage === lineage)) return here ?? null;
      const lifts = await read([lineage]);
      if (lifts) asked.add(lineage);
      return lifts?.[0] ?? null;
    },
  };
}
