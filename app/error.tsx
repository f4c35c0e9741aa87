"use client";
import { ServerFault } from "@/screens/shell/server-fault";

/** A page that could not be made: the database is away or busy, or the program has a fault. */
export default function PageError({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return <ServerFault mark={error.digest ?? ""} onAgain={reset} />;
}
