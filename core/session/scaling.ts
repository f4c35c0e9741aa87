/** Loads and rests of a session changed by a factor, cut, or written as figures. */

import { firstOf } from "../lists";
import { decimal, type Weight, weight } from "../units";
import { diffBlock, diffSlotSets } from "./diff";
import { type Edit, slotById } from "./edits";
import {
  allBlocks,
  type Block,
  LIMITS,
  type LoadRule,
  type RestAmount,
  type Segment,
  type SessionDocument,
} from "./grammar";
import { edits, no, type Operation } from "./operation";

/** All written loads times a factor; loads by effort, by rep maximum or from another part follow by themselves. */
export function scaleLoads(document: SessionDocument, factor: number): Operation {
  if (!(factor > 0.1 && factor < 3)) return no("A factor between 0.1 and 3.");
  const list: Edit[] = [];
  for (const block of allBlocks(document)) {
    for (const slot of block.slots) {
      const sets = slot.sets.map(
        (set) =>
          set && {
            ...set,
            segments: set.segments.map((segment) => ({ ...segment, load: scaledLoad(segment.load, factor) })),
          },
      );
      list.push(...diffSlotSets(slot, sets));
    }
  }
  return edits(...list);
}

function scaledLoad(load: LoadRule, factor: number): LoadRule {
  switch (load.kind) {
    case "fixed":
      return { kind: "fixed", weight: scaledWeight(load.weight, factor) };
    case "percentOfMax":
      return { kind: "percentOfMax", percent: Math.min(150, Math.round(load.percent * factor * 10) / 10) };
    case "bodyweight":
      return load.added && load.sign === 1 ? { ...load, added: scaledWeight(load.added, factor) } : load;
    default:
      return load;
  }
}

/** To half a unit, as far as a written figure goes; what is built is rounded to the gym when it is resolved. */
const scaledWeight = (w: Weight, factor: number): Weight =>
  weight(decimal(Math.min(1000, Math.max(0.5, Math.round(Number(w.amount) * factor * 2) / 2))), w.unit);

/**
 * A lift's loads at a share, for this session: where its rule says the load, what the rule says is cut and the rule goes on;
 * a written load is written anew, as it is built.
 */
export function cutLoads(
  document: SessionDocument,
  slotId: string,
  share: number,
  built: Parameters<typeof writeLoads>[2],
): Operation {
  const slot = slotById(document, slotId);
  if (!slot) return no("That lift is not in the session any more.");
  const isRuled = (load: LoadRule | undefined) => load?.kind === "unsaid" || load?.kind === "ofNext";
  const sets = slot.sets.map((set) => {
    const [first, ...others] = set?.segments ?? [];
    if (!set || !first || !isRuled(first.load)) return set;
    const before = first.load.kind === "ofNext" ? 1 + first.load.percent / 100 : 1;
    const percent = Math.round((before * share - 1) * 1000) / 10;
    const load: LoadRule = percent === 0 ? { kind: "unsaid" } : { kind: "ofNext", percent: Math.max(-50, percent) };
    return { ...set, segments: [{ ...first, load }, ...others] };
  });
  const written = slot.sets.flatMap((set) =>
    set && !isRuled(set.segments[0]?.load) ? [firstOf(set.segments).id] : [],
  );
  const figures = writeLoads(document, slotId, new Map([...built].filter(([id]) => written.includes(id))));
  return figures.ok ? edits(...diffSlotSets(slot, sets), ...figures.edits) : figures;
}

/** Without what was changed for one session alone: what is kept to start others from. */
export function withoutSessionChanges(document: SessionDocument): SessionDocument {
  const plain = (block: Block): Block => ({
    ...block,
    slots: block.slots.map((slot) => ({
      ...slot,
      sets: slot.sets.map(
        (set) =>
          set && {
            ...set,
            segments: set.segments.map((segment) =>
              segment.load.kind === "ofNext" ? { ...segment, load: { kind: "unsaid" as const } } : segment,
            ),
          },
      ),
    })),
  });
  return {
    ...document,
    blocks: document.blocks.map(plain),
    finisher: document.finisher && plain(document.finisher),
  };
}

/** Writes the loads of some parts as figures; for moves of the body, what is added to it or taken off. */
function writeLoads(
  document: SessionDocument,
  slotId: string,
  loads: ReadonlyMap<string, { readonly weight: Weight; readonly kg: number; readonly besideBody: boolean }>,
): Operation {
  const slot = slotById(document, slotId);
  if (!slot) return no("That lift is not in the session any more.");
  const rule = (segment: Segment): LoadRule => {
    const known = loads.get(segment.id);
    if (!known) return segment.load;
    if (!known.besideBody) return { kind: "fixed", weight: known.weight };
    return { kind: "bodyweight", added: known.kg === 0 ? null : known.weight, sign: known.kg < 0 ? -1 : 1 };
  };
  const sets = slot.sets.map(
    (set) => set && { ...set, segments: set.segments.map((segment) => ({ ...segment, load: rule(segment) })) },
  );
  return edits(...diffSlotSets(slot, sets));
}

/** One rest after every round of a block. */
export function setRoundRest(document: SessionDocument, blockId: string, seconds: number): Operation {
  const block = allBlocks(document).find((one) => one.id === blockId);
  if (!block) return no("That block is not in the session any more.");
  if (!(seconds >= 0 && seconds <= LIMITS.seconds)) return no("A rest between 0 s and two hours.");
  return edits(...diffBlock(block, { restAfterRound: { kind: "each", rest: { kind: "seconds", seconds } } }));
}

/** All written rests after rounds times a factor, to five seconds; transitions stay. */
export function scaleRests(document: SessionDocument, factor: number): Operation {
  if (!(factor > 0.1 && factor < 5)) return no("A factor between 0.1 and 5.");
  const scaled = (seconds: number) => Math.min(LIMITS.seconds, Math.max(5, Math.round((seconds * factor) / 5) * 5));
  const one = (rest: RestAmount): RestAmount =>
    rest.kind === "seconds"
      ? { kind: "seconds", seconds: scaled(rest.seconds) }
      : { kind: "range", low: scaled(rest.low), high: scaled(rest.high) };
  const list: Edit[] = [];
  for (const block of allBlocks(document)) {
    const rest = block.restAfterRound;
    if (!rest || rest.kind === "partnersWork") continue;
    const restAfterRound =
      rest.kind === "each"
        ? { kind: "each" as const, rest: one(rest.rest) }
        : { kind: "list" as const, rests: rest.rests.map(one) };
    list.push(...diffBlock(block, { restAfterRound }));
  }
  return edits(...list);
}
