/** The readiness statement in its tiers, and the general notice. docs/handbook.md#cautions. Information, not medical advice. */

export const GENERAL_NOTICE =
  "Yarvex gives general training information, not medical advice. Stop and seek help for chest pain, faintness, numbness or sudden sharp pain. For dark urine, severe swelling or weakness after unaccustomed work, seek urgent care. Local rules on first aid, supervision and coaching of minors come first.";

export const READINESS_QUESTIONS = [
  { id: "disease", tier: "clearance", text: "A known heart, metabolic or kidney disease" },
  { id: "symptoms", tier: "clearance", text: "Chest pain, faintness or breathlessness, at rest or with effort" },
  { id: "pregnancy", tier: "clearance", text: "Pregnant, or gave birth in the last months" },
  { id: "surgery", tier: "clearance", text: "Surgery in the last months" },
  { id: "medicine", tier: "clearance", text: "A medicine that changes how the body answers to effort" },
  { id: "minor", tier: "guardian", text: "Under 18" },
  { id: "inactive", tier: "lightStart", text: "No regular training for half a year or longer" },
] as const;

export type ReadinessQuestionId = (typeof READINESS_QUESTIONS)[number]["id"];

export interface ReadinessStatement {
  /** The calendar date it was given. */
  readonly date: string;
  readonly yes: readonly ReadinessQuestionId[];
}

export interface Clearance {
  readonly date: string;
  /** Who cleared, and what for; a licensed professional, or a guardian. */
  readonly by: string;
}

export type ReadinessState =
  | { readonly kind: "missing" }
  | { readonly kind: "blocked"; readonly because: readonly ReadinessQuestionId[] }
  | { readonly kind: "ready"; readonly lightStart: boolean };

/** A clearance counts when it is not older than the statement. */
export function readinessState(statement: ReadinessStatement | null, clearance: Clearance | null): ReadinessState {
  if (!statement) return { kind: "missing" };
  const because = statement.yes.filter(
    (id) => READINESS_QUESTIONS.find((question) => question.id === id)?.tier !== "lightStart",
  );
  if (because.length > 0 && !(clearance && clearance.date >= statement.date)) return { kind: "blocked", because };
  return { kind: "ready", lightStart: statement.yes.includes("inactive") };
}

export function readinessSentence(state: ReadinessState, clientName: string): string {
  switch (state.kind) {
    case "missing":
      return `${clientName} has not answered the health questions yet. Ask them before the first session.`;
    case "blocked":
      return `${clientName} answered yes to: ${state.because.map((id) => READINESS_QUESTIONS.find((q) => q.id === id)!.text.toLowerCase()).join("; ")}. Programming waits until you record clearance.`;
    case "ready":
      return state.lightStart
        ? `${clientName} has been inactive for long: a light start is proposed.`
        : `${clientName} is ready to train.`;
  }
}
