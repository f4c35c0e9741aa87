import { type Exercise, entriesOf, JOINT_WORDS, REGIONS } from "@/core";

const SPOTTING: Readonly<Partial<Record<Exercise["spotting"], string>>> = {
  spotter: "with a spotter or pins",
  pins: "between pins",
};

/** What is known of an exercise, each with the words of its line. */
function factsOf(exercise: Exercise): readonly (readonly [name: string, words: string])[] {
  const shares = entriesOf(exercise.shares).sort((a, b) => b[1] - a[1]);
  const joints = entriesOf(exercise.stress).filter(([, stress]) => stress > 0);
  return [
    [
      "trains",
      shares
        .map(([region, share]) => `${REGIONS[region].name}${share === 1 ? "" : ` ${share === 0.5 ? "½" : "¼"}`}`)
        .join(", "),
    ],
    [
      "joints",
      joints.length === 0
        ? "quiet"
        : `${joints.map(([joint, stress]) => `${JOINT_WORDS[joint]} ${stress}`).join(", ")} of 3`,
    ],
    ["steady", `${exercise.stability} of 5, learning ${exercise.learning} of 5`],
    ["set-up", `${exercise.setupSeconds} s`],
    ["to failure", SPOTTING[exercise.spotting] ?? (exercise.failureSafeAlone ? "safe alone" : "not to failure")],
    ["breathing", exercise.breathing],
  ];
}

/** The facts of one exercise, or of two side by side. */
export function Facts({ exercises }: { exercises: readonly Exercise[] }) {
  const [first] = exercises;
  if (!first) return null;
  const columns = exercises.map(factsOf);
  return (
    <table className="w-full">
      {exercises.length > 1 ? (
        <thead>
          <tr className="text-left align-bottom">
            <td />
            {exercises.map(({ id, name }) => (
              <th key={id} scope="col" className="pr-2 font-semibold leading-tight">
                {name}
              </th>
            ))}
          </tr>
        </thead>
      ) : null}
      <tbody>
        {factsOf(first).map(([name], at) => (
          <tr key={name} className="border-t border-inset align-baseline">
            <th scope="row" className="w-24 py-0.5 pr-2 text-left font-normal text-quiet">
              {name}
            </th>
            {columns.map((facts, column) => (
              <td key={column} className="py-0.5 pr-2">
                {facts[at]?.[1]}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** How it is done, and what to beware of. */
export function Cues({ exercise }: { exercise: Exercise }) {
  return (
    <div className="flex flex-col gap-2">
      <ul className="border-l-4 border-indigo pl-2">
        {exercise.cues.map((cue) => (
          <li key={cue}>{cue}</li>
        ))}
      </ul>
      {exercise.cautions.map((caution) => (
        <p key={caution} className="border-l-4 border-weld pl-2">
          {caution}
        </p>
      ))}
    </div>
  );
}
