"use client";
import { type QueryKey, useInfiniteQuery } from "@tanstack/react-query";
import type { Reply } from "./api";
import { type ReplyError, replyValue } from "./query";

/** The pages of a list after the one that came with the screen; `more` asks for the next. */
export function useLaterPages<P extends { readonly next: unknown }>(
  key: QueryKey,
  after: P["next"],
  read: (after: P["next"]) => Promise<Reply<P>>,
): {
  readonly pages: readonly P[];
  readonly hasMore: boolean;
  readonly more: () => void;
  readonly isBusy: boolean;
  readonly error: ReplyError | null;
} {
  const { data, error, hasNextPage, isFetching, fetchNextPage } = useInfiniteQuery({
    // Another first page is another list.
    queryKey: [...key, after],
    queryFn: async ({ pageParam }) => replyValue(await read(pageParam), "read"),
    initialPageParam: after,
    getNextPageParam: (page) => page.next,
    enabled: false,
  });
  return {
    pages: data?.pages ?? [],
    hasMore: data ? hasNextPage : after !== null,
    more: () => void fetchNextPage(),
    isBusy: isFetching,
    error,
  };
}
