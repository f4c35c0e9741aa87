/** Secrets that open something once: said in a link, kept only by their hash. */
import { createHash, randomBytes } from "node:crypto";

export const hashOfSecret = (secret: string): string => createHash("sha256").update(secret).digest("hex");

export function newSecret(): { readonly secret: string; readonly hash: string } {
  const secret = randomBytes(32).toString("base64url");
  return { secret, hash: hashOfSecret(secret) };
}
