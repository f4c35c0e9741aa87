export * from "./fitness";
export * from "./order";
export * from "./rank";
export * from "./substitute";
export { usualAtAll } from "./usual";
export * from "./verdict";
