// @vitest-environment happy-dom
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { SHOWN_VERSION } from "@/contract";
import { DEFAULT_SETTINGS, EMPTY_DOCUMENT, ENGINE_VERSION } from "@/core";
import type { Pending } from "@/device/store";
import type { FloorView } from "@/views";
import { useFloor } from "./use-floor";

const device = vi.hoisted(() => ({
  /** Readings of the round in hand that wait to be answered, in their order. */
  readings: [] as ((pending: unknown) => void)[],
}));

vi.mock("@/device/floors", () => ({
  readFloor: async () => VIEW,
  readPending: () => new Promise((found) => device.readings.push(found)),
  storeFloor: async (view: unknown) => view,
  storeLog: async () => null,
  writePending: async () => undefined,
}));
vi.mock("@/device/store", () => ({
  NO_MEMBER: "",
  readPerson: async () => ({ memberId: "ana", role: "coach" }),
  writePerson: async () => undefined,
  readEvents: async () => [],
  addEvent: async () => undefined,
  onEntriesChanged: () => () => undefined,
}));
vi.mock("@/device/api", () => ({ callApi: async () => ({ kind: "ok", value: VIEW }) }));
vi.mock("@/device/sender", () => ({ startSending: () => undefined, outbox: {} }));
vi.mock("@/device/live", () => ({ onSessionChanged: () => () => undefined }));

const VIEW = {
  sessionId: "s",
  memberId: "ana",
  role: "coach",
  clientName: "Ines",
  shownHash: "h",
  events: [],
  shown: {
    version: SHOWN_VERSION,
    engineVersion: ENGINE_VERSION,
    settings: DEFAULT_SETTINGS,
    date: "2026-12-01",
    purpose: "training",
    oneOff: [],
    bodyMassKg: null,
    equipment: null,
    own: [],
    document: EMPTY_DOCUMENT,
    loads: {},
    ramps: {},
    inPart: {},
  },
} as unknown as FloorView;

const RESTING = { sessionId: "s", chainKey: "k", restStartedMs: 0, kept: true, movedOn: false } as unknown as Pending;

afterEach(() => {
  cleanup();
  device.readings.length = 0;
});

it("a tap counts while the device is still read once more: what was read before the tap does not take it back", async () => {
  const { result } = renderHook(() => useFloor("s"));
  await waitFor(() => expect(device.readings).toHaveLength(1));
  await act(async () => device.readings[0]!(RESTING));
  expect(result.current.pending).toEqual(RESTING);
  // The server has answered, and the device is read again; meanwhile the rest is ended by a tap.
  await waitFor(() => expect(device.readings).toHaveLength(2));
  act(() => result.current.setPending({ ...RESTING, movedOn: true }));
  await act(async () => device.readings[1]!(RESTING));
  expect(result.current.pending).toMatchObject({ movedOn: true });
});
