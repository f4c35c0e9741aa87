"use client";
import { Button } from "@/ui/button";
import { BOX } from "@/ui/field";
import { useDates } from "./region";

interface Props {
  /** What the calendar holds, in words. */
  readonly of: string;
  readonly feed: { readonly madeAtMs: number; readonly readAtMs: number | null } | null;
  /** Right after it was made; it is not told again. */
  readonly address: string | null;
  readonly make: () => void;
  readonly remove: () => void;
  readonly isBusy: boolean;
  readonly error: { readonly message: string } | null;
}

/** An address that a calendar follows: it is shown once, and can be removed. */
export function CalendarFeed({ of, feed, address, make, remove, isBusy, error }: Props) {
  const { shortDateAt } = useDates();
  return (
    <div className="flex flex-col gap-2">
      <p>
        {feed
          ? `A calendar follows ${of} since ${shortDateAt(feed.madeAtMs)}${feed.readAtMs === null ? ", not read yet" : `, read last on ${shortDateAt(feed.readAtMs)}`}.`
          : `Any calendar can follow ${of} by an address.`}
      </p>
      {address ? (
        <>
          <input
            readOnly
            aria-label="Address of the calendar"
            className={BOX}
            value={address}
            onFocus={({ target }) => target.select()}
          />
          <p className="text-quiet">
            Give this to your calendar, where it says subscribe or by address. Who has it can read it; it is shown only
            now.
          </p>
        </>
      ) : null}
      <p className="flex flex-wrap gap-2">
        <Button disabled={isBusy} onClick={make}>
          {feed ? "Make another address" : "Make an address"}
        </Button>
        {feed ? (
          <Button disabled={isBusy} onClick={remove}>
            Remove it
          </Button>
        ) : null}
      </p>
      {error ? <p role="alert">{error.message}</p> : null}
    </div>
  );
}
