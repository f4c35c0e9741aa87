import { Reset } from "@/screens/account/reset";

export const metadata = { title: "A new password" };

export default async function ResetPage({ searchParams }: { searchParams: Promise<{ t?: string }> }) {
  const { t } = await searchParams;
  return <Reset secret={t ?? null} />;
}
