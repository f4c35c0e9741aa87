"use client";
import { useRouter } from "next/navigation";
import { useEffect, useSyncExternalStore } from "react";
import { callApi } from "@/device/api";
import { outbox, startSending } from "@/device/sender";
import { type Person, writePerson } from "@/device/store";

/** Says on this device who uses it, keeps sending what they logged here, and says what is held up. */
export function DeviceUser({ memberId, role, region }: Required<Person>) {
  const router = useRouter();
  // A new object with every answer of the server; what it says decides.
  const key = JSON.stringify(region);
  useEffect(() => {
    void writePerson({ memberId, role, region: JSON.parse(key) }).then(startSending);
  }, [memberId, role, key]);
  const { timeZone } = region;
  const isClient = role === "client";
  useEffect(() => {
    const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
    // Whoever trains elsewhere has their own days: a Sunday's session is there until their Sunday ends.
    if (isClient && here && here !== timeZone)
      void callApi("me.setTimeZone", { timeZone: here }).then(({ kind }) => kind === "ok" && router.refresh());
  }, [isClient, timeZone, router]);
  const { waiting, refused, hindrance } = useSyncExternalStore(outbox.subscribe, outbox.get, outbox.get);
  if (refused === 0 && hindrance === null) return null;
  const count = refused || waiting;
  const entries = count === 1 ? "1 entry" : `${count} entries`;
  return (
    <p role="status" className="no-print border-b border-weld bg-weld-tint px-4 py-1.5">
      {refused > 0 ? (
        <>
          ▲ {entries} from the floor {count === 1 ? "was" : "were"} not accepted.{" "}
          <a href="/floor?entries" className="font-semibold underline underline-offset-2">
            Look at {count === 1 ? "it" : "them"}
          </a>
        </>
      ) : (
        `${entries} from the floor ${count === 1 ? "waits" : "wait"} on this device: ${
          hindrance === "offline"
            ? "there is no network."
            : hindrance === "fault"
              ? "the server has a fault."
              : "signed out."
        }`
      )}
    </p>
  );
}
