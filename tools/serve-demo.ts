/** For the browser journeys: the demo over the database that is named, on the port that is named. */
import { join } from "node:path";
import { serverNowMs } from "../server/clock";
import { migrateDatabase, withAccounts } from "../server/db";
import { studioKinds } from "../server/db/accounts";
import { seedDemo } from "../server/seed/demo";
import { serve } from "./serve";
import { ROOT } from "./system";

await migrateDatabase(join(ROOT, "server", "db", "migrations"));
const wantsDemo = process.env.YARVEX_WITHOUT_DEMO !== "1";
if (wantsDemo && !(await withAccounts(studioKinds)).demo) await seedDemo(serverNowMs());
const serving = await serve(Number(process.argv[2]), "127.0.0.1");
process.on("SIGTERM", async () => {
  await serving.stop();
  process.exit(0);
});
