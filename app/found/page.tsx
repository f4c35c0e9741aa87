import { SetUpStudio } from "@/screens/account/set-up-studio";
import { studioSetupAddress } from "@/server/auth";

export const metadata = { title: "Set up your studio" };

export default async function FoundPage({ searchParams }: { searchParams: Promise<{ t?: string }> }) {
  const secret = (await searchParams).t ?? "";
  return <SetUpStudio secret={secret} address={secret === "" ? null : await studioSetupAddress(secret)} />;
}
