"use client";
import { useState } from "react";
import { Button } from "./button";

/** A link to be handed on: read, chosen and copied. */
export function CopyLink({ label, link }: { label: string; link: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <div className="flex flex-col gap-2">
      <label className="flex flex-col gap-1">
        {label}
        <input
          readOnly
          value={link}
          onFocus={(event) => event.target.select()}
          className="rounded-[3px] border border-rule bg-surface px-2 py-1.5"
        />
      </label>
      <Button
        className="self-start"
        onClick={async () => {
          await navigator.clipboard?.writeText(link).catch(() => undefined);
          setCopied(true);
        }}
      >
        {copied ? "Copied" : "Copy it"}
      </Button>
    </div>
  );
}
