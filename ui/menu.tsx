"use client";
import { type ComponentProps, type ReactNode, useRef, useState } from "react";
import type { OpenedMenu } from "./menu-list";
import { useOnDemand } from "./on-demand";

const load = () => import("./menu-list").then((module) => module.MenuList);

/**
 * A button with a list of actions, some of them in lists of their own; arrows move, Enter acts, Escape closes. Until it is first
 * opened it is a button and no more: a screen may have dozens.
 */
export function Menu({
  trigger,
  label,
  items,
  open,
  onOpenChange,
  onClosed,
  isTabStop = true,
}: Pick<OpenedMenu, "items" | "onClosed"> & {
  trigger: ReactNode;
  label: string;
  /** Left out: it keeps for itself whether it is open. */
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  isTabStop?: boolean;
}) {
  const [own, setOwn] = useState(false);
  const isOpen = open ?? own;
  const isByPointer = useRef(false);
  const change = onOpenChange ?? setOwn;
  const List = useOnDemand(load, isOpen, change);
  const button: ComponentProps<"button"> = {
    type: "button",
    "aria-label": label,
    tabIndex: isTabStop ? undefined : -1,
    className:
      "inline-flex min-h-6 min-w-6 items-center justify-center rounded-[3px] px-1 text-quiet hover:bg-inset data-[state=open]:bg-inset",
    children: trigger,
    onPointerDown: () => {
      isByPointer.current = true;
    },
    onKeyDown: () => {
      isByPointer.current = false;
    },
  };
  if (!List) return <button {...button} aria-haspopup="menu" aria-expanded={false} onClick={() => change(true)} />;
  const isByKey = !isByPointer.current;
  return (
    <List
      button={button}
      items={items}
      open={isOpen}
      onOpenChange={(to) => {
        if (!to) isByPointer.current = false;
        change(to);
      }}
      onClosed={onClosed}
      isByKey={isByKey}
    />
  );
}
