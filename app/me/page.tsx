import { MyPage } from "@/screens/me/me";
import { answer, requireScope } from "../ask";

export const metadata = { title: "My sessions" };

export default async function Me() {
  return <MyPage view={await answer(await requireScope("client"), "me.show", {})} />;
}
