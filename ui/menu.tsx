"use client";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

export interface MenuItem {
  readonly name: string;
  readonly onSelect: () => void;
  readonly disabled?: boolean;
}

/** A button with a list of actions; arrows move, Enter acts, Escape closes. */
export function Menu({ trigger, label, items }: { trigger: ReactNode; label: string; items: readonly MenuItem[] }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={label}
        className="inline-flex min-h-6 min-w-6 items-center justify-center rounded-[3px] px-1.5 text-quiet hover:bg-selvedge data-[state=open]:bg-selvedge"
      >
        {trigger}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-40 min-w-52 border-2 border-indigo bg-cloth py-1 text-walnut"
        >
          {items.map((item) => (
            <DropdownMenu.Item
              key={item.name}
              disabled={item.disabled}
              onSelect={item.onSelect}
              className="cursor-pointer px-3 py-1.5 outline-none data-[disabled]:cursor-default data-[disabled]:opacity-50 data-[highlighted]:bg-indigo data-[highlighted]:text-ground"
            >
              {item.name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
