/** The house rules of a studio. */
import { type Input, isTimeZone, NO_TIME_ZONE, regionOf } from "../../contract";
import type { StudioMethods, Viewer } from "../../views";
import { studioOf } from "../context/studio";
import type { Scope } from "../db";
import * as db from "../db/queries";
import { answerIn, changedElsewhere, defineUseCase, joined, notFound, ok, readIn, refused } from "./kit";

export const showViewer = defineUseCase("viewer.show", ["coach", "client"], (scope) =>
  readIn(scope, async (tx) => {
    const studio = await db.studioRow(tx);
    return studio ? ok(viewerOf(scope, studio)) : notFound;
  }),
);

export const showFrame = defineUseCase("frame.show", ["coach"], (scope) =>
  readIn(scope, async (tx) => {
    const studio = await db.studioRow(tx);
    if (!studio) return notFound;
    const { exercises } = await studioOf(tx);
    return ok({
      viewer: viewerOf(scope, studio),
      clients: await db.clientNames(tx),
      exercises,
    });
  }),
);

function viewerOf(scope: Scope, studio: NonNullable<Awaited<ReturnType<typeof db.studioRow>>>): Viewer {
  const { memberId, role, name } = scope;
  const duty = scope.role === "coach" ? (scope.duty ?? "owner") : "coach";
  return { memberId, role, duty, name, studioName: studio.name, region: regionOf(studio.timeZone, studio.region) };
}

/** How dates, times and weights are written for everybody here; gyms and clients that are there keep their own units. */
export const changeRegion = defineUseCase("studio.changeRegion", ["coach"], (scope, region) =>
  answerIn(scope, async (tx) => {
    if (!isTimeZone(region.timeZone)) return refused("timeZone", NO_TIME_ZONE);
    await db.putRegion(tx, scope.studioId, region);
    return ok({});
  }),
);

type Methods = Input<"studio.changeMethods">["wanted"];
const byMethod = (methods: Methods): StudioMethods =>
  Object.fromEntries(methods.map(({ id, ...figures }) => [id, figures]));

/** A studio's own figures for the shipped methods; a method that is left out is as shipped. */
export const changeMethods = defineUseCase("studio.changeMethods", ["coach"], (scope, { seen, wanted }) =>
  answerIn(scope, async (tx) => {
    const studio = await db.studioRow(tx, true);
    if (!studio) return notFound;
    const change = { seen: byMethod(seen), wanted: byMethod(wanted) };
    const next = joined("the same figures of a method", change, studio.methods);
    if (next.kind !== "ok") return next;
    const spans = Object.values(next.value).flatMap(({ reps, rir, restSeconds }) => [reps, rir, restSeconds]);
    if (spans.some(({ low, high }) => low > high)) return changedElsewhere("the same figures of a method");
    await db.putMethods(tx, scope.studioId, next.value);
    return ok({});
  }),
);

/** What every figure goes by. Settings that are not named stay as they are. */
export const changeSettings = defineUseCase("studio.changeSettings", ["coach"], (scope, settings) =>
  answerIn(scope, async (tx) => {
    await db.mergeSettings(tx, scope.studioId, settings);
    return ok({});
  }),
);
