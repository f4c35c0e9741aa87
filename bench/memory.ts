/** Run in a process of its own: prints the peak resident memory in kB after the work, or after none. */
import { expandAll } from ".";
import { buildPlan } from "./plan";

if (process.argv[2] === "plan") expandAll(buildPlan());
console.log(process.resourceUsage().maxRSS);
