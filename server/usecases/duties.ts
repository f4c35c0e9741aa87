/** What each duty of a coach may ask for: the owner everything, a coach all but the team, an assistant what the floor needs. */
import type { ApiName } from "../../contract";
import type { Duty } from "../../views";

/** The use cases that an assistant may run: reading, running sessions on the floor, messages and weighing. */
const ASSISTANT_MAY: ReadonlySet<ApiName> = new Set<ApiName>([
  "viewer.show",
  "frame.show",
  "account.show",
  "account.changePassword",
  "account.endDevices",
  "team.leave",
  "clients.names",
  "clients.list",
  "clients.show",
  "clients.weigh",
  "lifts.read",
  "today.show",
  "planned.list",
  "planned.next",
  "plans.show",
  // A session is made from its plan when it is opened to be trained; the plan stays as it is.
  "plans.openSession",
  "sessions.create",
  "sessions.before",
  "sessions.show",
  "sessions.find",
  "sessions.latest",
  "weeks.show",
  "exercises.show",
  "calendar.show",
  "calendar.make",
  "calendar.remove",
  "messages.list",
  "messages.write",
  "floor.today",
  "floor.open",
  "floor.holds",
  "floor.changeLift",
  "floor.log",
  "floor.readLift",
  "floor.record",
  "review.show",
]);

/** Who coaches here, and which programs come in, is the owner's to say. */
const OWNER_ONLY: ReadonlySet<ApiName> = new Set<ApiName>([
  "team.setDuty",
  "team.remove",
  "studio.close",
  "tokens.add",
  "tokens.remove",
  "hooks.add",
  "hooks.remove",
  "archive.studio",
  "archive.add",
  "archive.finish",
]);

/** Why a duty may not ask for something; null: it may. */
export function dutyRefusal(duty: Duty, name: ApiName): string | null {
  if (duty === "assistant" && !ASSISTANT_MAY.has(name))
    return "Assistants see the day and run the floor. Ask a coach to change this.";
  if (duty !== "owner" && OWNER_ONLY.has(name)) return "That is the owner's to say.";
  return null;
}
