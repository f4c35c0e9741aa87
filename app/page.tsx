import { redirect } from "next/navigation";
import { currentScope } from "./ask";

export default async function Home() {
  const scope = await currentScope();
  redirect(scope ? (scope.role === "coach" ? "/today" : "/me") : "/sign-in");
}
