export * from "./facts";
export * from "./needs";
export { NEED_RULES } from "./rules";
