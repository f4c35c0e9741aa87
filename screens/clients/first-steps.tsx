"use client";
import { Check } from "lucide-react";
import { useDates } from "@/parts/region";
import { buttonClass } from "@/ui/button";
import { PageLink } from "@/ui/page-link";
import type { ClientView } from "@/views";
import type { ClientSheet, OpenSheet } from "./open-sheet";

interface Step {
  readonly sheet: ClientSheet;
  readonly name: string;
  /** What the client has answered so far, in a few words; null: nothing yet. */
  readonly known: string | null;
  /** What the answer is used for; shown until there is one. */
  readonly why: string;
}

const counted = (count: number, one: string, many = `${one}s`): string | null =>
  count === 0 ? null : `${count} ${count === 1 ? one : many}`;

/** What is asked of somebody new, what each is good for, and what is known already. Nothing of it must be answered but health. */
export function FirstSteps({ view, onOpen }: { view: ClientView; onOpen: OpenSheet }) {
  const { shortDate } = useDates();
  const first = view.name.split(" ")[0];
  const gym = view.gyms.find(({ id }) => id === view.gymId);
  const about = [
    view.birthYear && `born ${view.birthYear}`,
    view.bodyMass.length > 0 && "weighed",
    view.aims !== "" && "aims",
  ].filter(Boolean);
  const steps: readonly Step[] = [
    {
      sheet: "health",
      name: "Health questions",
      known: view.statement && `answered ${shortDate(view.statement.date)}`,
      why: "Before the first session.",
    },
    {
      sheet: "lifts",
      name: "What do you lift now?",
      known: counted(view.lifts.length, "lift"),
      why: "First loads go by it.",
    },
    {
      sheet: "description",
      name: "Age, body mass, time and aims",
      known: about.join(", ") || null,
      why: "Loads of body moves, length of sessions.",
    },
    {
      sheet: "days",
      name: "Days and hours",
      known: counted(view.days.length, "day"),
      why: "A plan is put on them.",
    },
    { sheet: "home", name: "Where they train", known: gym?.name ?? null, why: "Only what is there is proposed." },
    { sheet: "goals", name: "Goals", known: counted(view.goals.length, "goal"), why: "Their lifts come first." },
    {
      sheet: "limits",
      name: "Limits",
      known: counted(view.limitList.length, "limit"),
      why: "By joint, movement or exercise.",
    },
    {
      sheet: "likes",
      name: "Likes and dislikes",
      known: counted(view.likes.length + view.dislikes.length, "exercise"),
      why: "Read by every proposal.",
    },
    {
      sheet: "invite",
      name: "Their own sign-in",
      known: view.hasAccount ? "has one" : null,
      why: "They get sessions by email and train alone.",
    },
  ];
  return (
    <section aria-labelledby="first-steps" className="mb-6 border-y-2 border-indigo py-3">
      <h2 id="first-steps" className="mb-2 text-lg font-bold">
        First steps with {first}
      </h2>
      <ol className="grid grid-cols-1 gap-x-8 md:grid-cols-2 lg:grid-cols-3">
        {steps.map(({ sheet, name, known, why }) => (
          <li key={sheet} className="flex items-baseline gap-2 border-t border-line py-1">
            <span className="w-5 shrink-0 self-center text-woad">
              {known === null ? null : <Check size={17} aria-hidden strokeWidth={3} />}
            </span>
            <span className="min-w-0 flex-1">
              <button
                type="button"
                className="min-h-6 text-left font-semibold text-indigo underline underline-offset-2"
                onClick={() => onOpen(sheet)}
              >
                {name}
              </button>
              <span className="block text-quiet">{known ?? why}</span>
            </span>
          </li>
        ))}
      </ol>
      <PageLink href={`/weeks?for=${view.id}`} className={buttonClass("plain", "mt-3")}>
        Start a plan
      </PageLink>
    </section>
  );
}
