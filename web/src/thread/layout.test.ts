import { expect, test } from "vitest";
import type { Plan } from "../api/client";
import { layThread } from "./layout";

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
