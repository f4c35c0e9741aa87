/** The order in which questions of the desk are answered: what is looked at first before what takes long, one at a time. */
import type { DeskAnswering, DeskAnswers, DeskQuestionKind, DeskQuestions, SessionContext } from "@/views";

export type Order =
  | { readonly kind: "context"; readonly context: SessionContext }
  | { readonly kind: "drop"; readonly id: number }
  | { readonly kind: "ask"; readonly id: number; readonly of: DeskQuestionKind; readonly question: unknown };

export type WorkerMessage =
  | { readonly kind: "answer"; readonly id: number; readonly answer: DeskAnswers[DeskQuestionKind] }
  | { readonly kind: "failed"; readonly id: number; readonly message: string };

/** What is looked at first; a fit takes longest. */
const FIRST: readonly DeskQuestionKind[] = ["cautions", "beside", "waysOut", "fit"];

/**
 * Takes orders and tells news. Between two answers it waits for `later`, so that what came meanwhile is heard: a question that
 * was dropped is not answered, and a graver one goes before those that wait.
 */
export function answerQueue(
  answers: DeskAnswering,
  tell: (news: WorkerMessage) => void,
  later: (work: () => void) => void,
): (order: Order) => void {
  const waiting = new Map<number, { readonly of: DeskQuestionKind; readonly question: unknown }>();
  let context: SessionContext | null = null;
  let isDue = false;
  const answer = <K extends DeskQuestionKind>(of: K, question: unknown, within: SessionContext) =>
    answers[of](question as DeskQuestions[K], within);
  const answerNext = (): void => {
    isDue = false;
    const [next] = [...waiting].sort(([, a], [, b]) => FIRST.indexOf(a.of) - FIRST.indexOf(b.of));
    if (!next || !context) return;
    const [id, { of, question }] = next;
    waiting.delete(id);
    let news: WorkerMessage;
    try {
      news = { kind: "answer", id, answer: answer(of, question, context) };
    } catch (error) {
      news = { kind: "failed", id, message: String(error) };
    }
    tell(news);
    due();
  };
  const due = (): void => {
    if (isDue || waiting.size === 0) return;
    isDue = true;
    later(answerNext);
  };
  return (order) => {
    if (order.kind === "context") context = order.context;
    else if (order.kind === "drop") waiting.delete(order.id);
    else waiting.set(order.id, order);
    due();
  };
}
