"use client";
import { clsx } from "clsx";
import { useState } from "react";
import type { Output } from "@/contract";
import { callApi } from "@/device/api";
import { useLaterPages } from "@/device/later-pages";
import { useSessionLink } from "@/device/session-link";
import { ClientChoice } from "@/parts/client-choice";
import { HandOnSheet } from "@/parts/hand-on-sheet";
import { MoreButton } from "@/parts/more-button";
import { useDates } from "@/parts/region";
import { Button, buttonClass } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import type { SentLine } from "@/views";

type Props = Output<"outbox.show"> & {
  /** Whose emails alone are listed; null: everybody's. */
  readonly clientId: string | null;
};

/** Everything that clients were sent, the newest first, and the email as it reached them. */
export function Outbox({ clients, clientId, emails: first, next, opened }: Props) {
  const { pages, hasMore, more, isBusy, error } = useLaterPages<Output<"outbox.list">>(
    ["outbox.list", clientId],
    next,
    (after) => callApi("outbox.list", { after, clientId }),
  );
  const emails = [...first, ...pages.flatMap((page) => page.emails)];
  return (
    <main>
      <PageHeader title="Outbox" about="each email is the copy that its client trains from">
        <ClientChoice
          view={{ client: clients.find(({ id }) => id === clientId) ?? null, clients }}
          page="/outbox"
          everybody="Everybody"
        />
      </PageHeader>
      <div className="px-4 py-4">
        {emails.length === 0 && clientId !== null ? (
          <p>Nothing was sent to {clients.find(({ id }) => id === clientId)?.name ?? "them"} yet.</p>
        ) : emails.length === 0 ? (
          <p>
            Nothing was sent yet. A session is sent from its desk, or with the coming week under “Next week, all
            clients”.
          </p>
        ) : (
          <div className="grid gap-6 lg:grid-cols-[22rem_1fr]">
            <section aria-label="Emails">
              <ul>
                {emails.map((line) => (
                  <Line key={line.copyId} line={line} clientId={clientId} isOpen={line.copyId === opened?.copyId} />
                ))}
              </ul>
              {hasMore ? <MoreButton words="Older emails" isBusy={isBusy} error={error} onMore={more} /> : null}
            </section>
            {opened ? <Email {...opened} /> : null}
          </div>
        )}
      </div>
    </main>
  );
}

function Line({ line, clientId, isOpen }: { line: SentLine; clientId: string | null; isOpen: boolean }) {
  const { longDate, shortDateAt } = useDates();
  const { copyId, clientName, title, date, sentAtMs, seenAtMs, hasAccount, emailProblem } = line;
  return (
    <li
      className={clsx(
        "border-t border-line [contain-intrinsic-size:auto_88px] [content-visibility:auto]",
        isOpen && "bg-surface",
      )}
    >
      <PageLink
        href={`/outbox?${clientId ? `for=${clientId}&` : ""}email=${copyId}`}
        scroll={false}
        aria-current={isOpen ? "true" : undefined}
        className={clsx(
          "block border-l-4 py-2 pl-3 pr-2",
          isOpen ? "border-indigo" : "border-transparent hover:bg-surface",
        )}
      >
        <span className="flex items-baseline justify-between gap-2">
          <strong>{clientName}</strong>
          <span className="text-quiet">{shortDateAt(sentAtMs)}</span>
        </span>
        <span className="block">{[title, longDate(date)].filter(Boolean).join(", ")}</span>
        <span className="block text-quiet">
          {seenAtMs
            ? `● seen ${shortDateAt(seenAtMs)}`
            : emailProblem
              ? "▲ the email did not go"
              : hasAccount
                ? "○ not seen yet"
                : "△ no account: hand it on"}
        </span>
      </PageLink>
    </li>
  );
}

function Email({ email, to, hasAccount, sessionId, clientId }: NonNullable<Props["opened"]>) {
  const [isHandingOn, setHandingOn] = useState(false);
  const link = useSessionLink(sessionId, () => {});
  return (
    <article aria-label={`Email: ${email.subject}`} className="bg-surface p-6">
      <h2 className="text-lg font-bold">{email.subject}</h2>
      <div className="mb-4 flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line pb-3">
        <p className="text-quiet">
          To {to}
          {hasAccount ? "" : ", who has no account yet: nothing goes by email"}
        </p>
        {hasAccount ? null : (
          <Button kind="main" onClick={() => setHandingOn(true)}>
            Hand it on
          </Button>
        )}
        <PageLink href={`/session/${sessionId}`} className={buttonClass("plain")}>
          Open the session
        </PageLink>
      </div>
      <div className="max-w-[70ch] whitespace-pre-wrap">{email.text}</div>
      {isHandingOn ? (
        <HandOnSheet
          clientId={clientId}
          clientName={to}
          sessionId={sessionId}
          linkUntilMs={null}
          link={link}
          onClose={() => setHandingOn(false)}
        />
      ) : null}
    </article>
  );
}
