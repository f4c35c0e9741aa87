/** A small client of Yarvex's programming interface, to be taken along: no package is needed, any runtime with fetch runs it. */

/** What was not done, as RFC 9457 tells it. */
export class YarvexProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string | undefined,
    readonly problems: readonly { readonly field: string; readonly message: string }[],
  ) {
    super(detail ?? title);
  }
}

export class Yarvex {
  constructor(
    private readonly address: string,
    private readonly token: string,
  ) {}

  /** Asks one use case. A key of your own lets you send a change again without doing it twice. */
  async ask<T = Record<string, unknown>>(name: string, input: object = {}, key?: string): Promise<T> {
    for (let tries = 1; ; tries++) {
      const response = await fetch(`${this.address}/api/v1/${name}`, {
        method: "POST",
        headers: {
          authorization: `Bearer ${this.token}`,
          "content-type": "application/json",
          ...(key ? { "idempotency-key": key } : {}),
        },
        body: JSON.stringify(input),
      });
      const body = (await response.json()) as Record<string, unknown>;
      if (response.ok) return body as T;
      const mayRepeat = response.status === 429 || (response.status === 503 && key !== undefined);
      if (!mayRepeat || tries === 4)
        throw new YarvexProblem(
          response.status,
          String(body.title),
          body.detail as string | undefined,
          (body.problems ?? []) as YarvexProblem["problems"],
        );
      await new Promise((done) => setTimeout(done, 1000 * Number(response.headers.get("retry-after") ?? 1)));
    }
  }

  /** Every entry of a list, page after page. */
  async *all<T>(name: string, list: string, input: object = {}): AsyncGenerator<T> {
    let after: unknown = null;
    do {
      const page: Record<string, unknown> = await this.ask(name, { ...input, after });
      yield* page[list] as T[];
      after = page.next ?? null;
    } while (after !== null);
  }
}
