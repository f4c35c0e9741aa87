/**
 * The words of an exercise's name, as coaches write them: short forms, plurals, joined and parted spellings come down to one
 * word each, so that two ways of writing a name are the same words. Pure; used on what is typed and on the names themselves.
 */
import { entryAt } from "../lists";

/** Words that say nothing about the move. */
const FILLERS = new Set(
  "the a an with on to of in at from for and using your by grip degree deg style exercise variation movement regular normal standard".split(
    " ",
  ),
);

/** Plurals, and slips of them, that no rule makes. */
const SINGULARS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    flies: "fly",
    flyes: "fly",
    flys: "fly",
    flye: "fly",
    flie: "fly",
    calves: "calf",
    feet: "foot",
    hypers: "hyperextension",
    hyper: "hyperextension",
    hammies: "hamstring",
    ups: "up",
    abs: "ab",
    dbs: "db",
    kbs: "kb",
    pres: "press",
  }),
);

/** Several words that are one, longest first when read; each is written as it stands after plurals are taken off. */
const JOINED: ReadonlyMap<string, string> = new Map(
  Object.entries({
    "low to high": "lowtohigh",
    "high to low": "hightolow",
    "toe to bar": "toestobar",
    "pull down": "pulldown",
    "push down": "pressdown",
    "press down": "pressdown",
    "pull up": "pullup",
    "push up": "pushup",
    "press up": "pushup",
    "chin up": "chinup",
    "sit up": "situp",
    "step up": "stepup",
    "step down": "stepdown",
    "get up": "getup",
    "muscle up": "muscleup",
    "roll out": "rollout",
    "fall out": "fallout",
    "kick back": "kickback",
    "dead lift": "deadlift",
    "dead bug": "deadbug",
    "bird dog": "birddog",
    "dead hang": "deadhang",
    "dead stop": "deadstop",
    "pull over": "pullover",
    "pull through": "pullthrough",
    "pull apart": "pullapart",
    "press out": "pressout",
    "push out": "pressout",
    "skull crusher": "skullcrusher",
    "good morning": "goodmorning",
    "cross over": "crossover",
    "face pull": "facepull",
    "wood chop": "chop",
    "wood chopper": "chop",
    "hand stand": "handstand",
    "trap bar": "trapbar",
    "hex bar": "trapbar",
    "t bar": "tbar",
    "v bar": "vbar",
    "v grip": "vbar",
    "v handle": "vbar",
    "straight bar": "straightbar",
    "safety bar": "safetybar",
    "stability ball": "ball",
    "exercise ball": "ball",
    "swiss ball": "ball",
    "gym ball": "ball",
    "medicine ball": "ball",
    "med ball": "ball",
    "resistance band": "band",
    "loop band": "band",
    "one arm": "onearm",
    "single arm": "onearm",
    "1 arm": "onearm",
    "one armed": "onearm",
    "one hand": "onearm",
    "single hand": "onearm",
    "one handed": "onearm",
    "one leg": "oneleg",
    "single leg": "oneleg",
    "1 leg": "oneleg",
    "one legged": "oneleg",
    "single legged": "oneleg",
    "two arm": "twoarm",
    "two hand": "twoarm",
    "double arm": "twoarm",
    "close grip": "narrow",
    "narrow grip": "narrow",
    "reverse grip": "underhand",
    "hammer grip": "neutral",
    "parallel grip": "neutral",
    "palm in": "neutral",
    "palm facing": "neutral",
    "palm up": "underhand",
    "palm down": "overhand",
    "bent over": "bent",
    "chest supported": "chestsupported",
    "chest support": "chestsupported",
    "straight arm": "straightarm",
    "stiff arm": "straightarm",
    "straight leg": "stiffleg",
    "stiff leg": "stiffleg",
    "stiff legged": "stiffleg",
    "half kneeling": "halfkneeling",
    "tall kneeling": "kneeling",
    "wide stance": "stancewide",
    "narrow stance": "stancenarrow",
    "close stance": "stancenarrow",
    "foot high": "feethigh",
    "high foot": "feethigh",
    "foot low": "feetlow",
    "low foot": "feetlow",
    "foot wide": "stancewide",
    "foot narrow": "stancenarrow",
    "high bar": "barhigh",
    "low bar": "barlow",
    "plate loaded": "lever",
    "suspension strap": "strap",
    "suspension trainer": "strap",
    "gymnastic ring": "ring",
    "lat raise": "lateral raise",
    "lat lunge": "lateral lunge",
    "body weight": "bodyweight",
    "heel elevated": "heelraised",
    "heel raised": "heelraised",
    "b stance": "bstance",
    "over head": "overhead",
    "guided bar": "guidedbar",
    "clam shell": "clamshell",
    "cable station": "cable",
    "corner bar": "cornerbar",
    "land mine": "cornerbar",
    "angled bar": "angledbar",
    "ez bar": "angledbar",
    "e z bar": "angledbar",
    "curl bar": "angledbar",
    "cambered bar": "angledbar",
    "preacher bench": "preacher",
    "sloped rest": "preacher",
    "pec dec": "pec deck",
    "carrying frame": "trapbar",
    "bent arm": "bentarm",
    "ab wheel": "abwheel",
    "ab roller": "abwheel",
    "cross body": "crossbody",
  }),
);

/** Short forms and other words for the same. */
const SAME: ReadonlyMap<string, string> = new Map(
  Object.entries({
    db: "dumbbell",
    bb: "barbell",
    kb: "kettlebell",
    bw: "bodyweight",
    dl: "deadlift",
    dead: "deadlift",
    rdl: "romanian deadlift",
    sldl: "stiffleg deadlift",
    ohp: "overhead press",
    bp: "bench press",
    cgbp: "narrow bench press",
    bss: "bulgarian split squat",
    ghr: "glute hamstring raise",
    landmine: "cornerbar",
    ez: "angledbar",
    ezbar: "angledbar",
    pecdeck: "pec deck",
    tricep: "triceps",
    tri: "triceps",
    bicep: "biceps",
    bi: "biceps",
    ham: "hamstring",
    hammy: "hamstring",
    quadricep: "quad",
    deltoid: "delt",
    pectoral: "pec",
    abdominal: "ab",
    abductor: "abduction",
    adductor: "adduction",
    ext: "extension",
    assist: "assisted",
    alt: "alternating",
    alternate: "alternating",
    alternated: "alternating",
    inc: "incline",
    inclined: "incline",
    dec: "decline",
    declined: "decline",
    sa: "onearm",
    sl: "oneleg",
    unilateral: "oneside",
    pushdown: "pressdown",
    pressup: "pushup",
    chin: "chinup",
    tib: "tibialis",
    banded: "band",
    elevated: "raised",
    legged: "leg",
    armed: "arm",
    close: "narrow",
    supinated: "underhand",
    supinating: "underhand",
    pronated: "overhand",
    paused: "pause",
    plateloaded: "lever",
    woodchop: "chop",
    woodchopper: "chop",
    chopper: "chop",
    bentover: "bent",
    windshield: "windscreen",
    wheel: "abwheel",
    roller: "abwheel",
    plyometric: "explosive",
    oh: "overhead",
    kickstand: "bstance",
    staggered: "bstance",
    suspension: "strap",
  }),
);

function singular(word: string): string {
  const known = SINGULARS.get(word);
  if (known) return known;
  if (word.length < 4 || !word.endsWith("s") || word.endsWith("ss")) return word;
  if (/(ss|sh|ch|x)es$/.test(word)) return word.slice(0, -2);
  if (/[^aeiou]ies$/.test(word) && word.length > 4) return `${word.slice(0, -3)}y`;
  return word.slice(0, -1);
}

const LONGEST = Math.max(...[...JOINED.keys()].map((phrase) => phrase.split(" ").length));

/** The parts of a text as they are written, plurals taken off; joined words are still apart. */
export function partsOf(text: string): string[] {
  const plain = text
    .toLowerCase()
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .replace(/['’]s\b/g, "")
    .replace(/['’]/g, "")
    .replace(/[^a-z0-9]+/g, " ")
    .trim();
  return plain === "" ? [] : plain.split(" ").map(singular);
}

/** The words that parts make, each once, in order; empty where nothing but fillers stands. */
export function joinParts(parts: readonly string[]): string[] {
  const found: string[] = [];
  for (let i = 0; i < parts.length; ) {
    let taken = 0;
    for (let count = Math.min(LONGEST, parts.length - i); count > 1 && taken === 0; count--) {
      const joined = JOINED.get(parts.slice(i, i + count).join(" "));
      if (!joined) continue;
      found.push(...joined.split(" "));
      taken = count;
    }
    if (taken === 0) {
      const part = entryAt(parts, i);
      if (!FILLERS.has(part)) found.push(...(SAME.get(part) ?? part).split(" "));
      taken = 1;
    }
    i += taken;
  }
  return [...new Set(found)];
}

/** The words of a text: `joinParts(partsOf(text))`. */
export const wordsOf = (text: string): string[] => joinParts(partsOf(text));

/** The parts that stand for something here: beside those of the names, a slip of the finger is put right toward them. */
export const KNOWN_PARTS: ReadonlySet<string> = new Set([
  ...[...JOINED.keys(), ...JOINED.values(), ...SAME.keys(), ...SAME.values()].flatMap((words) => words.split(" ")),
  ...FILLERS,
]);
