/** For the browser journeys: the demo over the database that is named, on the port that is named. */
import { join } from "node:path";
import { serverNowMs } from "../server/clock";
import { asOwner, closeDatabase, migrateDatabase, withAccounts } from "../server/db";
import { removeDemo, studioKinds } from "../server/db/accounts";
import { seedDemo } from "../server/seed/demo";
import { serve } from "./serve";
import { ROOT } from "./system";

await migrateDatabase(join(ROOT, "server", "db", "migrations"));
const wantsDemo = process.env.YARVEX_WITHOUT_DEMO !== "1";
if (wantsDemo && !(await withAccounts(studioKinds)).demo) await seedDemo(serverNowMs());
if (process.env.YARVEX_SEED_ONLY === "1") {
  await closeDatabase();
  process.exit(0);
}
const serving = await serve(Number(process.argv[2]), "127.0.0.1");
/** Whoever started this process may have the demo begin anew, at another instant: nine days in one journey. */
process.on("message", async (offsetMs: number) => {
  process.env.YARVEX_CLOCK_OFFSET_MS = String(offsetMs);
  await asOwner(removeDemo);
  await seedDemo(serverNowMs(), { history: false });
  process.send?.("begun");
});
// A journey's server goes with the journey, however that ended.
process.on("disconnect", () => process.exit(1));
process.on("SIGTERM", async () => {
  await serving.stop();
  process.exit(0);
});
