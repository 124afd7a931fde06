// Which prints a block was really sewn of, as an event tells it.
import type { Deal, Progress, TallyEvent } from "../api/client";

export type SewnPrints = NonNullable<NonNullable<TallyEvent["prints"]>[number]>;

/** What is sewn of another print than is dealt: by place, the print's id. */
export type Others = Record<number, string>;

/** An event tells no more than so many prints. */
const mostTold = 2000;

/** A block as it is dealt, but for what was sewn of another print. */
export function told(deal: Deal, at: number, others: Others): SewnPrints | undefined {
  const cell = deal.cells[at];
  const block = cell && deal.blocks[cell.block];
  if (!cell || !block) return undefined;
  const of: Record<string, string[]> = {};
  block.roles.forEach((role, spot) => {
    const list = of[role] ?? [];
    of[role] = list;
    const nth = block.nth[spot] ?? 1;
    while (list.length < nth) list.push("");
    list[nth - 1] = others[spot] ?? deal.prints[cell.prints[spot] ?? -1]?.id ?? "";
  });
  return { row: cell.row, column: cell.column, of };
}

/** The blocks of a kind that are not sewn yet, in the order of their piles. waits: what is told and on its way. */
export function pilesLeft(deal: Deal, progress: Progress, block: string, waits: SewnPrints[]): number[] {
  const sewn = new Set(progress.sewn.blocks.map((b) => b.cell));
  return deal.cells.flatMap((c, i) =>
    c.block === block && c.says && !sewn.has(i) && !waits.some((w) => w.row === c.row && w.column === c.column)
      ? [i]
      : [],
  );
}

/** The next so many piles as they are sewn: nothing where there is too much to tell at once. */
export function toldOf(deal: Deal, piles: number[], n: number, others: Others): SewnPrints[] | undefined {
  const list = piles.slice(0, n).flatMap((at, i) => told(deal, at, i === 0 ? others : {}) ?? []);
  const prints = list.reduce((sum, b) => sum + Object.values(b.of).reduce((s, p) => s + (p?.length ?? 0), 0), 0);
  return list.length > 0 && prints <= mostTold ? list : undefined;
}
