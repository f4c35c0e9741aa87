import { beforeEach, describe, expect, it } from "vitest";
import type { DeskQuestionKind, SessionContext } from "@/views";
import { answerQueue, type WorkerMessage } from "./answer-queue";

describe("questions of the desk", () => {
  let told: WorkerMessage[];
  let due: (() => void)[];
  let asked: string[];
  const context = { sessionId: "s" } as SessionContext;
  const answers = Object.fromEntries(
    (["cautions", "beside", "waysOut", "fit"] as const).map((kind) => [
      kind,
      (question: unknown, within: SessionContext) => {
        if (question === "breaks") throw new Error("broken");
        asked.push(`${kind} ${String(question)} in ${within.sessionId}`);
        return question;
      },
    ]),
  ) as unknown as Parameters<typeof answerQueue>[0];
  let order: ReturnType<typeof answerQueue>;
  const ask = (id: number, of: DeskQuestionKind, question: unknown = id) => order({ kind: "ask", id, of, question });
  /** Lets everything that is due happen. */
  const settle = () => {
    for (let work = due.shift(); work; work = due.shift()) work();
  };
  beforeEach(() => {
    [told, due, asked] = [[], [], []];
    order = answerQueue(
      answers,
      (news) => told.push(news),
      (work) => due.push(work),
    );
  });

  it("are answered once there is a session to answer for, cautions before what takes long", () => {
    ask(1, "fit");
    ask(2, "waysOut");
    ask(3, "cautions");
    settle();
    expect(told).toEqual([]);
    order({ kind: "context", context });
    settle();
    expect(told.map(({ id }) => id)).toEqual([3, 2, 1]);
    expect(asked[0]).toBe("cautions 3 in s");
  });

  it("that were dropped are not answered, also between two answers", () => {
    order({ kind: "context", context });
    ask(1, "beside");
    ask(2, "fit");
    due.shift()!();
    order({ kind: "drop", id: 2 });
    settle();
    expect(told.map(({ id }) => id)).toEqual([1]);
  });

  it("that come while others wait go by what they are", () => {
    order({ kind: "context", context });
    ask(1, "fit");
    ask(2, "fit");
    due.shift()!();
    ask(3, "cautions");
    settle();
    expect(told.map(({ id }) => id)).toEqual([1, 3, 2]);
  });

  it("are answered in the session as it was last told", () => {
    order({ kind: "context", context });
    ask(1, "cautions");
    order({ kind: "context", context: { ...context, sessionId: "later" } });
    settle();
    expect(asked).toEqual(["cautions 1 in later"]);
  });

  it("that cannot be answered are said to have failed, and those after them are answered", () => {
    order({ kind: "context", context });
    ask(1, "cautions", "breaks");
    ask(2, "beside");
    settle();
    expect(told).toEqual([
      { kind: "failed", id: 1, message: "Error: broken" },
      { kind: "answer", id: 2, answer: 2 },
    ]);
  });
});
