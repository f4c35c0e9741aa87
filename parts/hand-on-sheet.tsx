"use client";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { CopyLink } from "@/ui/copy-link";
import { PageLink } from "@/ui/page-link";
import { Sheet } from "@/ui/sheet";

/** A link that opens one session, as the screen makes and removes it. */
interface SessionLink {
  /** The link that was made just now, whole; null: none was. */
  readonly made: string | null;
  readonly make: () => void;
  readonly remove: () => void;
  readonly isBusy: boolean;
  readonly error: Error | null;
}

/** How a session reaches a client without an account: by inviting them, on paper, or by a link that opens it alone. */
export function HandOnSheet({
  clientId,
  clientName,
  sessionId,
  linkUntilMs,
  link,
  onClose,
}: {
  clientId: string;
  clientName: string;
  sessionId: string;
  /** When the link there is ends; null: there is none, or it is not known. */
  linkUntilMs: number | null;
  link: SessionLink;
  onClose: () => void;
}) {
  const { shortDateAt } = useDates();
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`Hand it on to ${clientName}`}>
      <div className="flex flex-col gap-4">
        <p>{clientName} has no account, so that nothing goes by email.</p>
        <ul className="flex flex-col gap-2">
          <li>
            <PageLink href={`/clients/${clientId}`} className="text-indigo underline underline-offset-2">
              Invite {clientName.split(" ")[0]}
            </PageLink>{" "}
            to train with the app.
          </li>
          <li>
            <PageLink href={`/card/${sessionId}`} className="text-indigo underline underline-offset-2">
              Print the card
            </PageLink>{" "}
            and hand it over.
          </li>
          <li>Copy a link that opens this session, and nothing else, for seven days.</li>
        </ul>
        {link.made ? <CopyLink label="The link, shown this once" link={link.made} /> : null}
        <div className="flex flex-wrap items-center gap-2">
          <Button kind={link.made ? "plain" : "main"} disabled={link.isBusy} onClick={link.make}>
            {linkUntilMs === null && !link.made ? "Make a link" : "Make another link"}
          </Button>
          {linkUntilMs === null ? null : (
            <Button disabled={link.isBusy} onClick={link.remove}>
              Remove the link
            </Button>
          )}
        </div>
        {linkUntilMs === null ? null : (
          <p className="text-quiet">There is a link, good until {shortDateAt(linkUntilMs)}. Another one ends it.</p>
        )}
        {link.error ? <p role="alert">{link.error.message}</p> : null}
      </div>
    </Sheet>
  );
}
