import type { Active, Over } from "@dnd-kit/core";

/** What is dragged, or what it is over, as the parts that are dragged in one context say it; null where there is nothing. */
export const dragData = <T extends { readonly kind: string }>(of: Active | Over | null | undefined): T | null =>
  (of?.data.current as T | undefined) ?? null;
