// Parts of the web that need no browser: fractions, changes of a draft, where the thread lies, the undelivered count.
import "fake-indexeddb/auto";
import { readdirSync, readFileSync } from "node:fs";
import { expect, test } from "@playwright/test";
import { type Plan, Refused, server, type Tallied, type TallyEvent, unreachable } from "../src/api/client";
import { isCounted, put, send, waiting } from "../src/bench/outbox";
import { fractions } from "../src/frame/fractions";
import { changed } from "../src/quilt/change";
import { freeId, freeName } from "../src/quilt/ids";
import { layThread } from "../src/thread/layout";

const said = (text: string) => fractions(text).map((r) => (r.fraction ? `[${r.text}]` : r.text));

test("every fraction becomes a true one, and nothing else does", () => {
  expect(said("2½″")).toEqual(["2", "[1/2]", "″"]);
  expect(said("12 7/16″ wide")).toEqual(["12", "[7/16]", "″ wide"]);
  expect(said("½ of 3 1/8")).toEqual(["[1/2]", " of 3", "[1/8]"]);
  expect(said("6.5 cm, 12 of 36")).toEqual(["6.5 cm, 12 of 36"]);
  expect(said("≈9/32″")).toEqual(["≈", "[9/32]", "″"]);
  expect(said("")).toEqual([]);
  for (const text of ["40″ − ½″ = 39½″; ÷ 2½″", "⅛ yd", "a ⅓ b ⅔ c"]) {
    expect(
      fractions(text)
        .map((r) => r.text)
        .join(""),
    ).not.toMatch(/[½¼¾⅛⅜⅝⅞⅓⅔]/);
  }
});

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

test("what was counted leaves the outbox only when the server has it", async () => {
  const event = (id: string): TallyEvent => ({ id, step: "half", kind: "made", n: 1, at: "2026-11-02T09:00:00Z" });
  const count = (...ids: string[]) =>
    put(ids.map((id) => ({ quilt: "q", event: event(id), effect: { made: 1, aside: 0, pressed: 0 } })));
  const left = async () => (await waiting("q")).map((w) => w.event.id);
  const disk: string[] = []; // what the server has
  const store = (events: TallyEvent[]) => {
    for (const e of events) if (!disk.includes(e.id)) disk.push(e.id);
    return { progress: { events: disk.length } } as Tallied;
  };
  const answers: number[] = [];
  const deliver = () => send("q", (a) => answers.push(a.progress.events));

  await count("a", "b");
  server.tally = () => Promise.reject(new Refused(unreachable));
  await expect(deliver()).rejects.toThrow(/does not answer/);
  expect(await left()).toEqual(["a", "b"]);
  // Stored, but the answer is lost on the way: sent again, counted once.
  server.tally = async (_, events) => {
    store(events);
    throw new Refused(unreachable);
  };
  await expect(deliver()).rejects.toThrow();
  expect(await left()).toEqual(["a", "b"]);
  expect(isCounted(event("a"), 2)).toBe(false); // nobody has said so
  await count("c");
  server.tally = async (_, events) => store(events);
  await deliver();
  expect([disk, await left(), answers]).toEqual([["a", "b", "c"], [], [3]]);
  expect([isCounted(event("c"), 3), isCounted(event("c"), 2)]).toEqual([true, false]);
  // One that is refused holds nobody else up, and is kept with the reason.
  await count("d", "bad", "e");
  server.tally = async (_, events) => {
    if (events.some((e) => e.id === "bad")) throw new Refused({ ...unreachable, status: 422, detail: "No such step." });
    return store(events);
  };
  await deliver();
  expect(disk).toEqual(["a", "b", "c", "d", "e"]);
  expect((await waiting("q")).map((w) => [w.event.id, w.refused])).toEqual([["bad", "No such step."]]);
  await deliver(); // and is not sent again by itself
  expect(await waiting("another quilt")).toEqual([]);
});

test("a new id or name is nobody else's", () => {
  expect(freeId("set", [])).toBe("set-1");
  expect(freeId("set", ["set-1", "set-3", "set-2"])).toBe("set-4");
  expect(freeName("New set", ["Set"])).toBe("New set");
  expect(freeName("New set", ["New set", "New set 2"])).toBe("New set 3");
});

/** A plan of so many strips, sets, sub-cuts and blocks, with only what the layout looks at. */
function planOf(n: number): Plan {
  type Fake = {
    id: string;
    group: string;
    stage: string;
    does: string;
    takes: { step: string; each: number; per: number }[];
  };
  const steps: Fake[] = [];
  const step = (id: string, stage: string, does: string, takes: string[]) =>
    steps.push({
      id,
      group: id.split("/")[0] ?? id,
      stage,
      does,
      takes: takes.map((t) => ({ step: t, each: 1, per: 1 })),
    });
  for (let i = 0; i < n; i++) step(`strip:${i}`, "strips", "cut", []);
  for (let i = 0; i < n; i++) step(`set-${i}`, "strip sets", "sew", [`strip:${i}`, `strip:${(i * 7 + 3) % n}`]);
  for (let i = 0; i < n; i++) step(`c${i}`, "sub-cuts", "sub-cut", [`set-${i}`]);
  for (let i = 0; i < n - 2; i++)
    step(`half/c${i}`, "units", "sew", i === 0 ? ["c0", "c1"] : [`half/c${i - 1}`, `c${i + 1}`]);
  step("block", "blocks", "sew", [`half/c${n - 3}`, `c${n - 1}`]);
  step("row-1", "rows", "sew", ["block"]);
  step("rows", "top", "sew", []);
  return {
    cut: [{ fabric: "f", strips: steps.filter((s) => s.stage === "strips").map((s) => ({ step: s.id })) }],
    stages: ["strips", "strip sets", "sub-cuts", "units", "blocks", "rows", "top"],
    steps,
  } as unknown as Plan;
}

for (const n of [3, 20]) {
  test(`a thread of ${4 * n + 3} knots leaves each its room and runs from left to right`, () => {
    const plan = planOf(n);
    const thread = layThread(plan, 1240, 600);
    expect(thread.nodes).toHaveLength(plan.steps.length + 2);
    const at = new Map(thread.nodes.map((k) => [k.id, k]));
    for (const a of thread.nodes) {
      expect(a.y - a.h / 2).toBeGreaterThanOrEqual(-1);
      expect(a.y + a.h / 2).toBeLessThanOrEqual(thread.height + 1);
      for (const b of thread.nodes) {
        if (a.id < b.id && a.column === b.column)
          expect(Math.abs(a.y - b.y)).toBeGreaterThanOrEqual(Math.min(a.h, b.h) - 1);
      }
    }
    for (const l of thread.links) {
      const [from, to] = [at.get(l.from), at.get(l.to)];
      expect(from && to, `${l.from} to ${l.to}`).toBeTruthy();
      if (from && to)
        expect(from.column < to.column || (from.column === to.column && from.y < to.y), `${l.from} to ${l.to}`).toBe(
          true,
        );
    }
    // Everything hangs together: from every knot the thread leads to the quilt.
    const next = (id: string) => thread.links.filter((l) => l.from === id).map((l) => l.to);
    for (const k of thread.nodes) {
      let reached = [k.id];
      for (let i = 0; i < 60 && !reached.includes("quilt"); i++) reached = [...new Set(reached.flatMap(next))];
      expect(reached, k.id).toContain("quilt");
    }
  });
}

test("sizes, typefaces and colours come from the theme alone", () => {
  const faults: string[] = [];
  let files = 0;
  const look = (dir: string) => {
    for (const entry of readdirSync(dir, { withFileTypes: true })) {
      const path = `${dir}/${entry.name}`;
      if (entry.isDirectory()) look(path);
      else if (/\.tsx$/.test(entry.name)) {
        files++;
        readFileSync(path, "utf8")
          .split("\n")
          .forEach((line, i) => {
            // A fabric's own colour is data; everything that is drawn or set takes its colour by name.
            const wrong = /fontSize="\d|fontFamily="|="#[0-9a-fA-F]{3,6}"|rgba?\(|<select|<dialog|type="checkbox"/.test(
              line,
            );
            if (wrong) faults.push(`${path}:${i + 1}: ${line.trim()}`);
          });
      }
    }
  };
  look("src");
  expect(files).toBeGreaterThan(60);
  expect(faults).toEqual([]);
});
