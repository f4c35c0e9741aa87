import type { ChangeEvent, ReactNode } from "react";

/** What can be chosen, each with its words, in the order in which it is offered. */
export type Choices<T extends string> = Readonly<Record<T, string>>;

const keysOf = <T extends string>(choices: Choices<T>): T[] => Object.keys(choices) as T[];

/** The options of a select; those alone that may be offered. */
export const optionsOf = <T extends string>(
  choices: Choices<T>,
  isOffered: (one: T) => boolean = () => true,
): ReactNode =>
  keysOf(choices)
    .filter(isOffered)
    .map((one) => (
      <option key={one} value={one}>
        {choices[one]}
      </option>
    ));

/** What a select tells of: one of its choices, typed; anything else is told to nobody. */
export const chosen =
  <T extends string>(choices: Choices<T>, onChoose: (choice: T) => void) =>
  ({ target: { value } }: ChangeEvent<HTMLSelectElement>): void => {
    const choice = keysOf(choices).find((one) => one === value);
    if (choice !== undefined) onChoose(choice);
  };
