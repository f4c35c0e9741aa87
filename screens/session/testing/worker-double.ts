/** The desk's worker in the test's own process: it answers what is asked, a moment later. */

import { newId } from "@/device/ids";
import { deskAnswers } from "@/views";
import { answerQueue, type Order, type WorkerMessage } from "../answer-queue";

export class WorkerDouble {
  onmessage: (event: { data: WorkerMessage }) => void = () => {};
  onerror: (event: Event) => void = () => {};
  private isEnded = false;
  private readonly hear = answerQueue(
    deskAnswers(newId),
    (data) => this.isEnded || this.onmessage({ data }),
    (work) => setTimeout(work, 0),
  );
  postMessage(order: Order): void {
    // As between workers: what arrives is a copy.
    this.hear(structuredClone(order));
  }
  terminate(): void {
    this.isEnded = true;
  }
}
