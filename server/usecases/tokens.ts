/** Tokens that let other programs in: told once, kept by their hash, ended by their day or by hand. */
import { newSecret } from "../auth/secret";
import { newId, readInStudio } from "../db";
import { deleteToken, insertToken, tokenRows } from "../db/api-tokens";
import { answerIn, defineUseCase, notFound, ok, refused } from "./kit";

const DAY_MS = 86_400_000;
const MOST_TOKENS = 50;

/** By what it begins with a token is known for one wherever it was left lying. */
export const TOKEN_BEGINS = "yarvex_";

export const listTokens = defineUseCase("tokens.list", ["coach"], (scope) =>
  readInStudio(scope, async (tx) =>
    ok({
      tokens: (await tokenRows(tx)).map(({ id, name, access, expiresAt, lastUsedAt }) => ({
        ...{ id, name, access },
        expiresAtMs: expiresAt.getTime(),
        lastUsedAtMs: lastUsedAt?.getTime() ?? null,
      })),
    }),
  ),
);

export const addToken = defineUseCase("tokens.add", ["coach"], (scope, { name, access, days }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    if (name.trim() === "") return refused("name", "Say which program it is for.");
    if ((await tokenRows(tx)).length >= MOST_TOKENS)
      return refused("name", `A studio has at most ${MOST_TOKENS} tokens.`);
    const { secret, hash } = newSecret();
    const token = TOKEN_BEGINS + secret;
    const { studioId, memberId } = scope;
    const expiresAt = new Date(nowMs + days * DAY_MS);
    await insertToken(tx, { studioId, id: newId(), name: name.trim(), access, memberId, secretHash: hash, expiresAt });
    return ok({ token });
  }),
);

export const removeToken = defineUseCase("tokens.remove", ["coach"], (scope, { tokenId }) =>
  answerIn(scope, async (tx) => ((await deleteToken(tx, tokenId)) ? ok({}) : notFound)),
);
