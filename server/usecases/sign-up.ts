/** Founding a studio: the one thing done before there is a scope. */
import * as yup from "yup";
import { exact, said } from "../../contract";
import { createAccount } from "../auth";
import { inStudio, newId, type Scope, withAccounts } from "../db";
import * as accounts from "../db/accounts";
import * as db from "../db/queries";
import { type Outcome, ok, refused } from "./kit";
import { STARTING_EQUIPMENT } from "./starting-gym";

export interface FoundStudio {
  studio: string;
  name: string;
  email: string;
  password: string;
  timeZone: string;
}

export const foundStudioSchema = exact({
  studio: said(120),
  name: said(120),
  email: said(200),
  password: said(200),
  timeZone: said(60),
});

export async function foundStudio(input: FoundStudio): Promise<Outcome<Record<string, never>>> {
  if (!yup.string().email().isValidSync(input.email)) return refused("email", "An address such as name@example.org.");
  if (input.password.length < 10) return refused("password", "A password of at least 10 characters.");
  if (!Intl.supportedValuesOf("timeZone").includes(input.timeZone) && input.timeZone !== "UTC")
    return refused("timeZone", "A time zone such as Europe/Oslo.");
  const userId = await createAccount(input.name, input.email, input.password);
  if (!userId) return refused("email", "This address is in use.");
  const studioId = newId();
  const memberId = newId();
  await withAccounts((tx) =>
    accounts.foundStudio(
      tx,
      { id: studioId, name: input.studio, timeZone: input.timeZone, isDemo: false },
      { memberId, userId, name: input.name },
    ),
  );
  const scope: Scope = { role: "coach", studioId, memberId, name: input.name };
  await inStudio(scope, (tx) =>
    db.insertGym(tx, { studioId, id: newId(), name: "Gym", equipment: STARTING_EQUIPMENT, isDefault: true }),
  );
  return ok({});
}
