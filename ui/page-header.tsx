import { clsx } from "clsx";
import type { ReactNode } from "react";

/** The bar at the head of a screen: its title, what it is about, what chooses what is shown, and at the right what can be done. */
export function PageHeader({
  title,
  about,
  children,
  actions,
  className,
}: {
  /** Left out where the title is a field of its own, among the children. */
  title?: string;
  about?: ReactNode;
  children?: ReactNode;
  actions?: ReactNode;
  className?: string;
}) {
  return (
    <header
      className={clsx(
        "flex min-h-12 flex-wrap items-center gap-x-3 gap-y-1 border-b border-line px-4 py-1.5 lg:col-span-full",
        className,
      )}
    >
      {title === undefined ? null : <h1 className="text-xl font-bold">{title}</h1>}
      {about ? <p className="wrap-anywhere text-quiet">{about}</p> : null}
      {children}
      {actions ? (
        <div className="no-print ml-auto flex flex-wrap items-center gap-2 max-md:ml-0 [&_a]:whitespace-nowrap [&_button]:whitespace-nowrap">
          {actions}
        </div>
      ) : null}
    </header>
  );
}
