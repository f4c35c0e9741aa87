/** The code that an authenticator app shows, computed here anew by RFC 6238 (six digits, 30 s, HMAC-SHA-1). */
import { createHmac } from "node:crypto";

const ALPHABET = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

function bytesOfBase32(text: string): Buffer {
  const bits = [...text.replace(/=+$/, "")].map((sign) => ALPHABET.indexOf(sign).toString(2).padStart(5, "0")).join("");
  return Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => Number.parseInt(byte, 2)));
}

/** The code of a link of the kind otpauth, at a time. */
export function totpOf(uri: string, atMs: number): string {
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(atMs / 30_000)));
  const secret = bytesOfBase32(new URL(uri).searchParams.get("secret") ?? "");
  const digest = createHmac("sha1", secret).update(counter).digest();
  const at = digest[19]! & 0xf;
  return String((digest.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, "0");
}
