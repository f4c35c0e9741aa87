import { Account } from "@/screens/account/account";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Your account" };

export default async function AccountPage() {
  const scope = await requireScope("coach");
  return <Account view={await answer(scope, "account.show", {})} home={{ href: "/clients", name: "Clients" }} />;
}
