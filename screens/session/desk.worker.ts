/** Answers what the desk asks beside its figures, off the page: the newest questions, what is not wanted any more dropped. */
import {
  type DeskAnswers,
  type DeskQuestionKind,
  type DeskQuestions,
  deskAnswers,
  type SessionContext,
} from "@/contract";
import { newId } from "@/device/ids";

export type Order =
  | { readonly kind: "context"; readonly context: SessionContext }
  | { readonly kind: "drop"; readonly id: number }
  | { readonly kind: "ask"; readonly id: number; readonly of: DeskQuestionKind; readonly question: unknown };

export type News =
  | { readonly kind: "answer"; readonly id: number; readonly answer: DeskAnswers[DeskQuestionKind] }
  | { readonly kind: "failed"; readonly id: number; readonly message: string };

/** What is looked at first; a fit takes longest. */
const FIRST: readonly DeskQuestionKind[] = ["cautions", "beside", "waysOut", "fit"];

const answers = deskAnswers(newId);
const waiting = new Map<number, { readonly of: DeskQuestionKind; readonly question: unknown }>();
let context: SessionContext | null = null;
let isDue = false;

const answer = <K extends DeskQuestionKind>(of: K, question: unknown, within: SessionContext) =>
  answers[of](question as DeskQuestions[K], within);

function answerNext(): void {
  isDue = false;
  const [next] = [...waiting].sort(([, a], [, b]) => FIRST.indexOf(a.of) - FIRST.indexOf(b.of));
  if (!next || !context) return;
  const [id, { of, question }] = next;
  waiting.delete(id);
  let news: News;
  try {
    news = { kind: "answer", id, answer: answer(of, question, context) };
  } catch (error) {
    news = { kind: "failed", id, message: String(error) };
  }
  self.postMessage(news);
  due();
}

/** Between two answers what came meanwhile is heard. */
function due(): void {
  if (isDue || waiting.size === 0) return;
  isDue = true;
  setTimeout(answerNext, 0);
}

self.onmessage = ({ data }: MessageEvent<Order>) => {
  if (data.kind === "context") context = data.context;
  else if (data.kind === "drop") waiting.delete(data.id);
  else waiting.set(data.id, data);
  due();
};
