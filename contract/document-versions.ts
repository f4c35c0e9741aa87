/** Stored documents of older builds, brought to the present version. */
import { DOCUMENT_VERSION } from "../core";
import { presentIds } from "./renamed";

type Json = Record<string, unknown>;

/**
 * Brings a stored document to the present version, step by step. Unknown versions come back unchanged, and the check refuses
 * them.
 */
export function upcastDocument(stored: unknown): unknown {
  if (typeof stored !== "object" || stored === null) return stored;
  let document = stored as Json;
  if (document.version === 1) document = fromVersion1(document);
  if (document.version === 2) document = fromVersion2(document);
  // Version 3 named some exercises by ids that said another lift, or none.
  if (document.version === 3) document = { ...presentIds(document), version: DOCUMENT_VERSION };
  return document;
}

/** Version 1 kept the cap in minutes and knew no finisher and no method. */
function fromVersion1({ capMinutes, ...rest }: Json): Json {
  const capSeconds = typeof capMinutes === "number" ? capMinutes * 60 : null;
  return { finisher: null, methodId: null, ...rest, version: 2, capSeconds };
}

/**
 * Version 2 knew no method and no rule inside, and no least rest beside a partner's work. Its rules stood beside it, by slot.
 */
function fromVersion2({ rules, ...document }: Json): Json {
  const ruleOf = (slot: Json) => (rules as Json | undefined)?.[String(slot.id)] ?? null;
  const inBlock = (block: Json | null): Json | null =>
    block && {
      ...block,
      methodId: null,
      restAfterRound:
        (block.restAfterRound as Json | null)?.kind === "partnersWork"
          ? { kind: "partnersWork", leastSeconds: null }
          : block.restAfterRound,
      slots: Array.isArray(block.slots)
        ? block.slots.map((slot: Json) => ({ ...slot, rule: ruleOf(slot) }))
        : block.slots,
    };
  const { blocks, finisher } = document;
  return {
    ...document,
    version: 3,
    // A gym was also named in words, that nobody read.
    gymId: /^[0-9a-f-]{36}$/.test(String(document.gymId)) ? document.gymId : null,
    blocks: Array.isArray(blocks) ? blocks.map(inBlock) : blocks,
    finisher: inBlock((finisher ?? null) as Json | null),
  };
}
