"use client";
import { useState } from "react";
import { bluetoothHere } from "@/device/sensor";
import { ChoiceButton } from "./questions";
import { type SensorChoice, useSensor } from "./use-sensor";

/** What counts reps on this device: nothing, our stand-in, or a sensor of one's own. */
export default function SensorPage({ onChosen }: { onChosen: () => void }) {
  const { sensor, choose } = useSensor();
  const [url, setUrl] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const take = async (choice: SensorChoice) => {
    const wrong = await choose(choice);
    setProblem(wrong);
    if (wrong === null) onChosen();
  };
  return (
    <>
      <p className="text-lg">
        {sensor
          ? `${sensor.name} counts the reps.`
          : "Nothing is connected: reps stand as they were asked, and are put right by hand."}
      </p>
      {bluetoothHere() ? (
        <ChoiceButton
          title="By Bluetooth"
          detail="a sensor nearby; it is asked for each time"
          onTake={() => void take({ kind: "bluetooth" })}
        />
      ) : null}
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void take({ kind: "socket", url: url.trim() });
        }}
      >
        <label className="flex flex-col gap-1 text-lg">
          Address of a sensor
          <input
            value={url}
            inputMode="url"
            placeholder="ws://"
            maxLength={500}
            aria-invalid={problem !== null}
            aria-describedby={problem === null ? undefined : "sensor-problem"}
            onChange={(event) => setUrl(event.target.value)}
            className="min-h-[56px] rounded-lg border border-[var(--floor-line)] bg-transparent px-3"
          />
        </label>
        {problem ? (
          <p id="sensor-problem" role="alert" className="text-lg text-[var(--floor-warn)]">
            {problem}
          </p>
        ) : null}
        <button
          type="submit"
          disabled={url.trim() === ""}
          className="min-h-[56px] rounded-lg border border-[var(--floor-line)] text-lg font-semibold disabled:opacity-45"
        >
          Connect
        </button>
      </form>
      <ChoiceButton
        title="Simulated sensor"
        detail="makes reps up: to try it without one"
        onTake={() => void take({ kind: "simulated" })}
      />
      {sensor ? <ChoiceButton title="Disconnect" detail="" onTake={() => void take({ kind: "none" })} /> : null}
    </>
  );
}
