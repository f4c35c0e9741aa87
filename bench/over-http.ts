/** A studio that is founded over HTTP, with clients who have a session each open on the floor. */
import { randomUUID } from "node:crypto";
import { DEFAULT_REGION, diffDocuments, parseSession, SHIPPED_CATALOGUE } from "../core";
import type { FloorView, SessionView } from "../views";

export interface StudioOverHttp {
  readonly post: (path: string, body: unknown) => Promise<Response>;
  /** What a use case answers; anything but an answer is thrown. */
  readonly does: <T>(name: string, input: unknown) => Promise<T>;
  readonly views: readonly FloorView[];
}

export async function foundOverHttp(base: string, sessions: number): Promise<StudioOverHttp> {
  let cookie = "";
  const post = (path: string, body: unknown) =>
    fetch(`${base}${path}`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: base, cookie },
      body: JSON.stringify(body),
    });
  const account = { email: "bench@bench.example", password: "a-long-password" };
  const surely = async (path: string, body: unknown): Promise<Response> => {
    const answer = await post(path, body);
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
    return answer;
  };
  await surely("/api/sign-up", {
    ...account,
    studio: "Bench",
    name: "Bench",
    region: { ...DEFAULT_REGION, timeZone: "UTC" },
  });
  const signedIn = await surely("/api/sign-in", account);
  cookie = signedIn.headers
    .getSetCookie()
    .map((one) => one.split(";")[0]!)
    .join("; ");
  const does = async <T>(name: string, input: unknown): Promise<T> => {
    const answer = await post(`/api/do/${name}`, input);
    if (!answer.ok) throw new Error(`${name}: ${answer.status} ${await answer.text()}`);
    return (await answer.json()) as T;
  };
  const views: FloorView[] = [];
  for (let place = 0; place < sessions; place++) {
    const { clientId } = await does<{ clientId: string }>("clients.create", {
      name: `Lane ${place}`,
      birthYear: null,
      trainingAge: "advanced",
      minutes: 60,
      aims: "",
      limits: "",
      bodyMass: null,
    });
    await does("clients.stateReadiness", { clientId, seen: null, yes: [] });
    const { sessionId } = await does<{ sessionId: string }>("sessions.create", { clientId, title: "" });
    const before = await does<SessionView>("sessions.show", { sessionId });
    const { document } = parseSession("Bench press 4x5 @60kg rir2 r90", SHIPPED_CATALOGUE, randomUUID);
    const edits = diffDocuments(before.document, { ...document, gymId: before.document.gymId });
    await does("sessions.edit", { sessionId, revision: before.revision, edits, draftText: null });
    views.push(await does<FloorView>("floor.open", { sessionId }));
  }
  return { post, does, views };
}
