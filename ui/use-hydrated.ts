import { useSyncExternalStore } from "react";

const never = () => () => undefined;

/** Whether the page's code is at work: what is pressed before that would be lost, or sent by the browser in its own way. */
export const useHydrated = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
