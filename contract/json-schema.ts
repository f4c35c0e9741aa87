/** Our schemas as JSON Schema (2020-12), as far as that can say them; conditions between fields are left to the server. */
import type * as yup from "yup";
import type { Schema } from "./schema";

export type JsonSchema = Readonly<Record<string, unknown>>;

/** A value may be left out of an object where its schema says so. */
const isOptional = ({ check }: Schema<unknown>): boolean =>
  check.kind === "choice" && (check.among === undefined || check.among.includes("nothing"));

export function jsonSchemaOf({ check }: Schema<unknown>): JsonSchema {
  switch (check.kind) {
    case "value":
      return valueSchema(check.yup);
    case "object": {
      const entries = Object.entries(check.shape);
      const required = entries.filter(([, schema]) => !isOptional(schema)).map(([name]) => name);
      return {
        type: "object",
        properties: Object.fromEntries(entries.map(([name, schema]) => [name, jsonSchemaOf(schema)])),
        ...(required.length > 0 ? { required } : {}),
        additionalProperties: false,
      };
    }
    case "list":
      return {
        type: "array",
        items: jsonSchemaOf(check.of),
        maxItems: check.most,
        ...(check.least > 0 ? { minItems: check.least } : {}),
      };
    case "record":
      return { type: "object", additionalProperties: jsonSchemaOf(check.of), maxProperties: check.most };
    case "condition":
      return jsonSchemaOf(check.on);
    case "choice": {
      const among = (check.among ?? []).filter((one) => one !== "nothing");
      if (among.length === 0) return {};
      const schemas = among.map((one) => (one === "null" ? { type: "null" } : jsonSchemaOf(one)));
      return schemas.length === 1 ? schemas[0]! : { anyOf: schemas };
    }
  }
}

const TYPES: Readonly<Record<string, string>> = { string: "string", number: "number", boolean: "boolean" };

function valueSchema(schema: yup.Schema): JsonSchema {
  const { type, tests, oneOf } = schema.describe() as yup.SchemaDescription;
  const found: Record<string, unknown> = TYPES[type] ? { type: TYPES[type] } : {};
  for (const { name, params } of tests) {
    const of = (key: string) => (params as Record<string, unknown> | undefined)?.[key];
    if (name === "max") found[type === "string" ? "maxLength" : "maximum"] = of("max");
    else if (name === "min") found[type === "string" ? "minLength" : "minimum"] = of("min");
    else if (name === "integer") found.type = "integer";
    else if (name === "matches") found.pattern = (of("regex") as RegExp).source;
  }
  if (oneOf.length > 0) found.enum = oneOf;
  return found;
}
