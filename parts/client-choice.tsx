"use client";
import { useRouter } from "next/navigation";
import { Select } from "@/ui/select";
import type { ClientName } from "@/views";

/** Who is looked at; `page`: the address that another choice leads to. */
export function ClientChoice({
  view,
  page,
  everybody,
}: {
  view: { readonly client: Pick<ClientName, "id"> | null; readonly clients: readonly ClientName[] };
  page: string;
  /** The words for all of them together, where that can be looked at. */
  everybody?: string;
}) {
  const router = useRouter();
  return (
    <label className="flex min-w-0 max-w-full items-center gap-2">
      <span className="sr-only">Client</span>
      <Select
        value={view.client?.id ?? ""}
        onChange={({ target: { value } }) => router.push(value === "" ? page : `${page}?for=${value}`)}
      >
        {everybody ? <option value="">{everybody}</option> : null}
        {view.clients.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Select>
    </label>
  );
}
