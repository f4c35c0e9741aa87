/** What the palette can be asked for. */
export const PALETTE_HINT = "A client, a session, an exercise, a template, or what to do";
