import { minuteOfDayIn } from "@/core";
import { TodayScreen } from "@/screens/today/today";
import { serverNowMs } from "@/server/clock";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Today" };

export default async function TodayPage({ searchParams }: { searchParams: Promise<{ client?: string }> }) {
  const scope = await requireScope("coach");
  const { viewer } = await answer(scope, "frame.show", {});
  const view = await answer(scope, "today.show", {});
  const { client = null } = await searchParams;
  const nowMinute = minuteOfDayIn(viewer.region.timeZone, serverNowMs());
  return <TodayScreen first={view} nowMinute={nowMinute} clientId={client} />;
}
