"use client";
import { memo, type ReactNode } from "react";
import { PopoverButton } from "@/ui/popover";
import { HatchPattern, SetBar } from "@/ui/set-bar";

const SIGNS: readonly { readonly draw: ReactNode; readonly means: string }[] = [
  {
    draw: <SetBar x={8} width={18} base={20} height={14} form="solid" />,
    means: "a set: as wide as its seconds, as high as its share of e1RM",
  },
  { draw: <SetBar x={12} width={10} base={18} height={8} form="dashed" />, means: "ramp or warm-up set" },
  {
    draw: (
      <>
        <SetBar x={2} width={13} base={20} height={16} form="solid" />
        <SetBar x={16} width={9} base={20} height={11} form="solid" />
        <SetBar x={26} width={7} base={20} height={7} form="solid" />
      </>
    ),
    means: "a drop: the bar steps down",
  },
  { draw: <SetBar x={8} width={18} base={20} height={16} form="hatched" />, means: "partial reps" },
  { draw: <SetBar x={8} width={18} base={20} height={12} form="solid" flatCap />, means: "a hold" },
  {
    draw: <SetBar x={8} width={18} base={20} height={14} form="solid" frayed />,
    means: "to failure or as many as possible",
  },
  {
    draw: (
      <>
        <SetBar x={3} width={13} base={20} height={14} form="solid" half="upper" />
        <SetBar x={19} width={13} base={20} height={14} form="solid" half="lower" />
      </>
    ),
    means: "each side in turn",
  },
  {
    draw: <path d="M2 7C18 7 16 19 33 19" fill="none" stroke="var(--color-walnut)" strokeWidth={1.4} />,
    means: "the order of doing; transitions run steep, rests run flat",
  },
  {
    draw: (
      <text x={6} y={17} fontSize={12} className="assumed" fill="var(--color-walnut)">
        90 s
      </text>
    ),
    means: "an assumed figure: nothing was written",
  },
];

/** The legend of the timeline, opened on request. */
export const Signs = memo(function Signs() {
  return (
    <PopoverButton
      button={{
        children: "Signs",
        className: "ml-auto min-h-6 shrink-0 px-1 text-quiet underline underline-offset-2",
      }}
      label="What the signs mean"
      className="z-40 w-80 border-2 border-indigo bg-ground p-4"
    >
      {() => (
        <>
          <h2 className="mb-2 font-bold">What the bars say</h2>
          <ul className="flex flex-col gap-1.5">
            {SIGNS.map((sign) => (
              <li key={sign.means} className="flex items-center gap-3">
                <svg width={36} height={24} aria-hidden className="shrink-0">
                  <HatchPattern />
                  {sign.draw}
                </svg>
                <span className="leading-tight">{sign.means}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </PopoverButton>
  );
});
