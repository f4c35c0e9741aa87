"use client";
/** Recording a client's answers to the health questions. */
import { useRouter } from "next/navigation";
import type { ReadinessQuestionId, ReadinessStatement } from "../core";
import { callApi } from "./api";
import { useApiMutation } from "./query";

/** Records answers in place of the statement that was on the screen; the page is read anew afterwards. */
export function useHealthAnswers(
  { clientId, seen }: { readonly clientId: string; readonly seen: ReadinessStatement | null },
  onDone?: () => void,
) {
  const router = useRouter();
  return useApiMutation(
    (yes: readonly ReadinessQuestionId[]) => callApi("clients.stateReadiness", { clientId, seen, yes: [...yes] }),
    () => {
      onDone?.();
      router.refresh();
    },
  );
}
