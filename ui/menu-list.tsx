"use client";
import * as DropdownMenu from "radix-ui/dropdown-menu";
import { type ComponentProps, Fragment, useEffect, useRef } from "react";

export interface MenuItem {
  readonly name: string;
  /** What it does, beside it. */
  readonly hint?: string;
  readonly onSelect: () => void;
  readonly disabled?: boolean;
  /** Under a line: another matter begins, or what destroys, at the foot. */
  readonly afterLine?: boolean;
}

export interface MenuGroup {
  readonly name: string;
  readonly items: readonly MenuItem[];
}

export interface OpenedMenu {
  readonly button: ComponentProps<"button">;
  /** Asked for when it is open. */
  readonly items: () => readonly (MenuItem | MenuGroup)[];
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** Where the focus goes once it is closed; left out: back to the button. */
  readonly onClosed?: () => void;
  readonly isByKey: boolean;
}

const ITEM =
  "flex min-h-8 cursor-pointer items-center justify-between gap-4 px-3 py-1 outline-none data-[disabled]:cursor-default data-[disabled]:text-rule data-[highlighted]:bg-indigo data-[highlighted]:text-ground";
const CONTENT = "z-40 max-h-[80vh] min-w-52 overflow-y-auto border-2 border-indigo bg-surface py-1 text-walnut";

/** A menu with its button, once it is wanted. */
export function MenuList({ button, items, open, onOpenChange, onClosed, isByKey }: OpenedMenu) {
  return (
    <DropdownMenu.Root open={open} onOpenChange={onOpenChange}>
      <DropdownMenu.Trigger {...button} />
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
          <Items items={items()} isByKey={isByKey} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Items({ items, isByKey }: { items: readonly (MenuItem | MenuGroup)[]; isByKey: boolean }) {
  const first = useRef<HTMLDivElement>(null);
  // By a key the first item is at hand; the content takes the focus itself before this.
  useEffect(() => {
    if (!isByKey) return;
    // Unless somebody was quicker, and is at another item already.
    const asked = requestAnimationFrame(() => {
      if (document.activeElement?.getAttribute("role") !== "menuitem") first.current?.focus();
    });
    return () => cancelAnimationFrame(asked);
  }, [isByKey]);
  return items.map((item, index) =>
    "items" in item ? (
      <DropdownMenu.Sub key={item.name}>
        <DropdownMenu.SubTrigger ref={index === 0 ? first : undefined} className={ITEM}>
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
      <Fragment key={item.name}>
        {item.afterLine && index > 0 ? <DropdownMenu.Separator className="my-1 border-t border-line" /> : null}
        <Action item={item} ref={index === 0 ? first : undefined} />
      </Fragment>
    ),
  );
}

const Action = ({ item, ref }: { item: MenuItem; ref?: React.Ref<HTMLDivElement> }) => (
  <DropdownMenu.Item ref={ref} disabled={item.disabled} onSelect={item.onSelect} className={ITEM}>
    {item.name}
    {item.hint ? <span className="text-xs">{item.hint}</span> : null}
  </DropdownMenu.Item>
);
