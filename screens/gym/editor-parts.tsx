"use client";
import { Plus, X } from "lucide-react";
import type { ReactNode } from "react";
import type { InventoryProblem } from "@/core";
import { Button } from "@/ui/button";

export function Row({ children, onRemove, name }: { children: ReactNode; onRemove?: () => void; name: string }) {
  return (
    <li className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-inset py-1">
      {children}
      {onRemove ? (
        <button
          type="button"
          aria-label={`Remove ${name}`}
          onClick={onRemove}
          className="ml-auto flex size-6 items-center justify-center rounded-[3px] hover:bg-inset"
        >
          <X size={15} aria-hidden />
        </button>
      ) : null}
    </li>
  );
}

export function Problem({ problems, field }: { problems: readonly InventoryProblem[]; field: string }) {
  const found = problems.filter((one) => one.field === field || one.field.startsWith(`${field}.`));
  return found.map((one) => (
    <p key={one.field + one.message} role="alert" className="w-full border-l-4 border-weld pl-2 text-weld">
      {one.message}
    </p>
  ));
}

/** One list of the equipment with an entry replaced, or left out. */
export const replaced = <T,>(list: readonly T[], index: number, next: T | null): T[] =>
  next === null ? list.toSpliced(index, 1) : list.toSpliced(index, 1, next);

export function AddLine({ name, onAdd }: { name: string; onAdd: () => void }) {
  return (
    <Button kind="quiet" className="mt-1 px-0" onClick={onAdd}>
      <Plus size={14} aria-hidden /> {name}
    </Button>
  );
}

export function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <span className="text-quiet">{name}</span>
      <span>{children}</span>
    </>
  );
}
