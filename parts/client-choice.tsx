"use client";
import { useRouter } from "next/navigation";
import type { WeeksView } from "@/contract";

/** Whose weeks are looked at; `page`: the address that another choice leads to. */
export function ClientChoice({ view, page }: { view: Pick<WeeksView, "client" | "clients">; page: string }) {
  const router = useRouter();
  return (
    <label className="flex items-center gap-2">
      <span className="sr-only">Client</span>
      <select
        value={view.client.id}
        onChange={(event) => router.push(`${page}?for=${event.target.value}`)}
        className="min-h-8 rounded-[3px] border border-rule bg-cloth px-2"
      >
        {view.clients.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
