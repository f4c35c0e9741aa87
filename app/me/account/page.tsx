import { Account } from "@/screens/account/account";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Your account" };

export default async function MyAccountPage() {
  const view = await answer(await requireScope("client"), "account.show", {});
  return <Account view={view} home={{ href: "/me", name: "My sessions" }} />;
}
