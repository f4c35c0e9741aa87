"use client";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

export interface MenuItem {
  readonly name: string;
  /** What it does, beside it. */
  readonly hint?: string;
  readonly onSelect: () => void;
  readonly disabled?: boolean;
}

export interface MenuGroup {
  readonly name: string;
  readonly items: readonly MenuItem[];
}

const ITEM =
  "flex cursor-pointer items-baseline justify-between gap-4 px-3 py-1 outline-none data-[disabled]:cursor-default data-[disabled]:opacity-50 data-[highlighted]:bg-indigo data-[highlighted]:text-ground";
const CONTENT = "z-40 max-h-[80vh] min-w-52 overflow-y-auto border-2 border-indigo bg-cloth py-1 text-walnut";

/** A button with a list of actions, some of them in lists of their own; arrows move, Enter acts, Escape closes. */
export function Menu({
  trigger,
  label,
  items,
  open,
  onOpenChange,
  onClosed,
  isTabStop = true,
}: {
  trigger: ReactNode;
  label: string;
  items: readonly (MenuItem | MenuGroup)[];
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  /** Where the focus goes once it is closed; left out: back to the button. */
  onClosed?: () => void;
  isTabStop?: boolean;
}) {
  return (
    <DropdownMenu.Root open={open} onOpenChange={onOpenChange}>
      <DropdownMenu.Trigger
        aria-label={label}
        tabIndex={isTabStop ? undefined : -1}
        className="inline-flex min-h-6 min-w-6 items-center justify-center rounded-[3px] px-1 text-quiet hover:bg-selvedge data-[state=open]:bg-selvedge"
      >
        {trigger}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className={CONTENT}
          onCloseAutoFocus={(event) => {
            if (!onClosed) return;
            event.preventDefault();
            onClosed();
          }}
        >
          {items.map((item) =>
            "items" in item ? (
              <DropdownMenu.Sub key={item.name}>
                <DropdownMenu.SubTrigger className={ITEM}>
                  {item.name} <span aria-hidden>›</span>
                </DropdownMenu.SubTrigger>
                <DropdownMenu.Portal>
                  <DropdownMenu.SubContent className={CONTENT} collisionPadding={8}>
                    {item.items.map((one) => (
                      <Action key={one.name} item={one} />
                    ))}
                  </DropdownMenu.SubContent>
                </DropdownMenu.Portal>
              </DropdownMenu.Sub>
            ) : (
              <Action key={item.name} item={item} />
            ),
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const Action = ({ item }: { item: MenuItem }) => (
  <DropdownMenu.Item disabled={item.disabled} onSelect={item.onSelect} className={ITEM}>
    {item.name}
    {item.hint ? <span className="narrow text-xs opacity-80">{item.hint}</span> : null}
  </DropdownMenu.Item>
);
