"use client";
import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { type KitId, usualEquipment } from "@/core";
import { callApi } from "@/device/api";
import { apiQuery, useApiMutation } from "@/device/query";
import { KitTicks } from "@/parts/kit-ticks";
import { Button } from "@/ui/button";
import { Menu } from "@/ui/menu";
import { Notice } from "@/ui/notice";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import type { GymView, Prescription } from "@/views";
import { Consequence } from "./consequence";
import { ImplementEditor } from "./editors";
import { LoadScale, prescriptionsByLoad } from "./load-scale";
import { NewGym } from "./new-gym";
import { GymRoom, OutOfOrder } from "./room";
import { type GymState, useGym } from "./use-gym";

/** The loads that the gym can build, implement by implement, this week's prescriptions at them, and what taking something away does. */
export function GymScreen({ view }: { view: GymView }) {
  const gym = useGym(view);
  const [selected, setSelected] = useState<string>("bars");
  const coming = useComing(view);
  const hanging = useMemo(() => prescriptionsByLoad(coming ?? []), [coming]);
  const implement =
    [...gym.implementLoads, ...gym.savedImplements].find((one) => one.key === selected) ?? gym.implementLoads[0];
  const general = gym.problems.filter((one) => !one.field.includes("."));
  return (
    <div className="grid min-h-dvh grid-cols-1 content-start lg:h-page lg:min-h-[40rem] lg:grid-rows-[auto_minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_320px]">
      <GymHeader gym={gym} />
      <main className="flex min-w-0 flex-col lg:min-h-0 lg:overflow-y-auto">
        {gym.message ? <Notice kind="warn">{gym.message}</Notice> : null}
        <div className="overflow-x-auto px-3 pt-1">
          {gym.implementLoads.length + gym.savedImplements.length === 0 ? (
            <UsualKit gym={gym} />
          ) : (
            <LoadScale
              implementLoads={gym.implementLoads}
              kept={gym.savedImplements}
              hanging={hanging}
              unit={gym.equipment.unit}
              selected={selected}
              onSelect={setSelected}
            />
          )}
          <p className="flex flex-wrap gap-x-4 py-1 text-quiet">
            <span>◆ can be built</span>
            <span>
              <span className="text-weld">⌐ ¬</span> a gap, in {gym.equipment.unit}
            </span>
            <span>
              <span className="text-indigo">▮</span>{" "}
              {coming ? "asked in the coming four weeks" : "looking at the coming four weeks…"}
            </span>
            <span>
              <span className="text-weld">△</span> asked, not buildable
            </span>
            <span>◌ taken away</span>
          </p>
        </div>
        <Consequence
          gym={gym}
          implement={implement?.name ?? ""}
          hanging={coming ? (hanging.get(selected) ?? []) : null}
        />
      </main>
      <aside
        aria-label="What it is made of"
        className="flex flex-col gap-4 lg:min-h-0 lg:overflow-y-auto border-l border-line bg-surface p-4 max-lg:border-t max-lg:border-l-0"
      >
        {general.map((problem) => (
          <p key={problem.message} role="alert" className="border-l-4 border-weld pl-2 text-weld">
            {problem.message}
          </p>
        ))}
        {implement ? (
          <section>
            <h2 className="text-base font-bold">{implement.name}</h2>
            <p className="mb-2 text-quiet">{implement.basis}</p>
            <ImplementEditor key={implement.key} gym={gym} implement={implement} />
          </section>
        ) : (
          <p className="text-quiet">What is put in is listed here, weight by weight.</p>
        )}
        <OutOfOrder gym={gym} />
        <GymRoom gym={gym} />
      </aside>
    </div>
  );
}

/** What usually stands in a gym: ticked, it is put in; every weight of it can be changed afterwards. */
function UsualKit({ gym }: { gym: GymState }) {
  const [things, setThings] = useState<ReadonlySet<KitId>>(new Set());
  return (
    <form
      className="px-1 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        gym.change(usualEquipment([...things], gym.equipment.unit));
      }}
    >
      <fieldset>
        <legend className="mb-2 text-base font-bold">What stands in {gym.name}?</legend>
        <div className="grid gap-x-6 gap-y-1.5 md:grid-cols-2 lg:grid-cols-3">
          <KitTicks isHome={gym.view.clientId !== null} things={things} onChange={setThings} />
        </div>
      </fieldset>
      <p className="mt-3 flex flex-wrap items-center gap-3">
        <Button kind="main" type="submit" disabled={things.size === 0}>
          Put {things.size === 0 ? "it" : `these ${things.size}`} in
        </Button>
        <span className="text-quiet">
          Weights, plates and stacks as they are usually sold; each can be changed then.
        </span>
      </p>
    </form>
  );
}

function GymHeader({ gym }: { gym: GymState }) {
  const router = useRouter();
  const { view } = gym;
  const act = useApiMutation(
    (name: "gyms.makeDefault" | "gyms.remove") => callApi(name, { gymId: view.id }),
    (_, name) => {
      if (name === "gyms.remove") router.push("/gym");
      router.refresh();
    },
  );
  return (
    <PageHeader
      actions={
        <>
          <span role="status" className="text-woad">
            {act.error?.message ?? (gym.changed ? "not saved yet" : "saved")}
          </span>
          <NewGym view={view} />
          <Menu
            label="More for this gym"
            trigger="⋯"
            items={() => [
              {
                name: "Make it the default",
                disabled: view.isDefault || view.clientId !== null,
                onSelect: () => act.mutate("gyms.makeDefault"),
              },
              {
                name: gym.equipment.unit === "kg" ? "Figures in lb" : "Figures in kg",
                onSelect: () => gym.change({ unit: gym.equipment.unit === "kg" ? "lb" : "kg" }),
              },
              {
                name: "Remove this gym",
                afterLine: true,
                disabled: view.isDefault,
                onSelect: () => act.mutate("gyms.remove"),
              },
            ]}
          />
          <Button disabled={!gym.changed || gym.busy} onClick={gym.discard}>
            Undo all
          </Button>
          <Button kind="main" disabled={!gym.changed || gym.busy} onClick={gym.save}>
            Save changes
          </Button>
        </>
      }
    >
      <h1 className="sr-only">{gym.name}</h1>
      <input
        aria-label="Name of the gym"
        value={gym.name}
        onChange={(event) => gym.setName(event.target.value.slice(0, 120))}
        className="w-44 rounded-[3px] border border-transparent bg-transparent text-xl font-bold hover:border-rule"
      />
      <nav aria-label="Gyms" className="flex flex-wrap gap-1">
        {view.gyms.map((one) => (
          <PageLink
            key={one.id}
            href={`/gym/${one.id}`}
            aria-current={one.id === view.id ? "page" : undefined}
            className={
              one.id === view.id
                ? "border-b-2 border-indigo px-2 py-1 font-semibold text-indigo"
                : "px-2 py-1 underline underline-offset-2"
            }
          >
            {one.name}
            {one.isDefault ? <span className="font-normal text-quiet"> default</span> : null}
            {one.clientName ? <span className="font-normal text-quiet"> {one.clientName}</span> : null}
          </PageLink>
        ))}
      </nav>
    </PageHeader>
  );
}

/** What the coming four weeks ask of the gym: worked out after the page, which does not wait for it. Null: not yet. */
function useComing(view: GymView): readonly Prescription[] | null {
  const { data } = useQuery(apiQuery("gyms.coming", { gymId: view.id }));
  return data?.prescriptions ?? null;
}
