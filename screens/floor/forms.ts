import type { FormReport } from "@/core";

/** How the form of a set may be told, the best first. */
export const FORMS: readonly FormReport[] = ["held", "slipped", "broke"];
