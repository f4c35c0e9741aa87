import { CopyLink } from "@/ui/copy-link";

export interface Invitation {
  readonly to: string;
  /** The link to hand on; null where the letter alone has it. */
  readonly link: string | null;
}

/** What became of an invitation that was just made. */
export function InvitationSent({ sent }: { sent: Invitation | null }) {
  if (sent === null) return null;
  return (
    <div className="flex flex-col gap-2">
      <p role="status">An email is on its way to {sent.to}. Its link is good for seven days, once.</p>
      {sent.link === null ? null : (
        <CopyLink label="Or hand the link on yourself" link={window.location.origin + sent.link} />
      )}
    </div>
  );
}
