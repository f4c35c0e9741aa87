/** A session as it was shown on a floor, without a server that found its loads. */

import { SHOWN_VERSION, type ShownContent } from "../../contract/shown";
import type { SessionDocument } from "../../core";
import { shownSession } from "../../core/testing/floor";

export function shownContent(document: SessionDocument, ramps: ShownContent["ramps"] = {}): ShownContent {
  const { settings, date, bodyMassKg, equipment, loads } = shownSession(document);
  return {
    ...{ version: SHOWN_VERSION, engineVersion: 1, settings, date, purpose: "training", oneOff: [], bodyMassKg },
    ...{ equipment, own: [], document, ramps, inPart: {} },
    loads: Object.fromEntries(Object.entries(loads).map(([id, load]) => [id, { ...load, words: `${load.kg} kg` }])),
  };
}
