"use client";
import { useState } from "react";
import { callApi } from "./api";
import { useApiMutation } from "./query";

/** The link that opens one session without an account: made, another one made, removed. `onChanged`: it is another now. */
export function useSessionLink(sessionId: string, onChanged: () => void) {
  const [made, setMade] = useState<string | null>(null);
  const link = useApiMutation(
    () => callApi("sessions.link", { sessionId }),
    (value) => {
      setMade(window.location.origin + value.link);
      onChanged();
    },
  );
  const removal = useApiMutation(
    () => callApi("sessions.unlink", { sessionId }),
    () => {
      setMade(null);
      onChanged();
    },
  );
  return {
    made,
    make: () => link.mutate(),
    remove: () => removal.mutate(),
    isBusy: link.isPending || removal.isPending,
    error: link.error ?? removal.error,
  };
}
