import { MyPage } from "@/screens/me/me";
import { Keeper } from "@/screens/shell/keeper";
import { answer, requireScope } from "../ask";

export const metadata = { title: "My sessions" };

export default async function Me() {
  const scope = await requireScope("client");
  return (
    <>
      <Keeper memberId={scope.memberId} role={scope.role} />
      <MyPage view={await answer(scope, "me.show", {})} />
    </>
  );
}
