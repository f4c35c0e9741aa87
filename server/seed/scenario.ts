/** The demo's people and place: a small lakeside boathouse gym. All made up. */
import {
  type ClientLimit,
  DEFAULT_REGION,
  type GymEquipment,
  type MethodId,
  type Muscle,
  type MusclePriority,
  type PhaseKind,
  type ReadinessQuestionId,
  type WeightStack,
  weight,
} from "../../core";

export const DEMO_STUDIO = { name: "Alder Quay Boathouse", region: { ...DEFAULT_REGION, timeZone: "Europe/Oslo" } };
export const DEMO_COACH = { name: "Bodil Hauge", email: "coach@alderquay.example", password: "lakeside-demo" };
export const DEMO_CLIENT_ACCOUNT = { email: "marit@alderquay.example", password: "lakeside-demo" };

const stack = (
  station: string,
  [start, step, max]: readonly [number, number, number],
  more: Partial<WeightStack> = {},
): WeightStack => ({
  station,
  start: weight(start),
  step: weight(step),
  max: weight(max),
  addOns: [],
  pulleyRatio: 1,
  counterbalanceKg: 0,
  help: "resists",
  ...more,
});

/** Awkward on purpose: dumbbells stop at 32, the stacks are coarse, the smallest plates are one pair. */
export const BOATHOUSE_EQUIPMENT: GymEquipment = {
  unit: "kg",
  bars: [
    { name: "20 kg bar", weight: weight(20), shape: "straight bar" },
    { name: "angled bar", weight: weight(8), shape: "angled bar" },
  ],
  plates: [
    { weight: weight(20), pairs: 4 },
    { weight: weight(15), pairs: 2 },
    { weight: weight(10), pairs: 3 },
    { weight: weight(5), pairs: 2 },
    { weight: weight("2.5"), pairs: 2 },
    { weight: weight("1.25"), pairs: 1 },
  ],
  dumbbells: [4, 5, 6, 7, 8, 9, 10, 12, 14, 16, 18, 20, 22, 24, 26, 28, 32].map((kg) => weight(kg)),
  kettlebells: [8, 12, 16, 20, 24].map((kg) => weight(kg)),
  stacks: [
    stack("cable", [5, 5, 75], { addOns: [weight("2.5")] }),
    stack("cross-cable", [5, 5, 60], { addOns: [weight("2.5")], pulleyRatio: 2 }),
    stack("pull-down", [10, 7, 94]),
    stack("cable row", [10, 7, 94]),
    stack("leg curl", [10, 5, 80]),
    stack("leg extension", [10, 5, 90]),
    stack("calf block", [20, 10, 160]),
    stack("assisted pull-up", [5, 5, 60], { help: "assists" }),
  ],
  sleds: [
    { station: "angled sled", weight: weight(45), share: 0.71 },
    { station: "seated calf", weight: weight(10), share: 1 },
  ],
  bands: [
    { name: "red", kg: 15, kgPerMetre: 20 },
    { name: "blue", kg: 25, kgPerMetre: 35 },
  ],
  chains: [{ name: "long", weight: weight(16), lengthCm: 150, leaderCm: 60 }],
  stations: [
    { name: "rack", count: 2 },
    { name: "press bench", count: 1 },
    { name: "bench", count: 3 },
    { name: "cable", count: 1 },
    { name: "bar", count: 2 },
    { name: "dip bars", count: 1 },
  ],
  outOfOrder: [],
};

/** A loft with little in it, over the boat hall. */
export const LOFT_EQUIPMENT: GymEquipment = {
  ...BOATHOUSE_EQUIPMENT,
  bars: [{ name: "15 kg bar", weight: weight(15), shape: "straight bar" }],
  plates: [
    { weight: weight(20), pairs: 1 },
    { weight: weight(10), pairs: 2 },
    { weight: weight(5), pairs: 1 },
    { weight: weight("2.5"), pairs: 1 },
    { weight: weight(45, "lb"), pairs: 1 },
  ],
  dumbbells: [3, 5, 8, 10, 12.5, 15, 17.5, 20, 22.5].map((kg) => weight(kg)),
  kettlebells: [],
  stacks: [],
  sleds: [],
  chains: [],
  stations: [
    { name: "bench", count: 1 },
    { name: "platform", count: 1 },
  ],
};

/** What one client has at home. */
export const HOME_EQUIPMENT: GymEquipment = {
  ...LOFT_EQUIPMENT,
  bars: [],
  plates: [],
  dumbbells: [6, 8, 10].map((kg) => weight(kg)),
  kettlebells: [12, 16].map((kg) => weight(kg)),
  stations: [{ name: "bar", count: 1 }],
};

export interface DemoClient {
  readonly name: string;
  /** When their sessions begin, in UTC. */
  readonly beginsAt: string;
  readonly birthYear: number;
  readonly trainingAge: "novice" | "intermediate" | "advanced";
  readonly minutes: number;
  readonly aims: string;
  readonly limits: string;
  readonly limitList?: readonly Omit<ClientLimit, "id" | "from">[];
  readonly priorities?: Readonly<Partial<Record<Muscle, MusclePriority>>>;
  readonly notes: string;
  readonly bodyMassKg: number;
  readonly massPerWeekKg: number;
  readonly yes: readonly ReadinessQuestionId[];
  readonly clearedBy: string | null;
  readonly rounding: "nearest" | "neverHarder";
  readonly familyKg: Readonly<Record<string, number>>;
  readonly weeklyGainPercent: number;
  readonly adherence: number;
  /** How their curve bends against everyone's, and how quickly they recover; 1 is everyone's. */
  readonly curveShape: number;
  readonly recovery: number;
  /** A maximum tested in the history: the week of it, by exercise. */
  readonly tested?: readonly { readonly week: number; readonly exerciseId: string; readonly kg: number }[];
  /** In which week a load was typed ten times too heavy. */
  readonly slipWeek?: number;
  /** Gets each session on its day, and no sooner. */
  readonly isSentLate?: boolean;
  /** Their plan: the phases in their order, the first of them under way, and what it is for. */
  readonly plan: DemoPlan;
  /** What they wrote to their coach the evening before. */
  readonly message?: string;
  /** Weekday (Monday 0) and the day's session in shorthand; loads are left to progression. */
  readonly days: readonly { readonly weekday: number; readonly text: string; readonly inLoft?: boolean }[];
}

interface DemoPlan {
  readonly name: string;
  readonly phases: readonly {
    readonly kind: PhaseKind;
    readonly name: string;
    readonly weeks: number;
    readonly methodId?: MethodId;
  }[];
  /** By so many weeks from today. */
  readonly goals?: readonly {
    readonly exerciseId: string;
    readonly kg: number;
    readonly reps: number;
    readonly inWeeks: number;
  }[];
  /** A week away, so many weeks from now. */
  readonly awayInWeeks?: number;
  /** Weeks away that have just been: so many until now. */
  readonly awayForWeeks?: number;
}

const whole = (scale: number, more: Record<string, number> = {}): Record<string, number> => ({
  squat: 100 * scale,
  hinge: 125 * scale,
  press: 75 * scale,
  overhead: 48 * scale,
  row: 72 * scale,
  "vertical pull": 88 * scale,
  curl: 36 * scale,
  triceps: 34 * scale,
  "side delt": 12 * scale,
  "rear delt": 30 * scale,
  fly: 30 * scale,
  "knee extension": 70 * scale,
  "knee flexion": 55 * scale,
  "hip extension": 120 * scale,
  "hip abduction": 20 * scale,
  calf: 120 * scale,
  trunk: 50 * scale,
  carry: 40 * scale,
  ...more,
});

export const DEMO_CLIENTS: readonly DemoClient[] = [
  {
    name: "Marit Solhaug",
    beginsAt: "16:20",
    message: "My grip gave out before my back did. Could the chin-ups come first?",
    birthYear: 1990,
    trainingAge: "intermediate",
    minutes: 50,
    aims: "Ten chin-ups in one set by spring; back squat 1.25 × body mass.",
    limits: "",
    notes: "Rows on Wednesdays: no heavy pulling the day after.",
    bodyMassKg: 72.4,
    massPerWeekKg: -0.05,
    yes: [],
    clearedBy: null,
    rounding: "nearest",
    familyKg: whole(0.95, { "vertical pull": 96 }),
    weeklyGainPercent: 0.9,
    adherence: 0.9,
    curveShape: 0.9,
    recovery: 1.0,
    tested: [{ week: 6, exerciseId: "back-squat", kg: 100 }],
    plan: {
      name: "Ten chin-ups",
      phases: [
        { kind: "build", name: "Build", weeks: 10 },
        { kind: "deload", name: "Light week", weeks: 1 },
        { kind: "build", name: "Heavier", weeks: 4 },
        { kind: "test", name: "Test week", weeks: 1 },
      ],
      goals: [
        { exerciseId: "chin-up", kg: 0, reps: 10, inWeeks: 7 },
        { exerciseId: "back-squat", kg: 105, reps: 1, inWeeks: 7 },
      ],
    },
    days: [
      {
        weekday: 0,
        text: "# Squat and push\ncap 50min\nwarm-up 5min easy row; Band pull-apart 2x15\n\nA1 Back squat 4x5 r150 ramp rir2\n\nB1 Bench press 3x6-8 r120 rir2\n\nC1 Dumbbell row 3x8-10 t2-0-1-1 h10\nC2 Seated dumbbell press 3x8-10 t2-0-1-0 r75\n\nD1 Cable press-down 3x10-12 r60 rir1",
      },
      {
        weekday: 3,
        text: "# Hinge and pull\ncap 50min\nwarm-up 5min easy row; Hip circle 2x10\n\nA1 Deadlift 3x5 r180 ramp rir2\n\nB1 Chin-up 4x5 rir2 t2-0-1-1 h8\nB2 Half-kneeling press 4x8 t2-0-1-0 r75\n\nC1 Leg press 3x10-12 r90\n\nD1 Dumbbell curl 3x10-12 r60 rir1",
      },
    ],
  },
  {
    name: "Tobias Renner",
    beginsAt: "11:00",
    birthYear: 1978,
    trainingAge: "intermediate",
    minutes: 60,
    aims: "Keep muscle through a desk-bound year; press without the shoulder answering back.",
    limits: "",
    limitList: [
      {
        what: { kind: "joint", joint: "shoulder" },
        how: "part",
        range: "presses to parallel only",
        side: "right",
        until: null,
        clearedBy: null,
      },
    ],
    notes: "",
    bodyMassKg: 88.1,
    massPerWeekKg: -0.15,
    yes: [],
    clearedBy: null,
    rounding: "nearest",
    familyKg: whole(1.15),
    weeklyGainPercent: 0.5,
    adherence: 0.8,
    curveShape: 1.12,
    recovery: 1.25,
    slipWeek: 5,
    plan: {
      name: "Keep it",
      phases: [
        { kind: "hold", name: "", weeks: 7 },
        { kind: "deload", name: "Light week", weeks: 1 },
        { kind: "hold", name: "", weeks: 2 },
      ],
    },
    days: [
      {
        weekday: 1,
        text: "# Upper\ncap 60min\nwarm-up 5min bike\n\nA1 Dumbbell press, incline 4x8-10 rir2 r120\n\nB1 Seated cable row 4x8-10 rir2 h12\nB2 Push-up 4x12 r90\n\nC1 Lateral raise 3x12-15 rir1 r60\n\nD1 Dumbbell curl 3x10-12 h10\nD2 Overhead cable extension 3x10-12 r60",
      },
      {
        weekday: 4,
        text: "# Lower\ncap 60min\nwarm-up 6min bike\n\nA1 Front squat 4x6 r150 ramp rir2\n\nB1 Straight-leg hinge 3x8 r120 rir2\n\nC1 Leg extension 3x12-15 h10\nC2 Seated leg curl 3x10-12 r75\n\nD1 Standing calf raise 4x10-12 r60",
      },
    ],
  },
  {
    name: "Ines Calder",
    beginsAt: "06:30",
    birthYear: 1996,
    trainingAge: "advanced",
    minutes: 75,
    aims: "Bench press 90 kg by March; keep squat and deadlift moving.",
    limits: "",
    notes: "Answers best to three heavy exposures a week.",
    bodyMassKg: 66.8,
    massPerWeekKg: 0.05,
    yes: [],
    clearedBy: null,
    rounding: "nearest",
    familyKg: whole(1.25, { press: 88, squat: 128, hinge: 150 }),
    weeklyGainPercent: 0.35,
    adherence: 0.92,
    curveShape: 1.2,
    recovery: 0.9,
    tested: [{ week: 4, exerciseId: "bench-press", kg: 87.5 }],
    plan: {
      name: "Bench press 90",
      phases: [
        { kind: "build", name: "Volume", weeks: 10 },
        { kind: "deload", name: "", weeks: 1 },
        { kind: "heavier", name: "Heavy", weeks: 3, methodId: "heavyStraightSets" },
        { kind: "peak", name: "", weeks: 1 },
        { kind: "test", name: "", weeks: 1 },
      ],
      goals: [{ exerciseId: "bench-press", kg: 90, reps: 1, inWeeks: 7 }],
    },
    days: [
      {
        weekday: 0,
        text: "# Heavy press\ncap 75min\nwarm-up 8min row\n\nA1 Bench press 5x3 r180 ramp rir2\n\nB1 Barbell row 4x6-8 rir2 r120\n\nC1 Dumbbell press, flat 3x8-10 r90\n\nD1 Lying extension 3x8-10 h10\nD2 Barbell curl 3x8-10 r75",
      },
      {
        weekday: 2,
        text: "# Squat\ncap 75min\nwarm-up 8min row\n\nA1 Back squat 5x4 r180 ramp rir2\n\nB1 Straight-leg hinge 3x6-8 r120 rir2\n\nC1 Rear-foot-raised split squat 3x8-10/side r75",
      },
      {
        weekday: 4,
        text: "# Volume press and pull\ncap 75min\nwarm-up 8min row\n\nA1 Overhead press 4x5 r150 ramp rir2\n\nB1 Chin-up 4x6-8 rir2 h10\nB2 Parallel bar dip 4x6-8 r120\n\nC1 Face pull 3x12-15 h10\nC2 Lateral raise 3x12-15 r60",
      },
    ],
  },
  {
    name: "Palle Brandt",
    beginsAt: "17:10",
    birthYear: 1961,
    trainingAge: "novice",
    minutes: 45,
    aims: "Carry the boat without thinking about it; strong knees.",
    limits: "",
    limitList: [
      {
        what: { kind: "pattern", pattern: "lunge" },
        how: "part",
        range: "no deeper than a chair",
        side: "left",
        until: null,
        clearedBy: null,
      },
    ],
    notes: "Takes a tablet for blood pressure; cleared in September.",
    bodyMassKg: 81.3,
    massPerWeekKg: -0.1,
    yes: ["medicine"],
    clearedBy: "Own doctor, strength training with longer rests",
    rounding: "neverHarder",
    familyKg: whole(0.62),
    weeklyGainPercent: 1.6,
    adherence: 0.92,
    curveShape: 1.0,
    recovery: 1.4,
    plan: {
      name: "Strong knees",
      phases: [
        { kind: "build", name: "First steps", weeks: 8 },
        { kind: "comeback", name: "", weeks: 1 },
        { kind: "build", name: "More of it", weeks: 5 },
        { kind: "deload", name: "", weeks: 1 },
        { kind: "build", name: "", weeks: 2 },
      ],
      awayForWeeks: 2,
      awayInWeeks: 5,
    },
    days: [
      {
        weekday: 1,
        text: "# Whole body\ncap 45min\nwarm-up 8min bike\n\nA1 Goblet squat 3x8-10 rir3 r120\n\nB1 Dumbbell press, flat 3x8-10 rir3 r120\n\nC1 Seated cable row 3x10-12 rir3 r90\n\nD1 Front plank 3x30s r45",
      },
      {
        weekday: 6,
        text: "# Whole body, hinge\ncap 45min\nwarm-up 8min bike\n\nA1 Hip hinge, pair of dumbbells 3x8-10 rir3 r120\n\nB1 Pull-down, wide 3x8-10 rir3 r90\n\nC1 Step-up 2x8-10/side rir3 r90\n\nD1 Two-hand carry 3x30s @22kg r75",
      },
    ],
  },
  {
    name: "Noor Castellan",
    beginsAt: "15:05",
    isSentLate: true,
    birthYear: 2001,
    trainingAge: "intermediate",
    minutes: 60,
    aims: "Shoulders and upper back; two to three kilos of muscle this year.",
    limits: "",
    notes: "Likes supersets; hold her back on failure.",
    priorities: { delts: "build", back: "build" },
    bodyMassKg: 61.2,
    massPerWeekKg: 0.12,
    yes: [],
    clearedBy: null,
    rounding: "nearest",
    familyKg: whole(0.78),
    weeklyGainPercent: 1.1,
    adherence: 0.94,
    curveShape: 0.82,
    recovery: 0.75,
    plan: {
      name: "Shoulders and back",
      phases: [
        { kind: "build", name: "Build", weeks: 5 },
        { kind: "deload", name: "", weeks: 1 },
        { kind: "build", name: "More sets", weeks: 6, methodId: "hypertrophyRanges" },
        { kind: "deload", name: "", weeks: 1 },
        { kind: "build", name: "", weeks: 3 },
      ],
      goals: [{ exerciseId: "seated-dumbbell-shoulder-press", kg: 20, reps: 8, inWeeks: 6 }],
    },
    days: [
      {
        weekday: 0,
        text: "# Shoulders and back\ncap 60min\nwarm-up 5min row; Band pull-apart 2x20\n\nA1 Seated dumbbell press 4x8-10 rir2 r105\n\nB1 Pull-down, wide 4x8-12 rir2 h10\nB2 Lateral raise 4x12-15 r75\n\nC1 Face pull 3x12-15 rir1 r60\n\nD1 Incline curl 3x8-12 h10\nD2 Cable press-down 3x10-12 r60",
      },
      {
        weekday: 2,
        text: "# Legs\ncap 60min\nwarm-up 5min bike\n\nA1 Back squat 4x6-8 rir2 r150 ramp\n\nB1 Hip thrust 3x8-10 rir2 r120\n\nC1 Leg extension 3x12-15 h10\nC2 Seated leg curl 3x10-12 r75",
      },
      {
        weekday: 4,
        inLoft: true,
        text: "# Back and arms\ncap 60min\nwarm-up 5min row\n\nA1 Barbell row 4x8-10 rir2 r105\n\nB1 Dumbbell press, incline 3x8-12 rir2 r90\n\nC1 Bent-over rear fly 3x12-15 h8\nC2 Lean-away raise 3x10-12/side r60",
      },
    ],
  },
  {
    name: "Greta Alm",
    beginsAt: "09:00",
    birthYear: 1986,
    trainingAge: "novice",
    minutes: 40,
    aims: "First strict push-up from the floor; sleep better.",
    limits: "",
    notes: "Eleven years without training before September.",
    bodyMassKg: 76.9,
    massPerWeekKg: -0.2,
    yes: ["inactive"],
    clearedBy: null,
    rounding: "neverHarder",
    familyKg: whole(0.52, { press: 54 }),
    weeklyGainPercent: 1.8,
    adherence: 0.58,
    curveShape: 1.0,
    recovery: 1.1,
    plan: {
      name: "First autumn",
      phases: [
        { kind: "build", name: "Learn and build", weeks: 12 },
        { kind: "deload", name: "", weeks: 1 },
        { kind: "build", name: "Build on", weeks: 3 },
      ],
    },
    days: [
      {
        weekday: 2,
        text: "# Whole body\ncap 40min\nwarm-up 6min bike\n\nA1 Goblet squat 3x8-10 rir3 r90\n\nB1 Push-up from the knees 3x6-10 rir2 h15\nB2 Dumbbell row 3x8-10 rir2 r90\n\nC1 Hip thrust 2x10-12 rir3 r90",
      },
      {
        weekday: 5,
        text: "# Whole body, press and pull\ncap 40min\nwarm-up 6min bike\n\nA1 Leg press 3x10-12 rir3 r90\n\nB1 Pull-down, wide 3x10-12 rir2 r90\n\nC1 Seated dumbbell press 3x8-10 rir3 r75\n\nD1 Side plank 2x25s/side r30",
      },
    ],
  },
];
