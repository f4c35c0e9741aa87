import { Validator } from "@seriousme/openapi-schema-validator";
import { describe, expect, it } from "vitest";
import { INPUTS } from "./api";
import { jsonSchemaOf } from "./json-schema";
import { API_NAMES, isForPrograms, isReading, openApi } from "./open-api";
import type { Schema } from "./schema";

describe("what other programs may ask", () => {
  it("is valid OpenAPI 3.1, with a path for each use case that is no person's or device's own", async () => {
    const document = JSON.parse(JSON.stringify(openApi("https://gym.example")));
    const validator = new Validator();
    expect(await validator.validate(document)).toEqual({ valid: true });
    expect(validator.version).toBe("3.1");
    expect(Object.keys(document.paths)).toEqual(API_NAMES.map((name) => `/${name}`));
    expect(API_NAMES.length).toBeGreaterThan(50);
    expect(
      ["account.changePassword", "tokens.add", "floor.record", "nothing.there", "toString"].filter(isForPrograms),
    ).toEqual([]);
  });

  it("tells what only reads from what changes something", () => {
    expect(API_NAMES.filter(isReading)).toEqual(
      expect.arrayContaining(["clients.list", "sessions.show", "weeks.show", "gyms.try"]),
    );
    expect(API_NAMES.filter((name) => !isReading(name))).toEqual(
      expect.arrayContaining(["clients.create", "sessions.edit", "plans.openSession", "imports.undo", "sessions.send"]),
    );
  });

  it("says of inputs what is asked: fields, kinds, bounds, what may be left out or null", () => {
    const of = (name: keyof typeof INPUTS) => jsonSchemaOf(INPUTS[name] as Schema<unknown>);
    expect(of("imports.unread")).toEqual({
      type: "object",
      properties: {
        importId: { type: "string", maxLength: 36, pattern: expect.stringContaining("0-9a-f") },
        after: { type: "integer", minimum: 0, maximum: 100_000_000 },
      },
      required: ["importId", "after"],
      additionalProperties: false,
    });
    expect(of("calendar.show")).toMatchObject({
      properties: { clientId: { anyOf: [{ type: "string" }, { type: "null" }] } },
    });
    expect(of("tokens.add")).toMatchObject({ properties: { access: { enum: ["read", "write"] } } });
    const { properties } = of("templates.keep") as { properties: { of: { anyOf: unknown[] } } };
    expect(properties.of.anyOf).toHaveLength(4);
  });
});
