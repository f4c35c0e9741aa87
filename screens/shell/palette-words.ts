/** What the palette can be asked for. */
export const LOOKS_FOR = "A client, a session, an exercise, a template, or what to do";
