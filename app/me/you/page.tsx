import { You } from "@/screens/me/you";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "You" };

export default async function YouPage() {
  return <You view={await answer(await requireScope("client"), "me.show", {})} />;
}
