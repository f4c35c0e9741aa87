import { ClientList } from "@/screens/clients/client-list";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Clients" };

export default async function ClientsPage() {
  const scope = await requireScope("coach");
  const { today, ...first } = await answer(scope, "clients.list", { after: null });
  return <ClientList first={first} today={today} />;
}
