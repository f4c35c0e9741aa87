/** Answers what the desk asks beside its figures, off the page. */

import { newId } from "@/device/ids";
import { deskAnswers } from "@/views";
import { answerQueue, type Order } from "./answer-queue";

const hear = answerQueue(
  deskAnswers(newId),
  (news) => self.postMessage(news),
  (work) => setTimeout(work, 0),
);
self.onmessage = ({ data }: MessageEvent<Order>) => hear(data);
