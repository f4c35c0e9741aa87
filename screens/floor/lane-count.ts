/** So many clients are kept in sight at once. */
export const MOST_LANES = 4;
