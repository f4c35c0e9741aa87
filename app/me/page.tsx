import { MyPage } from "@/screens/me/me";
import { answer, requireScope } from "../ask";

export const metadata = { title: "My sessions" };

export default async function Me() {
  const scope = await requireScope("client");
  return <MyPage view={await answer(scope, "me.show", {})} />;
}
