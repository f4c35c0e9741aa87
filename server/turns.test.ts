import { expect, it } from "vitest";
import { turnsByKey } from "./turns";

it("work of one studio is done in turn, also after a fault, and that of another does not wait for it", async () => {
  const inTurn = turnsByKey(1);
  const begun: string[] = [];
  const ends = new Map<string, { done: () => void; fail: () => void }>();
  const work = (key: string, name: string) =>
    inTurn(key, () => {
      begun.push(name);
      return new Promise<string>((done, fail) =>
        ends.set(name, { done: () => done(name), fail: () => fail(new Error(name)) }),
      );
    });
  const settled = () => new Promise((done) => setImmediate(done));
  const [first, second, third] = [work("A", "a1"), work("A", "a2"), work("A", "a3")];
  const other = work("B", "b1");
  await settled();
  expect(begun).toEqual(["a1", "b1"]);
  ends.get("b1")!.done();
  await expect(other).resolves.toBe("b1");
  ends.get("a1")!.fail();
  await expect(first).rejects.toThrow("a1");
  await settled();
  expect(begun).toEqual(["a1", "b1", "a2"]);
  ends.get("a2")!.done();
  await expect(second).resolves.toBe("a2");
  await settled();
  expect(begun.at(-1)).toBe("a3");
  ends.get("a3")!.done();
  await expect(third).resolves.toBe("a3");
});
