import { ClientScreen } from "@/screens/clients/client";
import { answer, requireScope } from "../../../ask";

export const metadata = { title: "Client" };

export default async function ClientPage({ params }: { params: Promise<{ id: string }> }) {
  const scope = await requireScope("coach");
  return <ClientScreen view={await answer(scope, "clients.show", { clientId: (await params).id })} />;
}
