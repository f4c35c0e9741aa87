import { cutText } from "../text";

/**
 * A lift that is not known yet: the name as it was written holds its place in a session, with its reps, seconds and log.
 * It trains no muscle that the program could name. When the studio says what it is, its record follows (`StudioExercises`).
 */
const PREFIX = "named:";

/** The id of a lift known by its name alone; the same however it is spaced or capitalised. */
export const placeholderId = (name: string): string => PREFIX + cutText(name.trim().replace(/\s+/g, " "), 70);

export const isPlaceholder = (exerciseId: string): boolean => exerciseId.startsWith(PREFIX);

export const placeholderName = (exerciseId: string): string => exerciseId.slice(PREFIX.length);
