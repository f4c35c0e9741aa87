"use client";
import { useId, useState } from "react";
import { catalogueIn, type StudioExercises } from "@/contract";
import { exerciseOrThrow, isPlaceholder, meaningAsNamed, meaningOfName, type NameMeaning } from "@/core";
import { Select } from "@/ui/select";
import type { ClientMeaning, ClientName, LogClient, LogName, LogPreview } from "@/views";
import type { LogState } from "./use-log";

/** Names that are sure are listed and can be changed; those that are not come first and are asked about once for the whole file. */
export function Decisions({
  log,
  preview,
  clients,
  exercises,
}: {
  log: LogState;
  preview: LogPreview;
  clients: readonly ClientName[];
  exercises: StudioExercises;
}) {
  const [isAll, setIsAll] = useState(false);
  const unsure = preview.names.filter(({ meaning, isDecided }) => meaning === null || isDecided);
  const sure = preview.names.filter(({ meaning, isDecided }) => meaning !== null && !isDecided);
  return (
    <>
      <section aria-labelledby="whose">
        <h2 id="whose" className="mb-2 text-base font-bold">
          Whose days these are
        </h2>
        <ul className="flex flex-col gap-2">
          {preview.clients.map((client) => (
            <Whose
              key={client.key}
              client={client}
              clients={clients}
              onChange={(meaning) => log.clientIs(client.written, meaning)}
            />
          ))}
        </ul>
      </section>
      <section aria-labelledby="names">
        <h2 id="names" className="mb-2 text-base font-bold">
          Exercises
        </h2>
        {unsure.length === 0 ? <p className="text-quiet">All {preview.names.length} names are known.</p> : null}
        <ul className="flex flex-col gap-3">
          {(isAll ? preview.names : unsure).map((name) => (
            <Named
              key={name.key}
              name={name}
              exercises={exercises}
              onChange={(meaning) => log.nameIs({ [name.key]: meaning })}
            />
          ))}
        </ul>
        {sure.length > 0 ? (
          <button
            type="button"
            aria-expanded={isAll}
            className="mt-2 min-h-6 underline underline-offset-2"
            onClick={() => setIsAll(!isAll)}
          >
            {isAll ? "Only those that are asked about" : `See the ${sure.length} that are known`}
          </button>
        ) : null}
      </section>
    </>
  );
}

function Whose({
  client,
  clients,
  onChange,
}: {
  client: LogClient;
  clients: readonly ClientName[];
  onChange: (meaning: ClientMeaning) => void;
}) {
  const { written, meaning, days } = client;
  const value = meaning === null ? "" : meaning.kind === "client" ? meaning.clientId : meaning.kind;
  const label = written === "" ? "The file names nobody" : written;
  return (
    <li>
      <label className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <span className={meaning === null ? "font-semibold" : ""}>
          {label}{" "}
          <span className="text-quiet">
            {days} {days === 1 ? "day" : "days"}
          </span>
        </span>
        <Select
          aria-label={`${label} is`}
          value={value}
          onChange={({ target }) => {
            if (target.value === "new") onChange({ kind: "new", name: written === "" ? "New client" : written });
            else if (target.value === "leftOut") onChange({ kind: "leftOut" });
            else if (target.value !== "") onChange({ kind: "client", clientId: target.value });
          }}
        >
          <option value="">choose</option>
          {clients.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
          {written === "" ? null : <option value="new">a new client</option>}
          <option value="leftOut">nobody: leave these days out</option>
        </Select>
      </label>
    </li>
  );
}

function Named({
  name,
  exercises,
  onChange,
}: {
  name: LogName;
  exercises: StudioExercises;
  onChange: (meaning: NameMeaning) => void;
}) {
  const id = useId();
  const catalogue = catalogueIn(exercises);
  const [typed, setTyped] = useState("");
  const { written, sets, meaning, offers } = name;
  const isAs = (exerciseId: string) => meaning?.kind === "exercise" && meaning.exerciseId === exerciseId;
  const choose = (exerciseId: string) =>
    onChange({
      kind: "exercise",
      exerciseId,
      setup: [],
      laterality: exerciseOrThrow(catalogue, exerciseId).laterality,
    });
  const choice = (label: string, isChosen: boolean, onClick: () => void) => (
    <button
      key={label}
      type="button"
      aria-pressed={isChosen}
      className={`min-h-6 rounded-[3px] border px-2 py-0.5 ${isChosen ? "border-indigo bg-indigo-tint font-semibold" : "border-rule bg-surface"}`}
      onClick={onClick}
    >
      {label}
    </button>
  );
  const isNamed = meaning?.kind === "exercise" && isPlaceholder(meaning.exerciseId);
  const other =
    meaning?.kind === "exercise" && !isNamed && !offers.some((offer) => isAs(offer.id))
      ? exerciseOrThrow(catalogue, meaning.exerciseId).name
      : null;
  return (
    <li className="border-t border-line pt-2">
      <p>
        <strong>{written}</strong>{" "}
        <span className="text-quiet">
          {sets} {sets === 1 ? "set" : "sets"}
          {meaning === null ? ", comes in under this name until you say what it is" : ""}
        </span>
      </p>
      <p className="mt-1 flex flex-wrap gap-1.5">
        {other ? choice(other, true, () => undefined) : null}
        {offers.map((offer) => choice(offer.name, isAs(offer.id), () => choose(offer.id)))}
        {choice("under its own name", isNamed, () => onChange(meaningAsNamed(written)))}
        {choice("leave it out", meaning?.kind === "leftOut", () => onChange({ kind: "leftOut" }))}
      </p>
      <input
        aria-label={`Another exercise for ${written}`}
        placeholder="another exercise"
        list={id}
        className="mt-1 min-h-8 w-full rounded-[3px] border border-rule bg-surface px-2 py-1"
        value={typed}
        onChange={({ target }) => {
          setTyped(target.value);
          const found = catalogue.list.find((one) => one.name === target.value);
          if (found) choose(found.id);
        }}
        onKeyDown={(event) => {
          const found = event.key === "Enter" ? meaningOfName(catalogue, typed) : null;
          if (found) onChange(found);
        }}
      />
      <datalist id={id}>
        {typed.length < 2
          ? null
          : catalogue.list
              .filter((one) => one.name.toLowerCase().includes(typed.toLowerCase()))
              .slice(0, 20)
              .map((one) => <option key={one.id} value={one.name} />)}
      </datalist>
    </li>
  );
}
