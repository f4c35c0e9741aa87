/** The sheets in which a client is changed, by name; which component each is stands in client-sheet.tsx. */
export type ClientSheet =
  | "health"
  | "lifts"
  | "description"
  | "days"
  | "home"
  | "goals"
  | "limits"
  | "likes"
  | "invite"
  | "erase";

export type OpenSheet = (sheet: ClientSheet) => void;
