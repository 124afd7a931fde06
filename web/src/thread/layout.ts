// Where the nodes of the thread lie: a column for each stage, rows ordered so that few threads cross.
import type { Plan, Step } from "../api/client";

export type Node = { id: string; column: number; row: number; x: number; y: number; h: number };
export type Link = { from: string; to: string; act: string };
export type Thread = { nodes: Node[]; links: Link[]; columns: string[]; height: number; slot: number };

export const clothId = (fabric: string) => `cloth:${fabric}`;
export const quiltId = "quilt";
/** Many kinds of row, as on point where no two are alike, stand together in one knot. */
export const rowsId = "rows together";
const manyRows = 8;

/** The least room a node needs from the top of one to the top of the next. */
const tight = 62;
const roomy = 118;

export function layThread(plan: Plan, width: number, height: number): Thread {
  const rows = plan.steps.filter((s) => s.stage === "rows");
  const together = rows.length > manyRows ? new Set(rows.map((s) => s.id)) : new Set<string>();
  const knot = (id: string) => (together.has(id) ? rowsId : id);
  // The joins of one unit belong together.
  const groups = new Map(plan.steps.map((s) => [s.id, s.group]));
  const group = (id: string) => groups.get(id) ?? id;
  const order = new Map<string, number>();
  const columns: string[] = [];
  const column = new Map<string, number>();
  const put = (name: string, ids: string[]) => {
    if (ids.length === 0) return;
    for (const id of ids) column.set(id, columns.length);
    columns.push(name);
  };
  put(
    "cloth",
    plan.cut.map((c) => clothId(c.fabric)),
  );
  for (const stage of plan.stages) {
    // Units made of units of the same stage stand to their right; the joins of one unit, and the steps of the top, follow
    // each other downward.
    const steps = plan.steps.filter((s) => s.stage === stage);
    const depth = new Map<string, number>();
    for (const s of steps) {
      const inside = s.takes.map((t) =>
        group(t.step) === group(s.id) ? (depth.get(t.step) ?? 0) - 1 : (depth.get(t.step) ?? -1),
      );
      depth.set(s.id, stage === "top" || stage === "finishing" ? 0 : Math.max(-1, ...inside) + 1);
    }
    for (let d = 0; d <= Math.max(-1, ...depth.values()); d++) {
      put(d === 0 ? stage : "", [...new Set(steps.filter((s) => depth.get(s.id) === d).map((s) => knot(s.id)))]);
    }
  }
  put("quilt", [quiltId]);

  const number = new Map(plan.steps.map((s, i) => [s.id, i]));
  const links: Link[] = [];
  const link = (from: string, to: string, act: string) => {
    const one = { from: knot(from), to: knot(to), act };
    if (!links.some((l) => l.from === one.from && l.to === one.to)) links.push(one);
  };
  for (const c of plan.cut) for (const s of c.strips) link(clothId(c.fabric), s.step, "cut");
  const taken = new Set<string>();
  for (const s of plan.steps) {
    for (const t of s.takes) {
      if (!column.has(knot(t.step))) continue;
      link(t.step, s.id, s.does);
      taken.add(t.step);
    }
  }
  // What no later step takes goes into the next step of the top, and the last of those into the quilt.
  const ends = plan.steps.filter((s) => !taken.has(s.id));
  const top = plan.steps.filter((s) => s.stage === "top");
  const loose = ends.filter((s) => s.stage !== "top");
  const behind = (s: Step) => s.stage === "finishing" || s.behind;
  for (const s of loose) link(s.id, behind(s) ? quiltId : (top[0]?.id ?? quiltId), "sew");
  top.forEach((s: Step, i) => {
    link(s.id, top[i + 1]?.id ?? quiltId, "sew");
  });

  const lists = columns.map((_, c) => [...column].filter(([, at]) => at === c).map(([id]) => id));
  for (const list of lists) {
    list.forEach((id, i) => {
      order.set(id, i);
    });
  }
  // Barycentre: every node moves toward the middle of what it is tied to, left to right and back, a few times.
  const middle = (id: string, side: "from" | "to") => {
    const other = side === "from" ? "to" : "from";
    const near = links.filter((l) => l[other] === id).map((l) => place(l[side]));
    return near.length ? near.reduce((a, b) => a + b, 0) / near.length : place(id);
  };
  const place = (id: string) => {
    const list = lists[column.get(id) ?? 0] ?? [];
    return ((order.get(id) ?? 0) + 0.5) / Math.max(1, list.length);
  };
  const top0 = top[0]?.id;
  const sweep = (list: string[], side: "from" | "to") => {
    if (top0 && list.includes(top0)) return; // in the order of the work
    const key = new Map<string, number>();
    for (const id of list) {
      const alike = list.filter((other) => group(other) === group(id));
      key.set(id, alike.reduce((sum, other) => sum + middle(other, side), 0) / alike.length);
    }
    list.sort((a, b) => (key.get(a) ?? 0) - (key.get(b) ?? 0) || (number.get(a) ?? 0) - (number.get(b) ?? 0));
    list.forEach((id, i) => {
      order.set(id, i);
    });
  };
  for (let round = 0; round < 6; round++) {
    for (const list of lists.slice(1)) sweep(list, "from");
    for (const list of [...lists].reverse().slice(1)) sweep(list, "to");
  }

  const longest = Math.max(...lists.map((l) => l.length));
  const slot = Math.max(tight, Math.min(roomy, (height - 20) / longest));
  const tall = Math.max(height, longest * slot + 20);
  const step = width / columns.length;
  const nodes = lists.flatMap((list, c) => {
    const gap = Math.min(slot * 1.5, tall / list.length);
    const first = (tall - gap * list.length) / 2;
    return list.map((id, r) => ({
      id,
      column: c,
      row: r,
      x: step * (c + 0.5),
      y: first + gap * (r + 0.5),
      h: list[0] === quiltId ? slot * 1.6 : Math.min(gap, slot),
    }));
  });
  return { nodes, links, columns, height: tall, slot };
}
