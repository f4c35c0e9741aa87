/** How a lift is set up: with which sides, and what is set on a bench or a machine. */
export type Laterality = "both" | "eachSide" | "alternating" | "otherHolds";

export interface SetupValue {
  readonly name: string;
  readonly value: string;
}
