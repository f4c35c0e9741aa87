import { AcceptInvitation } from "@/screens/account/accept-invitation";
import { readInvitation } from "@/server/usecases/invitations";

export const metadata = { title: "An invitation" };

export default async function InvitationPage({ searchParams }: { searchParams: Promise<{ t?: string }> }) {
  const secret = (await searchParams).t ?? "";
  const invitation = secret === "" ? null : await readInvitation(secret);
  return <AcceptInvitation secret={secret} invitation={invitation} />;
}
