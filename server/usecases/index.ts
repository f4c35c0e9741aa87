/** The registry of use cases: the only things a person can ask of the server. */
import { type ApiName, checkSteps, INPUTS, type Input, type Output, runYielding, type Schema } from "../../contract";
import { serverNowMs } from "../clock";
import { readInStudio, type Scope } from "../db";
import * as db from "../db/queries";
import { runInWorker } from "../workers";
import * as account from "./account";
import * as archive from "./archive";
import * as calendar from "./calendar";
import * as cautions from "./cautions";
import * as clients from "./clients";
import { dutyRefusal } from "./duties";
import * as exercises from "./exercises";
import * as floor from "./floor";
import * as gyms from "./gyms";
import * as holds from "./holds";
import * as hooks from "./hooks";
import * as imports from "./imports";
import * as invitations from "./invitations";
import { type Clock, type Outcome, refused, type UseCase } from "./kit";
import * as lifts from "./lifts";
import * as messages from "./messages";
import * as personalData from "./personal-data";
import * as planned from "./planned";
import * as plans from "./plans";
import * as review from "./review";
import * as sending from "./sending";
import * as sessionLinks from "./session-links";
import * as sessions from "./sessions";
import * as studio from "./studio";
import * as team from "./team";
import * as templates from "./templates";
import * as today from "./today";
import * as tokens from "./tokens";
import * as weeks from "./weeks";

/** Each line of the contract has its use case. */
export const USE_CASES: { readonly [K in ApiName]: UseCase<K> } = {
  "viewer.show": studio.showViewer,
  "frame.show": studio.showFrame,
  "account.show": account.showAccount,
  "account.changePassword": account.changePassword,
  "account.endDevices": account.endDevices,
  "studio.changeRegion": studio.changeRegion,
  "studio.changeSettings": studio.changeSettings,
  "studio.changeMethods": studio.changeMethods,
  "gyms.show": gyms.showGym,
  "gyms.coming": gyms.comingInGym,
  "gyms.try": gyms.tryGym,
  "gyms.save": gyms.saveGym,
  "gyms.create": gyms.createGym,
  "gyms.makeDefault": gyms.makeDefaultGym,
  "gyms.remove": gyms.removeGym,
  "lifts.read": lifts.readLifts,
  "lifts.mark": lifts.markLift,
  "lifts.unmark": lifts.unmarkLift,
  "lifts.name": lifts.nameLift,
  "today.show": today.showToday,
  "today.decide": today.decide,
  "today.takeBack": today.takeDecisionBack,
  "clients.names": clients.nameClients,
  "clients.list": clients.listClients,
  "clients.show": clients.showClient,
  "me.show": clients.showMe,
  "clients.create": clients.createClient,
  "clients.describe": clients.describeClient,
  "clients.change": clients.changeClient,
  "clients.setUnit": clients.setUnit,
  "me.setTimeZone": clients.setTimeZone,
  "me.export": personalData.exportMe,
  "clients.archive": clients.archiveClient,
  "clients.setLimits": clients.setLimits,
  "clients.setPriorities": clients.setPriorities,
  "clients.weigh": clients.weighClient,
  "clients.stateReadiness": clients.stateReadiness,
  "clients.recordClearance": clients.recordClearance,
  "invitations.create": invitations.invite,
  "invitations.withdraw": invitations.withdrawInvitation,
  "clients.erase": clients.eraseClient,
  "sessions.create": sessions.createSession,
  "sessions.find": sessions.findSessions,
  "sessions.latest": sessions.latestSession,
  "planned.list": planned.listPlanned,
  "planned.move": planned.movePlanned,
  "planned.next": planned.nextPlanned,
  "sessions.before": sessions.sessionsBefore,
  "cautions.quiet": cautions.quietCaution,
  "sessions.show": sessions.showSession,
  "sessions.edit": sessions.editSession,
  "sessions.recordReason": sessions.recordReason,
  "sessions.move": sessions.moveSession,
  "sessions.discard": sessions.discardSession,
  "sessions.send": sending.sendSession,
  "sessions.link": sessionLinks.linkSession,
  "sessions.unlink": sessionLinks.unlinkSession,
  "sessions.pair": sessions.pairSessions,
  "team.setDuty": team.setDuty,
  "team.remove": team.removeCoach,
  "team.leave": team.leaveStudio,
  "studio.close": team.closeStudio,
  "outbox.list": sending.listSent,
  "outbox.show": sending.showOutbox,
  "plans.show": plans.showPlans,
  "plans.create": plans.createPlan,
  "plans.edit": plans.editPlan,
  "plans.openSession": plans.openPlanSession,
  "plans.keepFromSession": plans.keepFromSession,
  "weeks.next": weeks.nextWeek,
  "weeks.show": weeks.showWeeks,
  "imports.begin": imports.beginImport,
  "imports.add": imports.addToImport,
  "imports.finish": imports.finishImport,
  "imports.undo": imports.undoImport,
  "imports.list": imports.listImports,
  "imports.unread": imports.listUnread,
  "calendar.show": calendar.showCalendar,
  "calendar.make": calendar.makeCalendar,
  "calendar.remove": calendar.removeCalendar,
  "archive.look": archive.lookAtStudio,
  "archive.studio": archive.takeStudio,
  "archive.add": archive.addRows,
  "archive.finish": archive.finishArchive,
  "hooks.list": hooks.listHooks,
  "hooks.add": hooks.addHook,
  "hooks.remove": hooks.removeHook,
  "tokens.list": tokens.listTokens,
  "tokens.add": tokens.addToken,
  "tokens.remove": tokens.removeToken,
  "templates.list": templates.listTemplates,
  "templates.keep": templates.keepTemplate,
  "templates.remove": templates.removeTemplate,
  "exercises.show": exercises.showExercises,
  "exercises.save": exercises.saveExercise,
  "exercises.hide": exercises.hideExercise,
  "messages.list": messages.listMessages,
  "messages.write": messages.writeMessage,
  "floor.today": floor.listToday,
  "floor.open": floor.openFloor,
  "floor.holds": holds.listHolds,
  "floor.changeLift": holds.changeHeldLift,
  "floor.log": floor.readFloorLog,
  "floor.readLift": floor.readFloorLift,
  "floor.record": floor.recordEvents,
  "review.show": review.reviewSession,
};

/** In a studio with more clients than this, use cases that are about all of them run in a worker thread, so that other requests do not wait. */
const MANY_CLIENTS = 40;

const coachesMany = (scope: Scope): Promise<boolean> =>
  readInStudio(scope, (tx) => db.hasMoreClients(tx, MANY_CLIENTS));

/** Authorises, checks and runs one use case. What a role may not do does not exist for it. */
export async function executeUseCase<K extends ApiName>(
  scope: Scope,
  name: K,
  input: Input<K>,
  clock: Clock = { nowMs: serverNowMs() },
): Promise<Outcome<Output<K>>> {
  const found = USE_CASES[name];
  if (!found.roles.includes(scope.role)) return { kind: "notFound" };
  const refusal = scope.role === "coach" ? dutyRefusal(scope.duty ?? "owner", name) : null;
  if (refusal) return refused("duty", refusal);
  const checked = await runYielding(checkSteps(INPUTS[name] as unknown as Schema<Input<K>>, input));
  if (!checked.ok) return { kind: "refused", problems: checked.problems };
  if (found.where === "inWorker" || (found.where === "inWorkerOfMany" && (await coachesMany(scope))))
    return runInWorker({ scope, name, input: checked.value, nowMs: clock.nowMs });
  return found.run(scope, checked.value, clock);
}

/** A use case asked for by a name from outside, with an input from outside. */
export async function executeUseCaseByName(scope: Scope, name: string, input: unknown): Promise<Outcome<unknown>> {
  if (!Object.hasOwn(USE_CASES, name)) return { kind: "notFound" };
  return executeUseCase(scope, name as "viewer.show", input as Input<"viewer.show">);
}

export type { Clock, Outcome } from "./kit";
