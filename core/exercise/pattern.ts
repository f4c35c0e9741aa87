/** What kind of movement an exercise is. */
export const PATTERNS = [
  "squat",
  "hinge",
  "lunge",
  "horizontal push",
  "vertical push",
  "horizontal pull",
  "vertical pull",
  "elbow flexion",
  "elbow extension",
  "shoulder raise",
  "fly",
  "knee extension",
  "knee flexion",
  "hip extension",
  "hip abduction",
  "hip adduction",
  "calf raise",
  "hip flexion",
  "rear fly",
  "shrug",
  "shoulder turn",
  "wrist",
  "trunk",
  "carry",
] as const;

export type Pattern = (typeof PATTERNS)[number];
