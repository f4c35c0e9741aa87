/** Founding a studio: the one thing done before there is a scope. */
import * as yup from "yup";
import { isTimeZone, maybe, NO_TIME_ZONE, nameText, nonEmptyString, REGION_SCHEMA, strictObject } from "../../contract";
import type { Region } from "../../core";
import { addressOf, prepareAccount, redeemStudioSetup } from "../auth";
import { enterScope, newId, withAccounts } from "../db";
import * as accounts from "../db/accounts";
import * as db from "../db/queries";
import { type Outcome, ok, refused } from "./kit";
import { startingEquipment } from "./starting-gym";

interface FoundStudio {
  readonly studio: string;
  readonly name: string;
  readonly password: string;
  readonly region: Region;
  /** The coach's email address, where no other studio is on this server; else the secret of the link that was emailed is sent. */
  readonly email?: string | undefined;
  readonly secret?: string | undefined;
}

export const setUpStudioSchema = strictObject({
  studio: nameText(120),
  name: nameText(120),
  password: nonEmptyString(200),
  region: REGION_SCHEMA,
  email: maybe(nonEmptyString(200)),
  secret: maybe(nonEmptyString(100)),
});

export const isAddress = (email: string): boolean => yup.string().email().isValidSync(email.trim());
export const NO_ADDRESS = "An address such as name@example.org.";

/** Founds a studio with its first coach; answers with the address that signs in. */
export async function setUpStudio(input: FoundStudio): Promise<Outcome<{ readonly email: string }>> {
  const { studio, name, password, region, secret } = input;
  if (secret === undefined && !isAddress(input.email ?? "")) return refused("email", NO_ADDRESS);
  if (password.length < 10) return refused("password", "A password of at least 10 characters.");
  if (!isTimeZone(region.timeZone)) return refused("timeZone", NO_TIME_ZONE);
  const makeAccount = await prepareAccount({ name, password });
  const [studioId, memberId] = [newId(), newId()];
  return withAccounts(async (tx) => {
    if (secret === undefined && (await accounts.studioKinds(tx)).studios > 0)
      return refused("email", "Beside other studios an address is confirmed by an email first.");
    const email = secret === undefined ? addressOf(input.email ?? "") : await redeemStudioSetup(tx, secret);
    if (email === null) return refused("secret", "This link has been used or is too old. Ask for a new one.");
    const userId = await makeAccount(tx, email);
    // Nothing is disclosed: who holds the link reads that mailbox, and without a link there is no other studio.
    if (!userId) return refused("email", "This address signs in already.");
    await accounts.insertStudio(tx, { id: studioId, name: studio, region, isDemo: false }, { memberId, userId, name });
    await enterScope(tx, { role: "coach", studioId, memberId, name });
    await db.insertGym(tx, {
      studioId,
      id: newId(),
      name: "Gym",
      equipment: startingEquipment(region.unit),
      isDefault: true,
    });
    return ok({ email });
  });
}
