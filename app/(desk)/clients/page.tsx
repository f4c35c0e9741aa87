import { COACHED_CLIENTS } from "@/contract";
import { ClientList } from "@/screens/clients/client-list";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Clients" };

export default async function ClientsPage() {
  const scope = await requireScope("coach");
  const first = await answer(scope, "clients.list", { after: null, ...COACHED_CLIENTS });
  return <ClientList first={first} today={first.today} />;
}
