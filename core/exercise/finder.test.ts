/** Names as coaches type them: what is read, what is offered, and what must never be taken for another. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { parseSession, printSession } from "../session";
import { countingIds, read } from "../testing/helpers";
import { judgeNames, readNames } from "../testing/typed-names";
import { SHIPPED_CATALOGUE, SHIPPED_EXERCISES } from "./catalogue";
import { catalogueOf } from "./exercise";
import { findExercise, hasEveryWord, type NameContext, offerExercises, trainedRegions } from "./finder";
import { namedInText } from "./finder-words";
import { otherNamesOf } from "./other-names";
import { placeholderId } from "./placeholder";
import { wordsOf } from "./words";

const find = (typed: string, usual?: ReadonlyMap<string, number>) => findExercise(SHIPPED_CATALOGUE, typed, { usual });
const nameOf = (typed: string) => find(typed)?.exercise.name ?? null;

describe("what coaches type", () => {
  it.each([
    ["working" as const, 300, 0.99],
    ["held-out" as const, 200, 0.99],
    ["machines" as const, 200, 0.97],
  ])("the %s list of names", (list, atLeast, amongOffers) => {
    const { names, read: found, offered, wrong, missed } = judgeNames(readNames(list));
    expect(names).toBeGreaterThanOrEqual(atLeast);
    expect(wrong.length / names, wrong.join("\n")).toBeLessThan(0.01);
    expect(found / names, list === "held-out" ? "" : missed.join("\n")).toBeGreaterThanOrEqual(0.97);
    expect(offered / names).toBeGreaterThanOrEqual(amongOffers);
  });

  it.each([
    ["front squat", "split squat", "squat"],
    ["leg curl", "dumbbell curl", "nordic curl", "wrist curl"],
    ["incline bench press", "incline curl", "incline fly", "incline row"],
    ["romanian deadlift", "deadlift", "stiff leg deadlift", "sumo deadlift"],
    ["leg press", "bench press", "overhead press", "calf press"],
    ["leg extension", "back extension", "hip extension cable", "triceps extension cable overhead"],
    ["lat raise", "lat pulldown", "leg raise", "calf raise"],
    ["cable triceps kickback", "cable glute kickback", "triceps kickback"],
    ["upright row", "barbell row", "rowing machine"],
    ["chest press", "shoulder press", "push press"],
    ["reverse fly", "reverse lunge", "reverse curl", "reverse crunch"],
    ["hammer curl", "reverse curl", "barbell curl", "preacher curl"],
    ["face pull", "pull-up", "high pull"],
    ["hip thrust", "squat thrust", "thruster"],
    ["bench dip", "dip", "bench press", "pike push-up"],
  ])("%s, %s, … are each another lift", (...typed) => {
    const found = typed.map((one) => find(one)?.exercise.id ?? `${one} is not read`);
    expect(new Set(found).size, found.join(", ")).toBe(typed.length);
    expect(found.filter((id) => id.endsWith("not read"))).toEqual([]);
  });

  it("every name finds its own exercise, and no two exercises share one", () => {
    const owners = new Map<string, string>();
    for (const exercise of SHIPPED_EXERCISES) {
      const { id, name } = exercise;
      for (const said of [name, ...otherNamesOf(exercise)]) {
        expect(find(said)?.exercise.id, said).toBe(id);
        const words = wordsOf(said).sort().join(" ");
        expect([undefined, id], `${said} is also ${owners.get(words)}`).toContain(owners.get(words));
        owners.set(words, id);
      }
    }
  });

  it("a word that is many lifts is offered, unless one of them is usual here", () => {
    for (const typed of ["row", "press", "fly", "extension", "curl", "raise"]) expect(find(typed), typed).toBeNull();
    expect(
      offerExercises(SHIPPED_CATALOGUE, "row")
        .map(({ id }) => id)
        .sort(),
    ).toEqual(["barbell-row", "dumbbell-row", "seated-cable-row"]);
    expect(find("row", new Map([["seal-row", 4]]))?.exercise.id).toBe("seal-row");
    expect(
      find(
        "row",
        new Map([
          ["seal-row", 4],
          ["seated-cable-row", 3],
        ]),
      ),
    ).toBeNull();
    expect(offerExercises(SHIPPED_CATALOGUE, "row", { usual: new Map([["seal-row", 4]]) })[0]!.id).toBe("seal-row");
    // What is said in full is read as it is said, whatever is usual.
    expect(find("barbell row", new Map([["seal-row", 40]]))?.exercise.id).toBe("barbell-row");
  });
});

describe("a name that means one lift here and another there", () => {
  const trained = (...names: readonly string[]) => trainedRegions(names.map((name) => find(name)!.exercise));
  const meant = (typed: string, context: NameContext) => {
    const found = findExercise(SHIPPED_CATALOGUE, typed, context);
    return found && [found.exercise.name, found.decidedBy];
  };

  it.each([
    ["cable kickback", "Cable triceps kickback", "Cable glute kickback"],
    ["kickback", "Triceps kickback", null],
    ["banded kickbacks", null, "Band glute kickback"],
    ["machine curl", "Machine preacher curl", null],
    ["machine extension", "Machine triceps extension", null],
    ["extensions", "Overhead cable extension", null],
  ])("%s is decided by what the session trains, else asked", (typed, inArms, inGlutes) => {
    expect(meant(typed, {})).toBeNull();
    const found = (name: string | null) => name && [name, "session"];
    expect(meant(typed, { trained: trained("skull crusher", "hammer curl", "biceps curl") })).toEqual(found(inArms));
    const glutes = trained("hip thrust", "side-lying leg raise");
    expect(meant(typed, { trained: glutes })).toEqual(found(inGlutes));
    const both = trained("hip thrust", "skull crusher", "leg extension");
    if (inArms && inGlutes) expect(meant(typed, { trained: both })).toBeNull();
  });

  it("where the session trains both, or neither, the client's habit decides", () => {
    const usual = new Map([["cable-triceps-kickback", 3]]);
    expect(meant("cable kickback", { usual })).toEqual(["Cable triceps kickback", "habit"]);
    expect(meant("cable kickback", { usual, trained: trained("calf raise") })).toEqual([
      "Cable triceps kickback",
      "habit",
    ]);
    // The session's muscles say more than habit.
    expect(meant("cable kickback", { usual, trained: trained("hip thrust") })).toEqual([
      "Cable glute kickback",
      "session",
    ]);
  });

  it("in a text the lines around it decide, wherever they stand, and that is said", () => {
    const parsed = parseSession("A1 cable kickback 3x12\n\nB1 skull crusher 3x10", SHIPPED_CATALOGUE, countingIds());
    expect(parsed.document.blocks[0]!.slots[0]!.exerciseId).toBe("cable-triceps-kickback");
    expect(parsed.notes).toMatchObject([
      { line: 1, column: 4, length: 14, says: "taken for cable triceps kickback, for what this session trains" },
    ]);
    const alone = parseSession("A1 cable kickback 3x12", SHIPPED_CATALOGUE, countingIds());
    expect(alone.unknown).toMatchObject([{ name: "cable kickback", isMarked: false }]);
  });

  it("offers name what it may mean first", () => {
    const offers = offerExercises(SHIPPED_CATALOGUE, "cable kickback").map(({ name }) => name);
    expect(offers.slice(0, 2).sort()).toEqual(["Cable glute kickback", "Cable triceps kickback"]);
  });

  it.each([
    ["landmine row", "Corner-bar row", true],
    ["landmine row", "Rowing machine", false],
    ["bulg", "Bulgarian split squat", true],
    ["rows cable seated", "Seated cable row", true],
    ["wide lat pulldown", "Lat pull-down", true],
    ["incline dumb", "Incline dumbbell press", true],
    ["incline", "Leg press", true],
    ["bent arm dumbbell fly", "Dumbbell fly", false],
    ["quay hop", "Pogo jump", false],
  ])("%s: %s has every word of it: %s", (typed, name, has) => {
    expect(hasEveryWord(SHIPPED_CATALOGUE, typed, find(name)!.exercise)).toBe(has);
  });

  it("no lift on a bench is one that is done standing", () => {
    expect(nameOf("standing dumbbell fly")).toBeNull();
    expect(nameOf("standing dumbbell curl")).toBe("Dumbbell curl");
  });
});

describe("however it is written", () => {
  const typed = readNames("working").filter(({ wanted }) => wanted.length > 0);
  const one = fc.constantFrom(...typed.map((name) => name.typed));

  it("the order of the words does not matter, nor capitals, hyphens or spaces", () => {
    fc.assert(
      fc.property(one, fc.integer({ min: 0, max: 20 }), (name, turn) => {
        const words = wordsOf(name);
        const turned = [...words.slice(turn % words.length), ...words.slice(0, turn % words.length)];
        expect(nameOf(turned.join(" "))).toBe(nameOf(words.join(" ")));
        expect(nameOf(`  ${name.toUpperCase().replaceAll(" ", "  ")} `)).toBe(nameOf(name));
        expect(nameOf(name.replaceAll(" ", "-"))).toBe(nameOf(name));
      }),
    );
  });

  it("two words written together are two, and a word that is one stays one", () => {
    expect(["legpress", "Frontsquat", "latpulldown", "hipthrust"].map(nameOf)).toEqual(
      ["leg press", "front squat", "lat pulldown", "hip thrust"].map(nameOf),
    );
    expect(nameOf("deadlift")).toBe("Deadlift");
  });

  it("one slip in a long word is put right, and leads nowhere else", () => {
    let [right, elsewhere, all] = [0, 0, 0];
    for (const { typed: name } of typed) {
      const long = /[a-z]{6,}/i.exec(name)?.[0];
      const meant = nameOf(name);
      if (!long || !meant) continue;
      const middle = Math.floor(long.length / 2);
      const [before, at, next] = [long.slice(0, middle), long[middle]!, long[middle + 1]!];
      for (const slip of [
        before + long.slice(middle + 1),
        before + at + at + long.slice(middle + 1),
        before + next + at + long.slice(middle + 2),
        `${before}q${long.slice(middle + 1)}`,
      ]) {
        const found = nameOf(name.replace(long, slip));
        all++;
        if (found === meant) right++;
        else if (found) elsewhere++;
      }
    }
    expect(all).toBeGreaterThan(500);
    expect(right / all).toBeGreaterThan(0.95);
    expect(elsewhere / all).toBeLessThan(0.01);
  });

  it("any text at all is read, offered or left, and never throws", () => {
    fc.assert(
      fc.property(fc.oneof(fc.string({ maxLength: 200 }), fc.string({ unit: "binary", maxLength: 60 })), (text) => {
        const found = find(text);
        if (found) expect(SHIPPED_CATALOGUE.byId.has(found.exercise.id)).toBe(true);
        expect(offerExercises(SHIPPED_CATALOGUE, text).length).toBeLessThanOrEqual(3);
      }),
    );
  });
});

describe("what stands beside the move", () => {
  const lineOf = (typed: string) => printSession(read(typed), SHIPPED_CATALOGUE).replace("A1 ", "");

  it.each([
    ["Wide grip lat pulldown 3x10", "Lat pull-down [grip wide] 3x10"],
    ["incline 45 dumbbell press 4x8 r90", "Incline dumbbell press [bench 45] 4x8 r90"],
    ["45 degree back extension 3x12", "Back extension [angle 45] 3x12"],
    ["1 arm db row 3x10", "Dumbbell row 3x10/side"],
    ["one arm lateral raise 3x12", "Lateral raise 3x12/side"],
    ["alternating hammer curls 3x10", "Hammer curl 3x10/alt"],
    ["paused front squat 3x5", "Front squat [pace paused] 3x5"],
    ["assisted pull ups 3x8 @BW-20kg", "Pull-up [style assisted] 3x8 @BW-20kg"],
    ["Neutral grip dumbbell press [grip wide, bench 30] 3x8", "Dumbbell bench press [grip wide, bench 30] 3x8"],
    ["Push-up 2xF > as incline push ups xF", 'Push-up 2xF > as "Push-up, hands on a low box" xF'],
    ["Back squat 5 ramp", "Back squat 1x5 ramp"],
    ["Back squats 3 sets of 8", "Back squat 3x8"],
  ])("%s", (typed, line) => {
    expect(lineOf(typed)).toBe(line);
    expect(lineOf(line)).toBe(line);
  });

  it("a word that makes no sense of a lift is not taken for its set-up", () => {
    for (const typed of [
      "incline deadlift",
      "wide grip leg curl",
      "rope back squat",
      "cable push-up",
      "chest leg press",
    ])
      expect(nameOf(typed), typed).toBeNull();
  });
});

describe("a studio's own", () => {
  const own = { ...SHIPPED_EXERCISES[0]!, id: "own-1", name: "Boathouse rower", otherNames: ["Oar pull"] };
  const named = { ...SHIPPED_CATALOGUE.byId.get("barbell-row")!, id: placeholderId("Winch turn") };
  const catalogue = {
    ...catalogueOf([...SHIPPED_EXERCISES, own]),
    byId: new Map([...SHIPPED_CATALOGUE.byId, [own.id, own], [named.id, named]]),
  };

  it("exercises are found like the shipped ones; what a placeholder became keeps its name and no other", () => {
    expect(findExercise(catalogue, "oar pulls")?.exercise.id).toBe("own-1");
    expect(findExercise(catalogue, "winch turns")?.exercise.id).toBe(named.id);
    expect(findExercise(catalogue, "barbell row")?.exercise.id).toBe("barbell-row");
    // A name that was made the studio's own is one lift, found and offered once.
    const both = { ...own, id: placeholderId("Boathouse rower") };
    const again = { ...catalogue, byId: new Map([...catalogue.byId, [both.id, both]]) };
    expect(findExercise(again, "boathouse rowers")?.exercise.id).toBe("own-1");
    expect(findExercise(again, "Boathouse rower")?.exercise.id).toBe("own-1");
    expect(offerExercises(again, "boathouse thing").filter(({ name }) => name === "Boathouse rower")).toHaveLength(1);
  });

  it("while it is typed the last word may be a beginning", () => {
    const offers = (typed: string) =>
      offerExercises(SHIPPED_CATALOGUE, typed, { most: 5, isTyping: true }).map(({ name }) => name);
    expect(offers("hamm")).toContain("Hammer curl");
    expect(offers("incline du")).toContain("Incline dumbbell press");
    expect(offers("romanian deadl")[0]).toBe("Romanian deadlift");
  });
});

describe("what a text asks for that names no lift", () => {
  it.each([
    ["chest", ["upperChest", "midChest", "lowerChest"], []],
    ["quads, dumbbells", ["vasti", "rectusFemoris"], ["dumbbells", "dumbbell"]],
    ["cable", [], ["stack"]],
    ["barbell hamstrings", ["hamstrings"], ["barbell"]],
  ] as const)("%j", (text, regions, by) => {
    expect(namedInText(text)).toEqual({ regions, implements: by });
  });
  it.each(["", "chest press", "bench", "cable fly"])("%j names more than that, or nothing", (text) => {
    expect(namedInText(text)).toBeNull();
  });
});
