"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { bringIn, MOST_ARCHIVE_BYTES, readStudioFile, type StudioFile } from "@/device/archive";
import { ReplyError } from "@/device/query";
import { Button, buttonClass } from "@/ui/button";
import { Notice } from "@/ui/notice";

/** What goes out, so that nothing is locked in; and a studio or a client that comes from elsewhere. */
export function StudioFiles() {
  const router = useRouter();
  const [file, setFile] = useState<StudioFile | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const choose = async (chosen: File) => {
    setFile(null);
    setShare(null);
    if (chosen.size > MOST_ARCHIVE_BYTES) return setProblem(`This file has more than ${MOST_ARCHIVE_BYTES / 1e6} MB.`);
    const read = readStudioFile(await chosen.text());
    setProblem(read.ok ? null : read.why);
    if (read.ok) setFile(read.file);
  };
  const bring = async (one: StudioFile) => {
    setProblem(null);
    setShare(0);
    try {
      await bringIn(one, setShare);
      router.refresh();
    } catch (error) {
      if (!(error instanceof ReplyError)) throw error;
      setShare(null);
      setProblem(error.message);
    }
  };
  const count = (name: string) => file?.tables[name]?.length ?? 0;
  return (
    <section aria-labelledby="out">
      <h2 id="out" className="mb-2 text-base font-bold">
        Take it out
      </h2>
      <p className="mb-2 max-w-prose text-quiet">
        Every set as a table, planned beside done, which comes in again as it went out; and everything of the studio as
        one file, which another studio takes in. One client’s are on the client’s page.
      </p>
      <p className="flex flex-wrap gap-2">
        <a href="/api/export/set-log" download className={buttonClass("plain")}>
          Every set (.csv)
        </a>
        <a href="/api/export/studio" download className={buttonClass("plain")}>
          The whole studio (.json)
        </a>
      </p>
      <h2 className="mt-8 mb-2 text-base font-bold">A studio or a client from a file</h2>
      {problem ? (
        <Notice kind="warn" className="mb-2">
          {problem}
        </Notice>
      ) : null}
      <input
        type="file"
        aria-label="File of a studio or a client"
        accept=".json,application/json"
        className="min-h-6 max-w-full"
        onChange={({ target }) => {
          const [chosen] = target.files ?? [];
          if (chosen) void choose(chosen);
          target.value = "";
        }}
      />
      {file ? (
        <div className="mt-2 flex flex-col gap-2">
          <p>
            <strong>{String(file.studio.name ?? "")}</strong>: {count("clients")}{" "}
            {count("clients") === 1 ? "client" : "clients"}, {count("sessions")} sessions, {count("plans")} plans. Into
            an empty studio it comes as it was; beside others each thing comes anew.
          </p>
          {share === null ? (
            <p>
              <Button onClick={() => void bring(file)}>Bring this in</Button>
            </p>
          ) : share < 1 ? (
            <progress className="w-full" value={share} aria-label="Brought in" />
          ) : (
            <p role="status" className="font-semibold">
              All of it came in.
            </p>
          )}
        </div>
      ) : null}
    </section>
  );
}
