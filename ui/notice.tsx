import { clsx } from "clsx";
import { Flag, OctagonX } from "lucide-react";
import type { ReactNode } from "react";

/** A warning is outlined weld; a block is a solid walnut plate with its own sign. Colour never speaks alone. */
export function Notice({
  kind,
  children,
  className,
}: {
  kind: "warn" | "block";
  children: ReactNode;
  className?: string;
}) {
  const Sign = kind === "warn" ? Flag : OctagonX;
  return (
    <div
      role={kind === "block" ? "alert" : "status"}
      className={clsx(
        "flex gap-2 rounded-[3px] px-3 py-2",
        kind === "warn" ? "border border-weld bg-weld-tint text-walnut" : "bg-walnut text-onwalnut",
        className,
      )}
    >
      <Sign size={16} aria-hidden className="mt-0.5 shrink-0" />
      <div>{children}</div>
    </div>
  );
}
