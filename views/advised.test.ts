/** What is said of sessions against what a good coach would want said of them. */
import { describe, expect, it } from "vitest";
import { isPlaceholder } from "../core";
import { read } from "../core/testing/helpers";
import { ADVISED_SESSIONS, type AdvisedSession, adviceScore, labelsOf } from "./testing/advised-sessions";

describe("advice that is trusted", () => {
  it.each(ADVISED_SESSIONS.map((one) => [one.name, one] as [string, AdvisedSession]))("%s", (_name, one) => {
    const slots = read(one.text).blocks.flatMap((block) => block.slots);
    expect(slots.filter(({ exerciseId }) => isPlaceholder(exerciseId))).toEqual([]);
    expect(labelsOf(one)).toEqual(expect.arrayContaining([...one.wanted]));
  });

  it("nearly all that is said is wanted or of use, and no two lines say one thing", () => {
    const { said, noise, twice } = adviceScore(ADVISED_SESSIONS);
    expect(noise.length / said).toBeLessThanOrEqual(0.2);
    expect(twice).toEqual([]);
  });
});
