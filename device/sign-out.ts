import { replySentence, send } from "./api";
import { writePerson } from "./store";

/** Signs out here. Said only when the server has written it; what was logged on this device stays with its person. */
export async function signOut(): Promise<string | null> {
  const reply = await send("/api/sign-out", {});
  if (reply.kind !== "ok") return replySentence(reply);
  await writePerson(null);
  window.location.assign("/sign-in");
  return null;
}
