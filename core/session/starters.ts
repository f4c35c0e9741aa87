/** Our own sessions and blocks to start from: one for each structure, in the shorthand, for anybody's loads. */

interface Starter {
  readonly id: string;
  readonly kind: "session" | "block";
  readonly name: string;
  readonly about: string;
  readonly text: string;
}

export const STARTERS: readonly Starter[] = [
  {
    id: "whole-body",
    kind: "session",
    name: "Whole body in an hour",
    about: "a heavy lift, two opposing pairs, a drop at the end",
    text: `# Whole body
cap 60min
warm-up 5min easy row

A1 Back squat 4x5 rir2 r150 ramp

B1 Bench press 3x6-8 rir2 h10
B2 Seated cable row 3x8-10 rir2 r90

C1 Romanian deadlift 3x8 rir2 r120

D1 Lateral raise 3x12-15 rir1 h10
D2 Face pull 3x12-15 rir1 r60

E1 Dumbbell curl 2x10-12 rir1 r60 last: > -20%x8`,
  },
  {
    id: "upper-pairs",
    kind: "session",
    name: "Upper body in opposing pairs",
    about: "one pulls while the other rests",
    text: `# Upper, opposing
cap 50min
warm-up 5min easy row

A1 Bench press 4x6 rir2 r75
A2 Chin-up 4x5-8 rir2 r90

B1 Seated dumbbell shoulder press 3x8-10 rir2 h10
B2 Lat pull-down 3x10-12 rir2 r75

C1 Triceps press-down 3x12 rir1 h10
C2 Dumbbell curl 3x12 rir1 r60`,
  },
  {
    id: "lower-heavy",
    kind: "session",
    name: "Lower body, heavy then long",
    about: "straight sets, a back-off, one leg at a time",
    text: `# Lower
cap 60min
warm-up 5min easy bike

A1 Back squat 4,6,6 rir2 r180 ramp last 2: @90%top

B1 Romanian deadlift 3x8 rir2 t3-1-1-0 r120

C1 Rear-foot-raised split squat 3x8/side rir2 r75

D1 Seated leg curl 3x10-12 rir1 r60
E1 Standing calf raise 3x12 rir1 r60`,
  },
  {
    id: "no-iron",
    kind: "session",
    name: "With the body alone",
    about: "rep goals, slow eccentrics, holds",
    text: `# The body alone
cap 35min

A1 Push-up 40total/20s

B1 Split squat 3x10/side t3-1-1-0 h10
B2 Front plank 3xhold 30s middle r60

C: circuit, within 8min
C1 Bodyweight squat 1x15 h5
C2 Glute bridge 1x15 r20`,
  },
  {
    id: "straight",
    kind: "block",
    name: "Straight sets",
    about: "the same sets with a whole rest",
    text: "A1 Bench press 4x6 rir2 r150 ramp",
  },
  {
    id: "superset",
    kind: "block",
    name: "Superset, opposing",
    about: "a push, then a pull at once",
    text: "A1 Bench press 3x8-10 rir2 h10\nA2 Barbell row 3x8-10 rir2 r90",
  },
  {
    id: "paired",
    kind: "block",
    name: "Paired sets",
    about: "two lifts in turn, each after a real rest",
    text: "A1 Overhead press 4x6 rir2 r75\nA2 Chin-up 4x6 rir2 r75",
  },
  {
    id: "tri-set",
    kind: "block",
    name: "Tri-set",
    about: "three lifts in a go",
    text: "A1 Lateral raise 3x12 rir1 h8\nA2 Face pull 3x12 rir1 h8\nA3 Push-up 3x12 rir1 r90",
  },
  {
    id: "giant-set",
    kind: "block",
    name: "Giant set",
    about: "four lifts in a go, lighter, with a longer rest",
    text: "A1 Goblet squat 3x12 rir3 h8\nA2 Push-up 3x12 rir3 h8\nA3 Seated cable row 3x12 rir3 h8\nA4 Hanging knee raise 3x12 r120",
  },
  {
    id: "stretch-squeeze",
    kind: "block",
    name: "Stretch and squeeze",
    about: "one muscle loaded long, then short",
    text: "A1 Overhead cable extension 3x10 rir1 h8\nA2 Triceps press-down 3x12 rir1 r90",
  },
  {
    id: "pre-exhaust",
    kind: "block",
    name: "Pre-exhaust",
    about: "the muscle alone first, then with assistance",
    text: "A: pre-exhaust\nA1 Leg extension 3x12 rir1 h10\nA2 Leg press 3x10 rir2 r120",
  },
  {
    id: "pyramid-up",
    kind: "block",
    name: "Pyramid, rising",
    about: "load up, reps down",
    text: "A1 Deadlift 8,6,4,3 rir2 r150 ramp",
  },
  {
    id: "pyramid-double",
    kind: "block",
    name: "Pyramid, double",
    about: "up and down again",
    text: "A1 Leg press 12,10,8,10,12 rir2 r90",
  },
  {
    id: "back-off",
    kind: "block",
    name: "Back-off sets",
    about: "the heaviest first, then nine tenths",
    text: "A1 Back squat 4,6,6,6 rir2 r150 ramp last 3: @90%top",
  },
  {
    id: "drop-set",
    kind: "block",
    name: "Drop set at the end",
    about: "the last set goes on lighter, twice",
    text: "A1 Lateral raise 3x12 rir1 r60 last: (> -20%x10)*2",
  },
  {
    id: "mechanical-drop",
    kind: "block",
    name: "Mechanical drop",
    about: "on with an easier lever",
    text: 'A1 Push-up 3xF r90 > as "Knee push-up" xF',
  },
  {
    id: "rest-pause",
    kind: "block",
    name: "Rest-pause",
    about: "15 s, and a few more, twice",
    text: "A1 Leg extension 2x12 rir1 (> pause 15s x4)*2 r120",
  },
  {
    id: "partials-hold",
    kind: "block",
    name: "Partials and a hold",
    about: "after the last whole rep",
    text: "A1 Standing calf raise 3x12 rir0 > 8 partials long > hold 10s short r75",
  },
  {
    id: "rep-goal",
    kind: "block",
    name: "Rep goal",
    about: "a total in as few sets as needed",
    text: "A1 Chin-up 30total/30s",
  },
  {
    id: "timed",
    kind: "block",
    name: "Timed sets",
    about: "seconds under tension instead of reps",
    text: "A1 Goblet squat 3x40s t3-0-3-0 r75",
  },
  {
    id: "density",
    kind: "block",
    name: "As many rounds as fit",
    about: "two lifts within a time",
    text: "A: within 10min\nA1 Dumbbell press 1x10 rir3 h10\nA2 Dumbbell row 1x10/side r20",
  },
];
