import { clsx } from "clsx";
import type { ComponentProps } from "react";

type Kind = "main" | "plain" | "quiet" | "warn";

const KINDS: Record<Kind, string> = {
  main: "bg-indigo text-ground border-indigo hover:bg-walnut hover:border-walnut",
  plain: "bg-transparent text-walnut border-rule hover:bg-inset",
  quiet: "bg-transparent border-transparent text-indigo hover:bg-inset underline underline-offset-2",
  warn: "bg-weld-fill text-walnut border-walnut",
};

export function buttonClass(kind: Kind = "plain", extra = ""): string {
  return clsx(
    "inline-flex min-h-8 items-center gap-1.5 rounded-[3px] border px-3 py-1 font-semibold disabled:border-line disabled:bg-inset disabled:text-quiet disabled:no-underline",
    KINDS[kind],
    extra,
  );
}

export function Button({ kind = "plain", className, ...rest }: ComponentProps<"button"> & { kind?: Kind }) {
  return <button type="button" {...rest} className={buttonClass(kind, className)} />;
}
