/**
 * What a rep sensor says, whatever kind it is: a phase begins, a rep is complete, the load is put down. docs/sensor.md. Over a
 * WebSocket each is a line of JSON; over Bluetooth the value of a notification.
 */
import { REP_PHASES, type RepPhase, type RepTimes } from "../core";
import { check, discriminatedUnion, finiteNumber, integer, oneOfNumbers, oneOfTexts, strictObject } from "./schema";

const SENSOR_VERSION = 1;

export type SensorMessage =
  /** A phase of a rep begins; reps are counted from 1 in each set. */
  | { readonly kind: "phase"; readonly rep: number; readonly phase: RepPhase }
  /** A rep is complete, with what its phases took; 0: there was none. */
  | { readonly kind: "rep"; readonly rep: number; readonly seconds: Readonly<Record<RepPhase, number>> }
  /** The load is put down after so many reps. */
  | { readonly kind: "end"; readonly rep: number };

const v = oneOfNumbers(SENSOR_VERSION);
const rep = integer(0, 999);
const seconds = finiteNumber(0, 600);
const SCHEMA = discriminatedUnion({
  phase: { v, rep, phase: oneOfTexts(...REP_PHASES) },
  rep: { v, rep, seconds: strictObject({ lower: seconds, bottom: seconds, lift: seconds, top: seconds }) },
  end: { v, rep },
});

/** The messages of a set that is made up, in order, each with the seconds until the next. */
export function messagesOfSet(
  reps: readonly RepTimes[],
): { readonly message: SensorMessage; readonly seconds: number }[] {
  const steps = reps.flatMap(({ rep, phases }) => {
    const took = REP_PHASES.map((phase) => [phase, phases.find(({ name }) => name === phase)?.seconds ?? 0]);
    const seconds = Object.fromEntries(took) as Record<RepPhase, number>;
    return [
      ...phases.map(({ name, seconds: lasts }) => ({
        message: { kind: "phase", rep, phase: name } as const,
        seconds: lasts,
      })),
      { message: { kind: "rep", rep, seconds } as const, seconds: 0 },
    ];
  });
  return [...steps, { message: { kind: "end", rep: reps.length }, seconds: 0 }];
}

/** A line of JSON as a message; null where it is none, or of a version that is not known here. */
export function readSensorLine(line: string): SensorMessage | null {
  let sent: unknown;
  try {
    sent = JSON.parse(line);
  } catch {
    return null;
  }
  const read = check(SCHEMA, sent);
  if (!read.ok) return null;
  const { v: _, ...message } = read.value;
  return message as SensorMessage;
}

/** A message as a line of JSON, without its end of line. */
export const writeSensorLine = (message: SensorMessage): string => JSON.stringify({ v: SENSOR_VERSION, ...message });

const KINDS = ["phase", "rep", "end"] as const;
/** Bytes of a message: version, kind and rep; a phase's place, or the four phases in hundredths of a second. */
const HEAD = 3;
const BYTES = { phase: HEAD + 1, rep: HEAD + 2 * REP_PHASES.length, end: HEAD } as const;
const HUNDREDTHS = 100;

/** The value of a notification as a message; null where it is none. Figures are unsigned, the low byte first. */
export function readSensorBytes(bytes: DataView): SensorMessage | null {
  if (bytes.byteLength < HEAD || bytes.getUint8(0) !== SENSOR_VERSION) return null;
  const kind = KINDS[bytes.getUint8(1)];
  if (!kind || bytes.byteLength < BYTES[kind]) return null;
  const count = bytes.getUint8(2);
  if (kind === "end") return { kind, rep: count };
  if (kind === "phase") {
    const phase = REP_PHASES[bytes.getUint8(HEAD)];
    return phase ? { kind, rep: count, phase } : null;
  }
  const took = REP_PHASES.map((phase, at) => [phase, bytes.getUint16(HEAD + 2 * at, true) / HUNDREDTHS]);
  return { kind, rep: count, seconds: Object.fromEntries(took) };
}

/** A message as the value of a notification; what is longer than its figure can say is the most that it can. */
export function writeSensorBytes(message: SensorMessage): DataView {
  const bytes = new DataView(new ArrayBuffer(BYTES[message.kind]));
  bytes.setUint8(0, SENSOR_VERSION);
  bytes.setUint8(1, KINDS.indexOf(message.kind));
  bytes.setUint8(2, Math.min(0xff, message.rep));
  if (message.kind === "phase") bytes.setUint8(HEAD, REP_PHASES.indexOf(message.phase));
  if (message.kind === "rep")
    for (const [at, phase] of REP_PHASES.entries())
      bytes.setUint16(HEAD + 2 * at, Math.min(0xffff, Math.round(message.seconds[phase] * HUNDREDTHS)), true);
  return bytes;
}
