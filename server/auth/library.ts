/** The auth library on our own tables: password sign-in (scrypt, httpOnly SameSite cookies) and the second step by TOTP. */
import { betterAuth } from "better-auth";
import { twoFactor } from "better-auth/plugins/two-factor";
import { identityCache } from "../../core";
import { accountsAdapter, accountsDatabase, newId } from "../db";

const SESSION_DAYS = 30;
/** How long a device that was said to be trusted is not asked for a code. */
const TRUSTED_DAYS = 30;

function makeAuth() {
  const secret = process.env.YARVEX_SECRET;
  if (!secret || secret.length < 32)
    throw new Error("YARVEX_SECRET is not set: start Yarvex with ./yarvex, or set 32 characters or more.");
  const baseURL = process.env.YARVEX_URL ?? "http://127.0.0.1:3000";
  return betterAuth({
    database: accountsAdapter(),
    secret,
    baseURL,
    telemetry: { enabled: false },
    logger: { level: "error" },
    emailAndPassword: { enabled: true, minPasswordLength: 10, maxPasswordLength: 200, autoSignIn: false },
    session: { expiresIn: SESSION_DAYS * 86_400, updateAge: 86_400 },
    rateLimit: { enabled: false },
    appName: "Yarvex",
    plugins: [twoFactor({ issuer: "Yarvex", trustDeviceMaxAge: TRUSTED_DAYS * 86_400 })],
    advanced: {
      cookiePrefix: "yarvex",
      useSecureCookies: baseURL.startsWith("https:"),
      defaultCookieAttributes: { httpOnly: true, sameSite: "lax" },
      database: { generateId: () => newId() },
    },
  });
}

/** One for each database: a process that goes over to another one signs in there. */
const authOf = identityCache<ReturnType<typeof makeAuth>>();
export const auth = () => authOf(accountsDatabase(), [], makeAuth);
