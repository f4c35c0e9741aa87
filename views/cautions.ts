/** What the desk warns of, each with its place and, where the forecast found them, the ways out. */

import { catalogueIn } from "../contract/catalogue";
import {
  allBlocks,
  balanceSentence,
  buildableLoads,
  CAUTIONS,
  type CautionFoundBy,
  type CautionId,
  cautionKey,
  conflictSentence,
  curveKg,
  cutLoads,
  decimal,
  equipmentProblems,
  exerciseOrThrow,
  firstOf,
  formatClock,
  holeSentence,
  isBodyweight,
  isCautionId,
  type LoadReason,
  loadSentence,
  type Operation,
  orderSentence,
  prescribedFromCurve,
  type Remedies,
  roundToBuildable,
  type SessionDocument,
  type Severity,
  type Slot,
  setRoundRest,
  shortSentence,
  shortSlots,
  slotById,
  slotLabels,
  valueAt,
  withinTimeSentence,
} from "../core";
import type { ComputedSession } from "./compute";
import { judgeSession } from "./judge";
import type { SessionContext } from "./views";

export interface Remedy {
  readonly name: string;
  readonly operation: (document: SessionDocument) => Operation;
}

export interface Caution {
  /** What kind it is, by which one is told from another. */
  readonly rule: CautionId;
  /** What it is about beside its place: a muscle, a region. */
  readonly subject: string;
  readonly place: string;
  readonly words: string;
  /** The lift whose ways out can be asked for; null: none is known of this kind. */
  readonly slotId: string | null;
  readonly severity: Severity;
  /** By which a recorded reason is found; only blocks have one. */
  readonly key: string | null;
}

/** A session that is so many times as long as the client has time for. */
const FAR_OVER_HOUR = 1.5;

export function cautionsOf(view: SessionContext, document: SessionDocument, computed: ComputedSession): Caution[] {
  const labels = slotLabels(document);
  const cautions: Caution[] = [];
  const say = (rule: CautionId, place: string, words: string, slotId: string | null = null) =>
    cautions.push({ rule, subject: "", place, words, slotId, severity: "warn", key: null });
  const slots = allBlocks(document).flatMap((block) => block.slots);
  for (const short of shortSlots(computed.timeline, computed.forecast)) {
    const slot = slots.find((one) => one.id === short.slotId);
    if (slot) say("falls-short", labels.get(slot.id) ?? "", shortSentence(short.worst), slot.id);
  }
  const cap = document.capSeconds;
  if (cap !== null && computed.totals.seconds > cap) {
    const over = formatClock(computed.totals.seconds - cap);
    say(
      "over-cap",
      "Time",
      `${formatClock(computed.totals.seconds)} is planned, ${over} over the cap of ${decimal(cap / 60)} min.`,
    );
  }
  const hour = 60 * view.client.minutes;
  if (cap === null && computed.totals.seconds > FAR_OVER_HOUR * hour)
    say(
      "far-over-hour",
      "Time",
      `${formatClock(computed.totals.seconds)} is planned, where ${view.client.name} has ${view.client.minutes} min.`,
    );
  for (const { timeline } of computed.timeline.blocks) {
    const { block, run } = timeline;
    if (run.problem) say("within-time", valueAt(labels, firstOf(block.slots).id), withinTimeSentence(run.problem));
    for (const conflict of timeline.conflicts)
      say("time-conflict", `${labels.get(conflict.slotId)}, round ${conflict.round + 1}`, conflictSentence(conflict));
  }
  for (const slot of slots) loadCautions(slot, labels.get(slot.id) ?? "", view, computed, say);
  // That there is no bar is said at the lifts that want one.
  for (const problem of equipmentProblems(view.gym.equipment))
    if (problem.field !== "bars") say("gym-list", view.gym.name, problem.message);
  const judged = judgeSession(document, view, computed);
  for (const found of judged.cautions) {
    const label = found.slotId ? (labels.get(found.slotId) ?? "") : "Session";
    cautions.push({
      rule: found.ruleId,
      subject: found.subject,
      place: found.round === null ? label : `${label}, round ${found.round + 1}`,
      words: found.words,
      slotId: null,
      severity: found.severity,
      key: found.severity === "block" ? cautionKey(found) : null,
    });
  }
  const note = (rule: CautionFoundBy<"order" | "volume">, subject: string, place: string, words: string) =>
    cautions.push({ rule, subject, place, words, slotId: null, severity: "note", key: null });
  for (const advice of judged.order)
    note(`order ${advice.kind}`, labels.get(advice.slotId) ?? "", "Order", orderSentence(advice, labels));
  for (const hole of judged.holes.slice(0, 2)) note("hole", hole.region, "Coverage", holeSentence(hole));
  for (const one of judged.balance) note("balance", one.kind, "Balance", balanceSentence(one));
  const rank = { block: 0, warn: 1, note: 2 };
  return cautions.sort((a, b) => rank[a.severity] - rank[b.severity]);
}

function loadCautions(
  slot: Slot,
  label: string,
  view: SessionContext,
  computed: ComputedSession,
  say: (rule: CautionFoundBy<"load">, place: string, words: string) => void,
): void {
  const said = new Set<string>();
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), slot.exerciseId);
  for (const [round, set] of slot.sets.entries()) {
    for (const segment of set?.segments ?? []) {
      for (const reason of computed.resolved.loads.get(segment.id)?.reasons ?? []) {
        if (!isCautious(reason) || (reason.kind === "noRecord" && isBodyweight(exercise))) continue;
        const words =
          reason.kind === "noEquipment"
            ? `${view.gym.name} has nothing to load this lift with.`
            : reason.kind === "noBodyMass"
              ? `needs ${view.client.name}'s body mass, and none is recorded.`
              : loadSentence(reason, { catalogue: catalogueIn(view.exercises), unit: view.gym.equipment.unit });
        if (said.has(words)) continue;
        said.add(words);
        say(reason.kind, reason.kind === "stepLost" ? `${label}, round ${round + 1}` : label, words);
      }
    }
  }
}

/** Reasons of a load that are cautions too. */
const isCautious = (reason: LoadReason): reason is Extract<LoadReason, { kind: CautionFoundBy<"load"> }> =>
  isCautionId(reason.kind) && CAUTIONS[reason.kind].foundBy === "load";

/** Ways out that were found, as changes with their names: a load that this gym builds, a longer rest. */
export function remediesFor(view: SessionContext, computed: ComputedSession, remedies: Remedies): Remedy[] {
  const found: Remedy[] = [];
  const { loadShare, roundRestSeconds, slotId, blockId } = remedies;
  const slot = slotById(computed.resolved.document, slotId);
  if (!slot) return [];
  if (loadShare !== null) {
    const lighter = lighterLoads(view, computed, slot, loadShare);
    if (lighter.size > 0)
      found.push({
        name: `Cut the load ${Math.max(1, Math.ceil((1 - loadShare) * 100))} %`,
        operation: (document) => cutLoads(document, slotId, loadShare, lighter),
      });
  }
  if (roundRestSeconds !== null)
    found.push({
      name: `Rest ${roundRestSeconds} s`,
      operation: (document) => setRoundRest(document, blockId, roundRestSeconds),
    });
  return found;
}

/** The first parts of a slot's sets at a share of their loads, as this gym builds them, never heavier. */
function lighterLoads(view: SessionContext, computed: ComputedSession, slot: Slot, share: number) {
  const lighter = new Map<string, { weight: { amount: string; unit: "kg" | "lb" }; kg: number; besideBody: boolean }>();
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), slot.exerciseId);
  for (const set of slot.sets) {
    const segment = set?.segments[0];
    const load = segment && computed.resolved.loads.get(segment.id);
    if (!segment || load?.kg == null) continue;
    const curve = curveKg(exercise, load.kg, view.bodyMassKg, view.settings, slot.setup);
    const kg =
      curve === null ? null : prescribedFromCurve(exercise, curve * share, view.bodyMassKg, view.settings, slot.setup);
    const built =
      kg === null
        ? null
        : roundToBuildable(buildableLoads(exercise, view.gym.equipment, slot.setup), kg, "neverHarder");
    if (built) lighter.set(segment.id, { weight: built.weight, kg: built.kg, besideBody: isBodyweight(exercise) });
  }
  return lighter;
}
