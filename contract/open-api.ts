/** What other programs may ask, generated from the one list of use cases as OpenAPI 3.1. */
import { type ApiName, INPUTS, MOST_BYTES } from "./api";
import { jsonSchemaOf } from "./json-schema";
import type { Schema } from "./schema";

/** Of people and their devices: no program's. */
const NOT_FOR_PROGRAMS = /^((account|archive|frame|hooks|me|floor|tokens|viewer)\.|studio\.close|team\.leave)/;
/** By its last word a use case only reads. */
const READING = /\.(show|list|find|latest|names|before|read|coming|try|next|unread)$/;

/** The use cases that a program may run. */
export const isForPrograms = (name: string): name is ApiName =>
  Object.hasOwn(INPUTS, name) && !NOT_FOR_PROGRAMS.test(name);

export const isReading = (name: ApiName): boolean => READING.test(name);

export const API_NAMES: readonly ApiName[] = (Object.keys(INPUTS) as ApiName[]).filter(isForPrograms).sort();

const PROBLEM = { $ref: "#/components/responses/Problem" };

/** "sessions: edit", "clients: set limits". */
const summaryOf = (name: string): string => {
  const [group = "", verb = ""] = name.split(".");
  return `${group}: ${verb.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)}`;
};

export function openApi(serverUrl: string): Readonly<Record<string, unknown>> {
  return {
    openapi: "3.1.0",
    info: {
      title: "Yarvex",
      version: "1",
      description:
        "Each use case is one path, asked by POST with a JSON object. Lists are paged: `next` of an answer is `after` of the next question; null: that was all. Loads are decimal texts with their unit; dates are 2026-11-24 in the studio's place.",
    },
    servers: [{ url: `${serverUrl}/api/v1` }],
    security: [{ token: [] }],
    paths: Object.fromEntries(API_NAMES.map((name) => [`/${name}`, { post: operationOf(name) }])),
    components: {
      securitySchemes: {
        token: { type: "http", scheme: "bearer", description: "A token of the studio, made on the account page." },
      },
      parameters: {
        IdempotencyKey: {
          name: "Idempotency-Key",
          in: "header",
          description: "A text of your own: the same request sent again with it within a day gets the first answer.",
          schema: { type: "string", minLength: 1, maxLength: 100 },
        },
      },
      responses: {
        Problem: {
          description: "What was not done, and why.",
          content: { "application/problem+json": { schema: { $ref: "#/components/schemas/Problem" } } },
        },
      },
      schemas: {
        Problem: {
          type: "object",
          properties: {
            type: { type: "string" },
            title: { type: "string" },
            status: { type: "integer" },
            detail: { type: "string" },
            problems: {
              type: "array",
              items: {
                type: "object",
                properties: { field: { type: "string" }, message: { type: "string" } },
                required: ["field", "message"],
              },
            },
          },
          required: ["type", "title", "status"],
        },
      },
    },
  };
}

function operationOf(name: ApiName): Readonly<Record<string, unknown>> {
  return {
    operationId: name,
    summary: summaryOf(name),
    tags: [name.split(".")[0]],
    "x-access": isReading(name) ? "read" : "write",
    "x-most-bytes": MOST_BYTES(name),
    ...(isReading(name) ? {} : { parameters: [{ $ref: "#/components/parameters/IdempotencyKey" }] }),
    requestBody: {
      required: true,
      content: { "application/json": { schema: jsonSchemaOf(INPUTS[name] as Schema<unknown>) } },
    },
    responses: {
      "200": { description: "The answer.", content: { "application/json": { schema: { type: "object" } } } },
      ...Object.fromEntries(
        ["401", "403", "404", "409", "413", "422", "429", "503"].map((status) => [status, PROBLEM]),
      ),
    },
  };
}
