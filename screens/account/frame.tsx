import type { ReactNode } from "react";
import * as yup from "yup";
import { Mark } from "@/ui/mark";

/** A page that is opened by a link or before anybody has signed in: its heading and one thing to do. */
export function AccountFrame({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center gap-5 px-6">
      <header className="flex items-center gap-3">
        <Mark />
        <h1 className="text-xl font-bold">{heading}</h1>
      </header>
      {children}
    </main>
  );
}

/** The link back to the sign-in, in a sentence or beside a button. */
export function SignInLink({ children }: { children: string }) {
  return (
    <a href="/sign-in" className="text-indigo underline underline-offset-2">
      {children}
    </a>
  );
}

/** A password that is being chosen. */
export const newPasswordField = () =>
  yup
    .string()
    .required("Type a password.")
    .min(10, "A password of at least 10 characters.")
    .max(200, "At most 200 characters.");

/** How the forms of account pages stand. */
export const ACCOUNT_FORM = "flex flex-col gap-4";
