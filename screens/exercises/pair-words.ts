import type { Pair, PairPoint } from "@/core";

/** What speaks for a pair, or against it. */
const POINT_WORDS: Readonly<Record<PairPoint, string>> = {
  opposing: "opposing actions",
  usual: "usual in gyms",
  alike: "lifts of one size",
  tiresMainLift: "tires what the main lift needs",
  onePlane: "in one plane",
  oneStation: "one station",
  oneImplement: "one implement",
  sameLoad: "the same load, or half of it",
  shortSetUps: "short set-ups",
  lengthsMeet: "one loads it long, the other short",
  sharedGrip: "both ask for the grip",
  sharedBack: "both ask for the lower back",
  twoSkilled: "both take skill",
  twoAxial: "both load the spine",
  twoSpotters: "both need a spotter",
  stationsApart: "two stations apart",
  repsLost: "reps lost",
};

export const CLASS_WORDS: Readonly<Record<Pair["kind"], string>> = {
  antagonist: "opposing pair",
  "stretch and squeeze": "stretch and squeeze",
  "pre-exhaust": "pre-exhaust",
  "post-exhaust": "post-exhaust",
  "mechanical drop": "one set continued with an easier lever",
  "same muscle": "same muscle twice",
  unrelated: "unrelated",
};

/** "For it: opposing actions. Against: two stations apart." */
export function reasonsWords(pair: Pair): string {
  const side = (plus: boolean) =>
    pair.reasons
      .filter((reason) => reason.points > 0 === plus)
      .map((reason) => POINT_WORDS[reason.point])
      .join(", ");
  const forIt = side(true);
  const against = side(false);
  return (
    [forIt && `For it: ${forIt}.`, against && `Against: ${against}.`].filter(Boolean).join(" ") ||
    "Nothing speaks either way."
  );
}
