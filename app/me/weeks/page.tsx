import { MyWeeks } from "@/screens/me/my-weeks";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "My weeks" };

export default async function MyWeeksPage() {
  const scope = await requireScope("client");
  return <MyWeeks view={await answer(scope, "me.show", {})} />;
}
