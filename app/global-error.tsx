"use client";
import "./globals.css";
import { ServerFault } from "@/screens/shell/server-fault";

/** As `error.tsx`, where not even the frame of the page could be made. */
export default function GlobalError({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <ServerFault mark={error.digest ?? ""} onAgain={reset} />
      </body>
    </html>
  );
}
