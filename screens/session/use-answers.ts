"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { afterPaint } from "@/ui/after-paint";
import type { DeskAnswers, DeskQuestionKind, DeskQuestions, SessionContext, SessionView } from "@/views";
import type { Order, WorkerMessage } from "./answer-queue";
import { useSame } from "./use-same";

type OnAnswer = (news: WorkerMessage) => void;

/** Asks a question off the page; what it returns drops it. */
export type QueryWorker = <K extends DeskQuestionKind>(of: K, question: DeskQuestions[K], hear: OnAnswer) => () => void;

/** What answers go by: not what was said of them since (reasons, rules switched off), nor what the page alone needs. */
function plainContext(view: SessionContext & Partial<SessionView>): SessionContext {
  const { methods, plan, title, state, document, draftText, revision, gyms, partner, sent, ...context } = view;
  return { ...context, reasons: {}, quiet: { client: {}, studio: {} } };
}

/** A worker that answers for one session in its context; a new `ask` with another context, for all is asked anew then. */
export function useWorkerAnswer(view: SessionContext & Partial<SessionView>): QueryWorker {
  const context = useSame(useMemo(() => plainContext(view), [view]));
  const worker = useRef<{ post: (order: Order) => void; heard: Map<number, OnAnswer>; end: () => void } | null>(null);
  const told = useRef<SessionContext | null>(null);
  const next = useRef(0);
  const begin = useCallback(() => {
    if (worker.current) return worker.current;
    const heard = new Map<number, OnAnswer>();
    const started = new Worker(new URL("./desk.worker.ts", import.meta.url));
    started.onmessage = ({ data }: MessageEvent<WorkerMessage>) => {
      heard.get(data.id)?.(data);
      heard.delete(data.id);
    };
    // It did not start, or broke: whoever waits is told, and what is asked next gets another.
    started.onerror = (event) => {
      event.preventDefault();
      started.terminate();
      worker.current = null;
      told.current = null;
      for (const [id, hear] of heard) hear({ kind: "failed", id, message: "" });
      heard.clear();
    };
    const begun = { post: (order: Order) => started.postMessage(order), heard, end: () => started.terminate() };
    worker.current = begun;
    return begun;
  }, []);
  useEffect(
    () => () => {
      worker.current?.end();
      worker.current = null;
      told.current = null;
    },
    [],
  );
  return useCallback<QueryWorker>(
    (of, question, hear) => {
      const { post, heard } = begin();
      if (told.current !== context) {
        told.current = context;
        post({ kind: "context", context });
      }
      const id = next.current++;
      heard.set(id, hear);
      post({ kind: "ask", id, of, question });
      return () => {
        if (heard.delete(id)) post({ kind: "drop", id });
      };
    },
    [begin, context],
  );
}

type Answered<A> =
  | { readonly kind: "working" }
  | { readonly kind: "answered"; readonly answer: A }
  | { readonly kind: "failed" };

const WORKING: Answered<never> = { kind: "working" };

/** The answer to just this question in just this context: until it is there one is at work, and no earlier answer stands for it. */
export function useAnswer<K extends DeskQuestionKind>(
  ask: QueryWorker,
  of: K,
  /** Kept by the caller while it is the same; null: nothing is asked. */
  question: DeskQuestions[K] | null,
): Answered<DeskAnswers[K]> {
  const [heard, setHeard] = useState<{
    ask: QueryWorker;
    question: unknown;
    answered: Answered<DeskAnswers[K]>;
  } | null>(null);
  useEffect(() => {
    if (!question) return;
    let drop = () => {};
    // After the frame that shows the edit: what is asked is copied to the worker.
    const callOff = afterPaint(() => {
      drop = ask(of, question, (news) =>
        setHeard({
          ask,
          question,
          answered:
            news.kind === "answer" ? { kind: "answered", answer: news.answer as DeskAnswers[K] } : { kind: "failed" },
        }),
      );
    });
    return () => {
      callOff();
      drop();
    };
  }, [ask, of, question]);
  return useMemo(
    () => (heard && heard.ask === ask && heard.question === question ? heard.answered : WORKING),
    [heard, ask, question],
  );
}
