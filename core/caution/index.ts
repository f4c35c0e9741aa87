export * from "./alone";
export * from "./caution";
export * from "./kinds";
export * from "./readiness";
export * from "./rules";
export * from "./session-rules";
