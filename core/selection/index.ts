export * from "./fitness";
export * from "./order";
export * from "./rank";
export * from "./substitute";
export { isUsual, usualAtAll } from "./usual";
export * from "./verdict";
