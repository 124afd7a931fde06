import { expect, test } from "vitest";
import { changed } from "./change";
import { freeId, freeName } from "./ids";

test("a change of a draft touches its place alone", () => {
  const before = { a: { list: [1, 2, 3], other: { x: 1 } }, b: "b" };
  const after = changed(before, ["a", "list", 1], 9);
  expect(after).toEqual({ a: { list: [1, 9, 3], other: { x: 1 } }, b: "b" });
  expect(before.a.list).toEqual([1, 2, 3]);
  expect(after.a.other).toBe(before.a.other);
  expect(changed(before, ["a", "list", 0], undefined).a.list).toEqual([2, 3]);
  expect(changed(before, ["b"], undefined)).toEqual({ a: before.a });
  expect(changed({} as Record<string, unknown>, ["steps", "half", "pins"], "glue")).toEqual({
    steps: { half: { pins: "glue" } },
  });
});

test("a new id or name is nobody else's", () => {
  expect(freeId("set", [])).toBe("set-1");
  expect(freeId("set", ["set-1", "set-3", "set-2"])).toBe("set-4");
  expect(freeName("New set", ["Set"])).toBe("New set");
  expect(freeName("New set", ["New set", "New set 2"])).toBe("New set 3");
});
