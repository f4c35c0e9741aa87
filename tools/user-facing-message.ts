/** What goes wrong around a program, in one plain sentence each. */
import { type CodedError, codedError, UserFacingError } from "./system";

/** PORT as it was given. */
export function portOf(given: string | undefined): number {
  if (given === undefined || given === "") return 3000;
  const port = Number(given);
  if (!/^\d+$/.test(given) || port < 1 || port > 65535)
    throw new UserFacingError(`PORT is “${given}”: it has to be a port number, 1 to 65535.`);
  return port;
}

/** The sentence for a fault, or null where it is the program's own. */
export function userFacingMessage(
  error: unknown,
  where = whereIs(process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL),
): string | null {
  if (error instanceof UserFacingError) return error.message;
  for (let one = codedError(error), depth = 0; one && depth < 6; one = codedError(one.cause), depth++) {
    const sentence = sentenceOf(one, where);
    if (sentence) return sentence;
  }
  return null;
}

function whereIs(address: string | undefined): string {
  if (!address || !URL.canParse(address)) return "the database server";
  const { hostname, port, pathname } = new URL(address);
  return `the database ${pathname.slice(1)} at ${hostname}:${port || "5432"}`;
}

function sentenceOf({ code, path, message }: CodedError, where: string): string | null {
  if (typeof message === "string" && /timeout expired|timeout exceeded when trying to connect/.test(message))
    return `No PostgreSQL server answers for ${where}.`;
  switch (code) {
    case "ECONNREFUSED":
    case "ENOTFOUND":
    case "EAI_AGAIN":
    case "ETIMEDOUT":
    case "EHOSTUNREACH":
    case "ECONNRESET":
    case "connection":
      return `No PostgreSQL server answers for ${where}.`;
    case "28P01":
    case "28000":
      return `The name and password for ${where} do not go together.`;
    case "3D000":
      return `There is no such database: ${where}. Create it, and give its owner's address as DATABASE_OWNER_URL.`;
    case "42501":
      return `The role for ${where} may not do this: the owner's address (DATABASE_OWNER_URL) needs the right to make tables and roles there.`;
    case "53300":
      return `All connections of ${where} are taken.`;
    case "EACCES":
    case "EPERM":
    case "EROFS":
    case "ENOSPC":
      return `${typeof path === "string" ? path : "A file"} cannot be written (${code}).`;
    case "EADDRINUSE":
      return "This port is taken; choose another with PORT.";
    default:
      return null;
  }
}
