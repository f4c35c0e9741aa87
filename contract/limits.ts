/** Limits that a device keeps to without knowing the schemas. */
/** Most events of one batch. */
export const MOST_EVENTS = 64;
/** Of a word between coach and client. */
export const MESSAGE_LENGTH = 500;
