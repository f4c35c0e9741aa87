import { redirect } from "next/navigation";
import { SignIn } from "@/screens/account/sign-in";
import { withAccounts } from "@/server/db";
import { studioKinds } from "@/server/db/accounts";
import { outboxLocation } from "@/server/email";
import { DEMO_CLIENT_ACCOUNT, DEMO_COACH } from "@/server/seed/scenario";
import { currentScope } from "../ask";

export const metadata = { title: "Sign in" };

export default async function SignInPage() {
  if (await currentScope()) redirect("/");
  const kinds = await withAccounts(studioKinds);
  const demo = kinds.demo
    ? [
        { who: "Enter as Bodil, the coach", email: DEMO_COACH.email, password: DEMO_COACH.password },
        { who: "Enter as Marit, a client", ...DEMO_CLIENT_ACCOUNT },
      ]
    : [];
  const founding = { byEmail: kinds.studios > 0, emails: kinds.demo ? outboxLocation() : null };
  return <SignIn demo={demo} founding={founding} />;
}
