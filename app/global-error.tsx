"use client";
import "./globals.css";
import { Trouble } from "@/screens/shell/trouble";

/** As `error.tsx`, where not even the frame of the page could be made. */
export default function GlobalError({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <html lang="en">
      <body>
        <Trouble mark={error.digest ?? ""} onAgain={reset} />
      </body>
    </html>
  );
}
