/** Reasons are data; here, and only here, they become sentences. Plain words, figures with units. */
export * from "./check-in";
export * from "./load-words";
export * from "./loads";
export * from "./progress";
export * from "./session";
export * from "./set-extras";
