import { clsx } from "clsx";
import type { ComponentProps } from "react";

/** A choice among few, as wide as its words. */
export const Select = ({ className, ...rest }: ComponentProps<"select">) => (
  <select
    {...rest}
    className={clsx("min-h-8 max-w-full rounded-[3px] border border-rule bg-surface px-2 py-1", className)}
  />
);
