/** The fixed plan that the bench measures: 12 weeks × 4 sessions, about 1,200 sets, the same on every machine. */
import { parseSession, type SessionDocument, SHIPPED_CATALOGUE } from "../core";

const DAYS = [
  `# Squat and press
cap 60min
warm-up 5min row; Band pull-apart 2x15

A1 Back squat 5x5 @RIR2 t3-0-1-0 r150 ramp

B1 Bench press 4x8 @75% t2-1-X-0 r120

C1 Seated cable row 4x10 rir2 t2-0-1-1 h10
C2 Push-up 4x12 rir2 r75

D1 Barbell curl 3x10 @30kg r60 last: > -20%x8 > -20%x6

E1 Side plank 2xhold 40s middle r30

F1 Walking lunge 2x10/alt @12kg r60

G1 Half-kneeling press 2x8/hold @14kg r60 last: only 12`,
  `# Pyramid and giant set
cap 60min

A1 Deadlift 12,10,8,6,4 @60kg +10kg/round r150 ramp(50%x5, 75%x3)

B1 Cable fly 3x9 rir2 t2-0-1-0 h8
B2 Cable press-down 3x9 rir2 t2-0-1-0 h8
B3 Face pull 3x9 rir2 t2-0-1-0 h8
B4 Lateral raise 3x9 rir2 t2-0-1-0 r120

C1 Leg press 3x10-12 @100,90,80%top r90-120

D1 Standing calf raise 3x12 > 8 partials long > hold 10s short r60

E1 Barbell row 3x8 @60kg r90
E2 Front squat 3x8 @=E1 r90

F1 Chin-up 3x5 @BW-15kg h8
F2 Goblet squat 3x10 @20kg h8
F3 Push-up 3x10 r120
F4 Lateral raise 3x12 @6kg h8
F5 Dumbbell curl 3x10 @10kg h8
F6 Step-up 3x8 r120`,
  `# Pairs and rest-pause
cap 60min

A1 Chin-up 5x5 @BW+10kg r120 ramp

B1 Dumbbell press, incline 4x8-10 @RIR2 h10
B2 Dumbbell row 4x8-10/side @RIR2 r90

C: circuit, within 10min
C1 Goblet squat 1x10 h10
C2 Push-up 1xF h10
C3 Kettlebell swing 1x15 r20

D1 Leg extension 3x12 rir1 > pause 15s x4 > pause 15s x4 r90

E1 Push-up 60total/20s shared

F: pre-exhaust
F1 Cable fly 12,-,12 h8 @10kg
F2 Bench press 3x8 @50kg &band red rpartner

G1 Deadlift 4x2 @80% (> pause 20s x2)*2 r180`,
  `# Timed and mechanical
cap 60min

A1 Overhead press 4x6 @80% t2-0-X-0 r150 &blockRounds 10kg

B1 Push-up 3xF > as "Push-up from the knees" xF r90

C1 Rear-foot-raised split squat 3x8/side rir2 [bench low] r75 round 2: 10

D1 Leg extension 3x6 t2-0-1-0 > x6 > x6 in 60s r60

E1 Lateral raise 3-4x12-15 rir1 r45 last: F > -25%xF

F1 Barbell curl 1x10 @40kg > x8 @30kg > -5kg x8 > -5kg xF r60

G: stop below rir1
G1 Seated cable row 2-3x10 r60,90

H: finisher
H1 Two-hand carry 3x30s r45`,
];

/** The shorthand of every session of the plan, in order. */
export const PLAN_TEXTS: readonly string[] = Array.from({ length: 12 }, () => DAYS).flat();

export function buildPlan(): SessionDocument[] {
  let next = 0;
  return PLAN_TEXTS.map((text) => {
    const { document, errors } = parseSession(text, SHIPPED_CATALOGUE, () => `p${next++}`);
    if (errors.length > 0)
      throw new Error(
        `bench plan, line ${errors[0]!.line}: found ${errors[0]!.found}, expected ${errors[0]!.expected}`,
      );
    return document;
  });
}
