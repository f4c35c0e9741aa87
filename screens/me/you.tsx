"use client";
import { useRouter } from "next/navigation";
import { useMemo } from "react";
import * as yup from "yup";
import { formatWeight, limitWords, readinessSentence, type WeightUnit } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { useCalendarFeed } from "@/device/calendar-feed";
import { useHealthAnswers } from "@/device/health";
import { useApiMutation } from "@/device/query";
import { useStrengths } from "@/device/strengths";
import { CalendarFeed } from "@/parts/calendar-feed";
import { DateField } from "@/parts/date-field";
import { GoalList } from "@/parts/goal-list";
import { HealthQuestions } from "@/parts/health-questions";
import { KnownStrengths } from "@/parts/known-strengths";
import { useDates } from "@/parts/region";
import { AddStrength } from "@/parts/strength-form";
import { typedWeight } from "@/parts/typed-weight";
import { UNIT_NAMES } from "@/parts/unit-names";
import { Button, buttonClass } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { TextField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";
import { Notice } from "@/ui/notice";
import { PageLink } from "@/ui/page-link";
import { saveFile } from "@/ui/save-file";
import { Select } from "@/ui/select";
import type { MeView } from "@/views";

/** What a client says of themselves and takes along: health answers, lifts, body mass, units, their data. */
export function You({ view }: { view: MeView }) {
  const strengths = useStrengths(view.id);
  const calendar = useCalendarFeed(view.id);
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-8 px-5 py-6">
      <header>
        <PageLink href="/me" className="text-indigo underline underline-offset-2">
          My sessions
        </PageLink>
        <h1 className="mt-1 text-xl font-bold">{view.name}</h1>
        <p>
          <PageLink href="/me/account" className="text-indigo underline underline-offset-2">
            Password and devices
          </PageLink>
        </p>
      </header>
      <Health view={view} />
      <section aria-labelledby="lifts">
        <h2 id="lifts" className="mb-2 text-lg font-bold">
          What you lift now
        </h2>
        <AddStrength view={view} actions={strengths} isOwn />
        <KnownStrengths view={view} actions={strengths} isOwn />
      </section>
      <Goals view={view} />
      <BodyMass view={view} />
      <Units view={view} />
      <section aria-labelledby="calendar" className="border-t border-line pt-4">
        <h2 id="calendar" className="mb-2 text-lg font-bold">
          Calendar
        </h2>
        <CalendarFeed of="your sessions" {...calendar} />
      </section>
      <OwnData view={view} />
    </main>
  );
}

function Health({ view }: { view: MeView }) {
  const { fullDate } = useDates();
  const { statement, readiness, limitList } = view;
  const record = useHealthAnswers({ clientId: view.id, seen: statement });
  return (
    <section aria-labelledby="health">
      <h2 id="health" className="mb-2 text-lg font-bold">
        Health questions
      </h2>
      {readiness.kind === "ready" || readiness.kind === "missing" ? null : (
        <Notice kind="block" className="mb-3">
          {readinessSentence(readiness, view.name)}
        </Notice>
      )}
      {statement ? (
        <p className="mb-2 text-quiet">Answered {fullDate(statement.date)}. Answer again when it changes.</p>
      ) : null}
      <HealthQuestions
        key={statement?.date}
        seen={statement}
        intro="Tick what applies to you now. Your coach reads the answers, nobody else."
        record={record}
      />
      {limitList.length > 0 ? (
        <div className="mt-3">
          <h3 className="font-bold">What your sessions leave out</h3>
          <ul>
            {limitList.map((limit) => (
              <li key={limit.id}>
                {limit.how === "avoid" ? "Not" : "In part"} {limitWords(limit)}
                {limit.until ? `, until ${fullDate(limit.until)}` : ""}
              </li>
            ))}
          </ul>
        </div>
      ) : null}
    </section>
  );
}

function Goals({ view }: { view: MeView }) {
  return (
    <section aria-labelledby="goals">
      <h2 id="goals" className="mb-2 text-lg font-bold">
        Goals
      </h2>
      {view.goals.length === 0 ? (
        <p className="text-quiet">None yet. Tell your coach what you want to lift, and by when.</p>
      ) : null}
      <GoalList view={view} />
    </section>
  );
}

function BodyMass({ view }: { view: MeView }) {
  const router = useRouter();
  const { shortDate } = useDates();
  const { unit } = view;
  const schema = useMemo(() => {
    const words = unit === "kg" ? "A weight such as 72.4 or 160 lb." : "A weight such as 160 or 72.4 kg.";
    return yup.object({ bodyMass: typedWeight(unit, words).required(words), date: yup.string().required("The day.") });
  }, [unit]);
  const form = useCheckedForm({
    schema,
    typed: { bodyMass: "", date: view.today },
    send: async ({ bodyMass, date }) => {
      const reply = await callApi("clients.weigh", { clientId: view.id, date, bodyMass });
      if (reply.kind !== "ok") return problemOf(reply, "bodyMass");
      form.setValue("bodyMass", "");
      router.refresh();
      return null;
    },
  });
  return (
    <section aria-labelledby="body-mass">
      <h2 id="body-mass" className="mb-2 text-lg font-bold">
        Body mass
      </h2>
      <Form form={form} className="grid max-w-md grid-cols-2 gap-3">
        <TextField label={`Weighed, ${unit}`} inputMode="decimal" {...form.field("bodyMass")} />
        <DateField label="On" {...form.controlled("date")} max={view.today} />
        {form.message ? <p role="alert">{form.message}</p> : null}
        <Button type="submit" className="justify-self-start" disabled={form.isBusy}>
          Add it
        </Button>
      </Form>
      {view.bodyMass.length > 0 ? (
        <ul className="mt-2">
          {view.bodyMass.slice(0, 8).map(({ date, weight }) => (
            <li key={date}>
              {formatWeight(weight)} <span className="text-quiet">{shortDate(date)}</span>
            </li>
          ))}
        </ul>
      ) : (
        <p className="mt-2 text-quiet">Not weighed yet. Loads of pull-ups, dips and push-ups are reckoned with it.</p>
      )}
    </section>
  );
}

function Units({ view }: { view: MeView }) {
  const router = useRouter();
  const change = useApiMutation(
    (unit: WeightUnit) => callApi("clients.setUnit", { clientId: view.id, unit }),
    () => router.refresh(),
  );
  return (
    <section>
      <label className="flex items-baseline gap-3">
        <span className="text-lg font-bold">Figures in</span>
        <Select value={view.unit} onChange={chosen(UNIT_NAMES, (unit) => change.mutate(unit))}>
          {optionsOf(UNIT_NAMES)}
        </Select>
      </label>
      {change.error ? <p role="alert">{change.error.message}</p> : null}
    </section>
  );
}

/** All of it as a file, and the end of it. */
function OwnData({ view }: { view: MeView }) {
  const copy = useApiMutation(
    () => callApi("me.export", {}),
    (data) => saveFile(`yarvex-${data.exportedOn}.json`, JSON.stringify(data, null, 2), "application/json"),
  );
  const form = useCheckedForm({
    schema: yup.object({ name: yup.string().trim().oneOf([view.name], `Type ${view.name} to erase.`) }),
    typed: { name: "" },
    send: async () => {
      const reply = await callApi("clients.erase", { clientId: view.id });
      if (reply.kind !== "ok") return problemOf(reply, "name");
      window.location.assign("/sign-in");
      return null;
    },
  });
  return (
    <section aria-labelledby="own-data" className="border-t border-line pt-4">
      <h2 id="own-data" className="mb-2 text-lg font-bold">
        Your data
      </h2>
      <p className="mb-2">
        Everything that is kept of you in one file: what you said, your plans and sessions, each set that was logged.
      </p>
      <p className="flex flex-wrap gap-2">
        <Button disabled={copy.isPending} onClick={() => copy.mutate()}>
          Save a copy
        </Button>
        <a href="/api/export/set-log" download className={buttonClass("plain")}>
          Every set as a table
        </a>
      </p>
      {copy.error ? <p role="alert">{copy.error.message}</p> : null}
      <details className="mt-4">
        <summary className="cursor-pointer font-semibold">Erase everything</summary>
        <Form form={form} className="mt-2 flex max-w-md flex-col gap-3">
          <p>Your sessions, log, messages and account go for good. A backup made before still holds them.</p>
          <TextField label={`Type ${view.name}`} autoComplete="off" {...form.field("name")} />
          {form.message ? <p role="alert">{form.message}</p> : null}
          <Button type="submit" kind="warn" className="self-start" disabled={form.isBusy}>
            Erase everything
          </Button>
        </Form>
      </details>
    </section>
  );
}
