/** Events of the floor as older builds logged them, brought to the present version. */
import {
  allBlocks,
  EVENT_VERSION,
  type FloorEvent,
  type FloorEventBody,
  type Occurrence,
  restTimed,
  type SessionDocument,
} from "../core";
import { upcastDocument } from "./document-versions";
import type { FirstEvent, SentEvent } from "./events";
import { presentIds } from "./renamed";

type FirstSet = Extract<FirstEvent["body"], { readonly kind: "setCorrected" }>["set"];

/**
 * An event as this build reads it. Documents are asked for by hash, because the first builds left a set's place to the
 * document that was on the screen.
 */
export function upcastEvent(sent: SentEvent, documentOf: (hash: string) => SessionDocument | null): FloorEvent {
  if (!("version" in sent)) {
    const body = upcastBody(sent.body, documentOf(sent.shownHash));
    return { ...sent, version: EVENT_VERSION, clocks: null, body: presentBody(body) };
  }
  if (sent.version === EVENT_VERSION) return { ...sent, body: presentBody(sent.body) };
  const { steady, ...rest } = sent;
  const clocks = steady && { wallMs: sent.atMs, page: steady.page, steadyMs: steady.ms };
  return { ...rest, version: EVENT_VERSION, clocks, body: presentBody(sent.body) };
}

function presentBody(sent: FloorEventBody): FloorEventBody {
  const body = presentIds(sent);
  const set = <T extends { readonly restSeconds: number | null }>(one: T): T => ({
    ...one,
    restSeconds: restTimed(one.restSeconds),
  });
  // Events of builds that carried no load over to the other exercise have no such field.
  if (body.kind === "exerciseSwapped") return { ...body, load: body.load ?? null };
  if (body.kind === "liftsAdded") return { ...body, document: upcastDocument(body.document) as SessionDocument };
  if (body.kind === "setsDone") return { ...body, sets: body.sets.map(set) };
  return body.kind === "setCorrected" ? { ...body, set: set(body.set) } : body;
}

function upcastBody(body: FirstEvent["body"], document: SessionDocument | null): FloorEventBody {
  switch (body.kind) {
    case "setsDone":
      return { kind: "setsDone", sets: body.sets.map(upcastSet) };
    case "setCorrected":
      return { kind: "setCorrected", set: upcastSet(body.set) };
    case "setsSkipped":
      return {
        kind: "setsSkipped",
        places: body.setIds.flatMap((id) => placesOfSet(document, id)),
        reason: body.reason,
      };
    default:
      return body;
  }
}

const upcastSet = ({ setId, ...set }: FirstSet) => ({
  ...set,
  ordinal: 0,
  whose: "client" as const,
  plannedSetId: setId,
  failed: false,
  segments: set.segments.map((segment) => ({ ...segment, metres: null })),
});

function placesOfSet(document: SessionDocument | null, setId: string): Occurrence[] {
  return (document ? allBlocks(document) : []).flatMap((block) =>
    block.slots.flatMap((slot) => {
      const round = slot.sets.findIndex((set) => set?.id === setId);
      return round < 0 ? [] : [{ slotId: slot.id, round, ordinal: 0, whose: "client" as const }];
    }),
  );
}
