/** Property tests run the same cases every time, so that a check fails for a change and not for luck. FC_SEED explores. */
import fc from "fast-check";

fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? 20261124) });
