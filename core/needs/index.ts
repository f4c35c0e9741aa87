export * from "./needs";
