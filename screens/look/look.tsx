"use client";
import { useState } from "react";
import { DateField } from "@/parts/date-field";
import { Button, buttonClass } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import { Menu } from "@/ui/menu";
import { Notice } from "@/ui/notice";
import { PageHeader } from "@/ui/page-header";
import { POPOVER, PopoverButton } from "@/ui/popover";
import { Select } from "@/ui/select";
import { HatchPattern, SetBar } from "@/ui/set-bar";
import { Sheet } from "@/ui/sheet";

const TEXT = [
  ["text-xs", "12 small: what explains a figure beside it"],
  ["text-base", "14 text: everything that is read"],
  ["text-lg", "16 large: a section's head, a sentence that decides"],
  ["text-xl", "20 title: one on a screen, in its bar"],
] as const;

const COLOURS = [
  ["ground", "the page"],
  ["surface", "what is beside it"],
  ["inset", "what lies deeper: bands, a row in hand"],
  ["line", "hairlines between rows"],
  ["mark", "lines that carry a drawing"],
  ["rule", "borders of controls"],
  ["quiet", "text that explains"],
  ["walnut", "text, plates, what blocks, a miss"],
  ["indigo", "planned, actions, selection"],
  ["woad", "done"],
  ["madder", "happens now"],
  ["weld", "warns"],
] as const;

const FORMS = ["solid", "dashed", "outline", "hatched"] as const;

/** What every screen is made of: sizes of text, colours by what they mean, controls in their states, the bars. */
export function LookScreen() {
  const [isOpen, setOpen] = useState(false);
  const [date, setDate] = useState("2026-12-03");
  return (
    <main>
      <PageHeader
        title="The look"
        about="what every screen is made of"
        actions={
          <>
            <Button onClick={() => setOpen(true)}>Sheet</Button>
            <Button kind="main">The one main action</Button>
          </>
        }
      >
        <Select aria-label="A choice in the bar">
          <option>A choice in the bar</option>
        </Select>
      </PageHeader>
      <div className="grid gap-8 p-4 lg:grid-cols-3">
        <section>
          <h2 className="mb-2 text-lg font-bold">Text</h2>
          <ul className="flex flex-col gap-1">
            {TEXT.map(([size, words]) => (
              <li key={size} className={size}>
                {words}
              </li>
            ))}
            <li>
              <span className="narrow">12,12,11 × 132.5</span> condensed: figures in dense tables, nothing else
            </li>
            <li>
              <span className="assumed">3 s a rep</span> dotted: assumed
            </li>
          </ul>
          <h2 className="mt-6 mb-2 text-lg font-bold">Colours</h2>
          <ul className="flex flex-col gap-1">
            {COLOURS.map(([name, means]) => (
              <li key={name} className="flex items-center gap-2">
                <span
                  aria-hidden
                  className="size-6 border border-rule"
                  style={{ background: `var(--color-${name})` }}
                />
                <strong className="w-16">{name}</strong> {means}
              </li>
            ))}
          </ul>
        </section>
        <section className="flex flex-col gap-3">
          <h2 className="text-lg font-bold">Controls</h2>
          <div className="flex flex-wrap items-center gap-2">
            <Button kind="main">Main</Button>
            <Button>Plain</Button>
            <Button kind="quiet">Quiet</Button>
            <Button disabled>Not now</Button>
            <a href="/today" className={buttonClass("plain")}>
              To today
            </a>
            <Menu
              label="A menu"
              trigger="⋯"
              items={() => [
                { name: "Name, day and length…", onSelect: () => {} },
                { name: "Print the card", hint: "A4", onSelect: () => {} },
                { name: "Remove this draft…", afterLine: true, onSelect: () => {} },
              ]}
            />
            <PopoverButton
              label="A popover"
              side="bottom"
              className={POPOVER}
              button={{ className: "min-h-8 underline underline-offset-2", children: "a popover ▾" }}
            >
              {() => <p>What a figure is made of.</p>}
            </PopoverButton>
          </div>
          <TextField label="A field" placeholder="typed here" hint="what it is for" />
          <TextField label="A field with a mistake" defaultValue="sixty" error="Write the load as a figure: 60." />
          <SelectField label="A choice">
            <option>double progression</option>
          </SelectField>
          <DateField label="A day" value={date} onChange={setDate} />
          <label className="flex min-h-6 items-center gap-2">
            <input type="checkbox" className="size-4" /> a tick
          </label>
        </section>
        <section className="flex flex-col gap-3">
          <h2 className="text-lg font-bold">What is said</h2>
          <Notice kind="warn">A warning: outlined, with a flag. Nothing else has this colour.</Notice>
          <Notice kind="block">A block: a solid plate with a sign of its own.</Notice>
          <p className="border-l-4 border-indigo pl-3">A reason, or a proposal.</p>
          <p className="text-quiet">Nothing yet: what will stand here, and the first step.</p>
          <h2 className="mt-3 text-lg font-bold">Bars</h2>
          <svg width={300} height={40} role="img" aria-label="Planned, warm-up, asked, partial, to failure, held">
            <HatchPattern />
            {FORMS.map((form, at) => (
              <SetBar key={form} x={10 + at * 50} width={36} base={34} height={22} form={form} />
            ))}
            <SetBar x={210} width={36} base={34} height={22} form="solid" frayed />
            <SetBar x={260} width={36} base={34} height={22} form="solid" flatCap colour="var(--color-woad)" />
          </svg>
          <p className="text-quiet">
            Planned solid, warm-up dashed, asked outlined, partial hatched, to failure frayed, held with a cap. A miss
            is a dashed hole in walnut, on every screen.
          </p>
        </section>
      </div>
      <Sheet open={isOpen} onOpenChange={setOpen} title="A sheet">
        <p>From the right, over the page; Escape and the veil close it.</p>
      </Sheet>
    </main>
  );
}
