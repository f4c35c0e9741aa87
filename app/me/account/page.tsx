import { Account } from "@/screens/account/account";
import { Keeper } from "@/screens/shell/keeper";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Your account" };

export default async function MyAccountPage() {
  const scope = await requireScope("client");
  return (
    <>
      <Keeper memberId={scope.memberId} role={scope.role} />
      <Account view={await answer(scope, "account.show", {})} home={{ href: "/me", name: "My sessions" }} />
    </>
  );
}
