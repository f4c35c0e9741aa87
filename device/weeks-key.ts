/** Where changes of a plan that are not kept yet lie on this device. */
export const weeksKey = (planId: string): string => `yarvex:weeks:${planId}`;
