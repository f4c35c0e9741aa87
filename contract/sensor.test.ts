import { describe, expect, it } from "vitest";
import { readSensorBytes, readSensorLine, type SensorMessage, writeSensorBytes, writeSensorLine } from "./sensor";

const MESSAGES: readonly SensorMessage[] = [
  { kind: "phase", rep: 1, phase: "lower" },
  { kind: "phase", rep: 12, phase: "top" },
  { kind: "rep", rep: 3, seconds: { lower: 3.05, bottom: 1, lift: 1.42, top: 0 } },
  { kind: "end", rep: 8 },
];

describe("what a rep sensor says", () => {
  it.each(MESSAGES)("is the same after it was written and read, as a line and as bytes: $kind", (message) => {
    expect(readSensorLine(writeSensorLine(message))).toEqual(message);
    expect(readSensorBytes(writeSensorBytes(message))).toEqual(message);
  });

  it.each([
    ["no JSON", "rep 3"],
    ["another version", '{"v":2,"kind":"end","rep":3}'],
    ["no version", '{"kind":"end","rep":3}'],
    ["a phase that there is not", '{"v":1,"kind":"phase","rep":1,"phase":"hover"}'],
    ["a rep without its seconds", '{"v":1,"kind":"rep","rep":1}'],
    ["a rep that was never done", '{"v":1,"kind":"end","rep":-1}'],
    ["nothing", "null"],
  ])("is not read where it is %s", (_, line) => {
    expect(readSensorLine(line)).toBeNull();
  });

  it.each([
    ["empty", []],
    ["of another version", [2, 2, 3]],
    ["of a kind that there is not", [1, 9, 3]],
    ["a rep cut off", [1, 1, 3, 0, 0]],
    ["a phase that there is not", [1, 0, 3, 9]],
  ])("bytes are not read where they are %s", (_, bytes) => {
    expect(readSensorBytes(new DataView(Uint8Array.from(bytes).buffer))).toBeNull();
  });

  it("a phase longer than its figure can say is the longest that it can", () => {
    const read = readSensorBytes(
      writeSensorBytes({ kind: "rep", rep: 1, seconds: { lower: 9_999, bottom: 0, lift: 1, top: 0 } }),
    );
    expect(read).toMatchObject({ seconds: { lower: 655.35, lift: 1 } });
  });
});
