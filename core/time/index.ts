export * from "./device-clock";
export * from "./joint";
export * from "./run";
export * from "./tempo";
export * from "./timeline";
export * from "./work";
