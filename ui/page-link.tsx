"use client";
import Link, { useLinkStatus } from "next/link";
import type { ComponentProps } from "react";

/**
 * A link to a page that is made when it is asked for, and not before: while it is on its way a line runs along the top of the
 * screen, from a tenth of a second on.
 */
export function PageLink({ children, ...props }: Omit<ComponentProps<typeof Link>, "prefetch">) {
  return (
    <Link prefetch={false} {...props}>
      {children}
      <OnItsWay />
    </Link>
  );
}

function OnItsWay() {
  const { pending } = useLinkStatus();
  if (!pending) return null;
  return (
    <span
      role="status"
      className="fixed inset-x-0 top-0 z-50 block h-1 animate-[appear_0s_100ms_both] overflow-hidden bg-inset"
    >
      <span className="block h-full w-1/3 bg-woad motion-safe:animate-[pass_1.2s_linear_infinite]" />
      <span className="sr-only">One moment…</span>
    </span>
  );
}
