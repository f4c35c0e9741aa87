import { format, isValid, parse } from "date-fns";
import type { Region } from "@/core";

const WAYS: Record<Region["dateOrder"], readonly string[]> = {
  dayMonth: ["d/M/yyyy", "d.M.yyyy", "d-M-yyyy", "d MMM yyyy", "d MMMM yyyy", "MMM d, yyyy", "MMMM d, yyyy"],
  monthDay: ["M/d/yyyy", "M-d-yyyy", "MMM d, yyyy", "MMM d yyyy", "MMMM d, yyyy", "d MMM yyyy", "d MMMM yyyy"],
};

/**
 * A date as typed ("25 Nov 2026", "25/11/2026", month first where the region writes so, or ISO), as an ISO date; null where it
 * is none, or has no whole year yet.
 */
export function readDate(typed: string, dateOrder: Region["dateOrder"]): string | null {
  const text = typed.trim().replace(/\s+/g, " ");
  for (const way of ["yyyy-MM-dd", ...WAYS[dateOrder]]) {
    const date = parse(text, way, new Date(2000, 0, 1));
    if (isValid(date) && date.getFullYear() >= 1900 && date.getFullYear() < 2200) return format(date, "yyyy-MM-dd");
  }
  return null;
}
