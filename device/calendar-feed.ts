"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { callApi } from "./api";
import { apiQuery, useApiMutation } from "./query";

/** The calendar of a client, or of everybody (null): whether there is one, made, made anew, removed. */
export function useCalendarFeed(clientId: string | null) {
  const shown = useQuery(apiQuery("calendar.show", { clientId }));
  const [address, setAddress] = useState<string | null>(null);
  const making = useApiMutation(
    () => callApi("calendar.make", { clientId }),
    ({ path }) => {
      setAddress(window.location.origin + path);
      void shown.refetch();
    },
  );
  const removal = useApiMutation(
    () => callApi("calendar.remove", { clientId }),
    () => {
      setAddress(null);
      void shown.refetch();
    },
  );
  return {
    feed: shown.data?.feed ?? null,
    address,
    make: () => making.mutate(),
    remove: () => removal.mutate(),
    isBusy: making.isPending || removal.isPending || shown.isPending,
    error: making.error ?? removal.error,
  };
}
