/** Whether two drawings are given the very same; what is compared in another way is left out of both. */
export const sameProps = <P extends object>(before: P, after: P): boolean =>
  Object.entries(after).every(([key, value]) => Object.is(value, Reflect.get(before, key)));
