/** A valid input for every use case, naming one client's things. A new use case without one does not compile. */
import { type ApiName, COACHED_CLIENTS, type Input, type OwnExercise } from "../../contract";
import { DEFAULT_REGION, type Edit } from "../../core";
import { phase } from "../../core/testing/plans";
import { newId } from "../db";
import { startingEquipment } from "../usecases/starting-gym";

export interface Target {
  readonly clientId: string;
  readonly sessionId: string;
  readonly gymId: string;
  readonly planId: string;
}

export function inputFor<K extends ApiName>(name: K, { clientId, sessionId, gymId, planId }: Target): Input<K> {
  const inputs: { [N in ApiName]: Input<N> } = {
    "viewer.show": {},
    "account.show": {},
    "account.changePassword": { current: "not-the-password", wanted: "another-long-one" },
    "account.endDevices": { device: newId() },
    "studio.changeRegion": DEFAULT_REGION,
    "studio.changeSettings": { e1rmFormula: "epley" },
    "studio.changeMethods": { seen: [], wanted: [] },
    "weeks.next": { clientId },
    "weeks.show": { clientId, planId },
    "gyms.show": { gymId },
    "gyms.coming": { gymId },
    "gyms.try": { gymId, equipment: startingEquipment("kg") },
    "gyms.save": { gymId, ...unchanged({ name: "Gym", equipment: startingEquipment("kg") }) },
    "gyms.create": { name: "Home", clientId, copyOf: gymId },
    "gyms.makeDefault": { gymId },
    "gyms.remove": { gymId },
    "lifts.mark": {
      clientId,
      lineage: "deadlift",
      exerciseId: "deadlift",
      kind: "tested",
      reps: 1,
      date: "2026-11-20",
      weight: { amount: "140", unit: "kg" },
    },
    "lifts.unmark": { clientId, markId: newId() },
    "calendar.show": { clientId },
    "calendar.make": { clientId },
    "calendar.remove": { clientId },
    "archive.look": {},
    "archive.studio": { studio: {} },
    "archive.add": { table: "gyms", rows: [] },
    "archive.finish": {},
    "hooks.list": {},
    "hooks.add": { url: "https://hooks.example/yarvex", events: ["pain"] },
    "hooks.remove": { hookId: newId() },
    "tokens.list": {},
    "tokens.add": { name: "Till", access: "read", days: 30 },
    "tokens.remove": { tokenId: newId() },
    "imports.begin": { id: newId(), name: "log.csv", newClients: [] },
    "imports.add": { importId: newId(), days: [], unread: [] },
    "imports.finish": { importId: newId() },
    "imports.undo": { importId: newId() },
    "imports.list": {},
    "imports.unread": { importId: newId(), after: 0 },
    "clients.describe": { clientId, ...unchanged(DESCRIBED) },
    "sessions.link": { sessionId },
    "sessions.unlink": { sessionId },
    "clients.setUnit": { clientId, unit: "kg" },
    "me.export": {},
    "me.setTimeZone": { timeZone: "Europe/Oslo" },
    "team.setDuty": { memberId: clientId, duty: "coach" },
    "team.remove": { memberId: clientId },
    "team.leave": { password: "not-the-password" },
    "studio.close": { name: "Not its name", password: "not-the-password" },
    "clients.archive": { clientId, archived: true },
    "clients.change": { clientId, ...unchanged({ ...HABITS, gymId }) },
    "lifts.read": { clientId, until: "2026-11-24", lineages: ["bench-press"] },
    "lifts.name": { exerciseId: "named:Boat lift", is: "deadlift" },
    "today.show": {},
    "today.decide": {
      id: newId(),
      clientId,
      need: "unreviewed:x",
      what: "done",
      until: null,
      reason: "",
      words: "Reviewed",
      change: null,
    },
    "today.takeBack": { id: newId() },
    "clients.names": {},
    "sessions.send": { sessionId },
    "sessions.before": { sessionId },
    "planned.list": { from: "2026-11-24", to: "2026-12-06", clientId, after: null },
    "planned.move": { sessionId, place: null, seen: "2026-11-24", wanted: "2026-11-24" },
    "planned.next": {},
    "cautions.quiet": { rule: "hole", clientId, reason: "Her aim is a bench press" },
    "sessions.pair": { sessionId, withSessionId: newId() },
    "outbox.list": { after: null, clientId: null },
    "outbox.show": { clientId: null, copyId: newId() },
    "frame.show": {},
    "plans.show": { clientId },
    "plans.create": {
      clientId,
      name: "Winter",
      startDate: "2026-11-30",
      phases: [phase("build", 8)],
      days: [],
      inTurn: null,
    },
    "plans.edit": { planId, revision: 0, edits: [] },
    "plans.openSession": { planId, dayId: "day", week: 0 },
    "plans.keepFromSession": { sessionId },
    "templates.list": { kind: "plan", search: "", after: null },
    "templates.keep": { name: "Kept", of: { kind: "plan", planId } },
    "templates.remove": { templateId: newId() },
    "sessions.recordReason": { sessionId, key: "jump", reason: "A light week before" },
    "clients.setLimits": { clientId, ...unchanged([]) },
    "clients.setPriorities": { clientId, seen: [], wanted: [{ muscle: "chest", priority: "build" }] },
    "exercises.show": { clientId },
    "exercises.save": { seen: null, wanted: OWN_CURL },
    "exercises.hide": { exerciseId: "back-squat", hidden: false },
    "clients.list": { after: null, ...COACHED_CLIENTS },
    "me.show": {},
    "clients.show": { clientId },
    "clients.create": {
      name: "New",
      birthYear: null,
      trainingAge: "novice",
      minutes: 60,
      aims: "",
      limits: "",
      bodyMass: null,
    },
    "clients.weigh": { clientId, date: "2026-11-24", bodyMass: { amount: "81", unit: "kg" } },
    "clients.stateReadiness": { clientId, seen: READY, yes: [] },
    "clients.recordClearance": { clientId, seen: READY, by: "A doctor, for all lifts" },
    "invitations.create": { clientId, email: `${newId()}@test.example`, name: "" },
    "invitations.withdraw": { invitationId: newId() },
    "clients.erase": { clientId },
    "sessions.create": { clientId, title: "" },
    "sessions.find": { search: "a" },
    "sessions.latest": {},
    "sessions.show": { sessionId },
    "sessions.edit": { sessionId, revision: 0, edits: [TITLED], draftText: null },
    "sessions.move": { sessionId, seen: "2026-11-24", wanted: "2026-11-24" },
    "sessions.discard": { sessionId },
    "messages.list": { clientId, sessionId },
    "messages.write": { id: newId(), clientId, sessionId, text: "Stop if the knee says more than 3." },
    "floor.today": {},
    "floor.log": { sessionId },
    "floor.holds": { sessionId },
    "floor.changeLift": { sessionId, slotId: "s", exerciseId: null },
    "floor.readLift": { sessionId, typed: "Bench press" },
    "floor.open": { sessionId },
    "floor.record": { sessionId, events: [null] },
    "review.show": { sessionId },
  };
  return inputs[name];
}

const HABITS = {
  rounding: "nearest" as const,
  unit: "kg" as const,
  days: [],
  goals: [],
  likes: [],
  dislikes: [],
  groups: [],
  coachId: null,
};
const DESCRIBED = {
  ...{ name: "Runa", birthYear: null, trainingAge: "novice" as const, minutes: 60, aims: "", limits: "", notes: "" },
};

export const READY = { date: "2026-11-01", yes: [] };

/** A change that changes nothing. */
const unchanged = <T>(as: T) => ({ seen: as, wanted: as });

/** A coach's own exercise. */
export const TITLED: Edit = { kind: "setSession", field: "title", value: "Heavy day" };

export const OWN_CURL: OwnExercise = {
  id: "own-rail-curl",
  name: "Curl at the boat rail",
  motion: "curl",
  implement: "dumbbell",
  station: null,
  ratio: 0.4,
  setupSeconds: 10,
  fraction: null,
  laterality: "eachSide",
  cableDegrees: null,
  stability: 4,
  learning: 1,
  cues: ["elbow on the rail", "all the way down"],
  shares: [],
  failureSafeAlone: true,
};
