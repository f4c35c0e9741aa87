/** Sessions of six coaches, each in their own way of writing: every line reads, as the structure that was meant. */
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../../exercise";
import { DEFAULT_SETTINGS } from "../../settings";
import { countingIds } from "../../testing/helpers";
import { allBlocks } from "../grammar";
import { nameBlock } from "../names";
import { parseSession } from "./parse";
import { printSession } from "./print";

const COACHES: readonly (readonly [coach: string, text: string, structures: readonly string[]])[] = [
  [
    "straight sets, written short",
    `# Lower, heavy
cap 60min
warm-up 5min bike; Leg swing 2x10
squats 5x5 @80% r180 ramp
RDLs 4x6-8 @RIR2 r120
BSS 3x10 each leg r90
Lying hamstring curls 3x12 rir1 r60
calf raises 4x15 r45
planks 3x45s r30`,
    ["straight sets", "straight sets", "straight sets", "straight sets", "straight sets", "timed sets"],
  ],
  [
    "letters and numbers, paired",
    `# Upper
A1) Bench press 4 sets x 6 80kg tempo 3-1-1-0 h10
A2) Seated cable row 4 sets x 8 rest 1:30

B1. Incline DB press 3x8-10 @RIR2 h8
B2. Lat pulldown wide grip 3x10-12 r75

C1 lat raises 15,15,15 h8
C2 tricep rope pushdowns 3x12 h8
C3 hammer curls 3x12 r60 last: > -20%x8`,
    ["superset, opposing", "superset", "tri-set, drop"],
  ],
  [
    "pyramids and drops",
    `Barbell bench press 12/10/8/6 @60,70,80,90kg r120
one arm DB row 12,10,8 r60
cable crossovers 3x12 r45 last: > -20%xF > -20%xF
skullcrushers 3x10 rir1 r60 last 2: > -25%x8
preacher curls 10,8,6 r75`,
    ["rising pyramid", "rising pyramid", "straight sets, drop", "straight sets, drop", "rising pyramid"],
  ],
  [
    "against the clock",
    `# Thirty minutes
cap 30min
A: circuit, within 10min
A1 goblet squats 1x12
A2 pushups 1x10
A3 inverted rows 1x10

B: within 8min
B1 KB swings 1x15
B2 mountain climbers 1x30s

C: finisher
C1 rower 1x3min`,
    ["circuit, within a time", "superset, within a time", "timed sets"],
  ],
  [
    "bodyweight and help",
    `A1 Pull-ups 5x5 @BW+10kg r150
B1 push ups 60total/20s
C1 assisted dips 3x8 @BW-20kg r90
D1 hanging knee raises 3x12 h8
D2 hollow body hold 3x30s r60
E1 wall sits 2xhold 40s middle r45`,
    ["straight sets", "rep goal", "straight sets", "superset", "timed sets"],
  ],
  [
    "percent and effort",
    `Deadlift 5x3 @85% @RPE8 r4min ramp
Pause bench press 4x4 @75-80% r150
Front squats 3x5 80kg rest 2:30
T-bar row 4x8 @8RPE r90
face pulls 3x15 @RIR2 r45
suitcase carries 3x40m each side @24kg r60`,
    ["straight sets", "straight sets", "straight sets", "straight sets", "straight sets", "straight sets"],
  ],
];

describe("a session as a coach writes it", () => {
  it.each(COACHES)("%s", (_coach, text, structures) => {
    const { document, errors, unknown } = parseSession(text, SHIPPED_CATALOGUE, countingIds());
    expect(errors).toEqual([]);
    expect(unknown).toEqual([]);
    const found = allBlocks(document).map((block) => {
      const { name, traits } = nameBlock(block, SHIPPED_CATALOGUE, DEFAULT_SETTINGS);
      return [name, ...traits].join(", ");
    });
    expect(found).toHaveLength(structures.length);
    for (const [place, structure] of structures.entries()) expect(found[place], `${place}`).toContain(structure);
    const printed = printSession(document, SHIPPED_CATALOGUE);
    const again = parseSession(printed, SHIPPED_CATALOGUE, countingIds());
    expect(again.errors).toEqual([]);
    expect(printSession(again.document, SHIPPED_CATALOGUE)).toBe(printed);
  });
});
