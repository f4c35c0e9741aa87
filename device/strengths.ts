"use client";
/** Adding strengths to a client's record and taking them away. */
import { useRouter } from "next/navigation";
import type { Input } from "../contract";
import { callApi, problemOf } from "./api";
import { useApiMutation } from "./query";

/** What was wrong with a strength that was added, at its field; null: it is kept, and the page is read anew. */
export function useStrengths(clientId: string) {
  const router = useRouter();
  const remove = useApiMutation(
    (markId: string) => callApi("lifts.unmark", { clientId, markId }),
    () => router.refresh(),
  );
  return {
    add: async (strength: Omit<Input<"lifts.mark">, "clientId">) => {
      const reply = await callApi("lifts.mark", { clientId, ...strength });
      if (reply.kind !== "ok") return problemOf(reply, "weight");
      router.refresh();
      return null;
    },
    remove: remove.mutate,
    isRemoving: remove.isPending,
    error: remove.error?.message ?? null,
  };
}
