/** Founding a studio: the one thing done before there is a scope. */
import * as yup from "yup";
import { exact, said } from "../../contract";
import { prepareAccount } from "../auth";
import { enterScope, newId, withAccounts } from "../db";
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
  const { studio, name, timeZone } = input;
  const makeAccount = await prepareAccount(input);
  const [studioId, memberId] = [newId(), newId()];
  const isFounded = await withAccounts(async (tx) => {
    const userId = await makeAccount(tx);
    if (!userId) return false;
    await accounts.foundStudio(tx, { id: studioId, name: studio, timeZone, isDemo: false }, { memberId, userId, name });
    await enterScope(tx, { role: "coach", studioId, memberId, name });
    await db.insertGym(tx, { studioId, id: newId(), name: "Gym", equipment: STARTING_EQUIPMENT, isDefault: true });
    return true;
  });
  return isFounded ? ok({}) : refused("email", "This address cannot be used here. If it is yours, sign in with it.");
}
