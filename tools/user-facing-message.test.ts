import { describe, expect, it } from "vitest";
import { UserFacingError } from "./system";
import { portOf, userFacingMessage } from "./user-facing-message";

describe("what is given wrong is said in a sentence", () => {
  it.each(["abc", "0", "65536", "-1", "3000.5", "80 80"])("PORT=%s", (given) => {
    expect(() => portOf(given)).toThrow(/has to be a port number/);
  });

  it("and what is given right, or not at all, is taken", () => {
    expect([undefined, "", "8080"].map(portOf)).toEqual([3000, 3000, 8080]);
  });

  const where = "the database gym at db.example:5432";
  it.each<[object, RegExp]>([
    [{ code: "ECONNREFUSED" }, /No PostgreSQL server answers for the database gym at db\.example:5432/],
    [{ message: "timeout expired" }, /No PostgreSQL server answers/],
    [{ code: "28P01" }, /do not go together/],
    [{ code: "3D000" }, /no such database/],
    [{ cause: { code: "42501" } }, /may not do this.*DATABASE_OWNER_URL/],
    [{ cause: { cause: { code: "53300" } } }, /connections.*taken/],
    [{ code: "EACCES", path: "/srv/yarvex" }, /\/srv\/yarvex cannot be written/],
    [new UserFacingError("As it stands."), /^As it stands\.$/],
  ])("%j", (fault, words) => {
    expect(userFacingMessage(fault, where)).toMatch(words);
  });

  it("a fault of the program's own keeps its stack", () => {
    expect(userFacingMessage(new TypeError("x is undefined"))).toBeNull();
  });
});
