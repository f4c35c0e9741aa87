"use client";
import Link from "next/link";
import { useState } from "react";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { CopyLink } from "@/ui/copy-link";
import { Sheet } from "@/ui/sheet";

/** How a session reaches a client without an account: by inviting them, on paper, or by a link that opens it alone. */
export function HandOnSheet({
  clientId,
  clientName,
  sessionId,
  linkUntilMs,
  onChanged,
  onClose,
}: {
  clientId: string;
  clientName: string;
  sessionId: string;
  /** When the link there is ends; null: there is none, or it is not known. */
  linkUntilMs: number | null;
  onChanged: () => void;
  onClose: () => void;
}) {
  const { shortDateAt } = useDates();
  const [made, setMade] = useState<string | null>(null);
  const link = useApiMutation(
    () => callApi("sessions.link", { sessionId }),
    (value) => {
      setMade(window.location.origin + value.link);
      onChanged();
    },
  );
  const revoke = useApiMutation(
    () => callApi("sessions.unlink", { sessionId }),
    () => {
      setMade(null);
      onChanged();
    },
  );
  const error = link.error ?? revoke.error;
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`Hand it on to ${clientName}`}>
      <div className="flex flex-col gap-4">
        <p>{clientName} has no account, so that nothing goes by email.</p>
        <ul className="flex flex-col gap-2">
          <li>
            <Link href={`/clients/${clientId}`} className="text-indigo underline underline-offset-2">
              Invite {clientName.split(" ")[0]}
            </Link>{" "}
            to train with the app.
          </li>
          <li>
            <Link href={`/card/${sessionId}`} className="text-indigo underline underline-offset-2">
              Print the card
            </Link>{" "}
            and hand it over.
          </li>
          <li>Copy a link that opens this session, and nothing else, for seven days.</li>
        </ul>
        {made ? <CopyLink label="The link, shown this once" link={made} /> : null}
        <div className="flex flex-wrap items-center gap-2">
          <Button kind={made ? "plain" : "main"} disabled={link.isPending} onClick={() => link.mutate()}>
            {linkUntilMs === null && !made ? "Make a link" : "Make another link"}
          </Button>
          {linkUntilMs === null ? null : (
            <Button disabled={revoke.isPending} onClick={() => revoke.mutate()}>
              Remove the link
            </Button>
          )}
        </div>
        {linkUntilMs === null ? null : (
          <p className="text-quiet">There is a link, good until {shortDateAt(linkUntilMs)}. Another one ends it.</p>
        )}
        {error ? <p role="alert">{error.message}</p> : null}
      </div>
    </Sheet>
  );
}
