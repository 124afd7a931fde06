// What is dealt by hand: a print for a place of a block, kept in the document.
import type { Deal, Document, Progress } from "../api/client";
import type { Place } from "../drawn/Dealt";

type Decided = NonNullable<Document["deal"]>;
type Given = NonNullable<Decided["hand"]>[number];

/** How a place is called in the document. */
function given(deal: Deal, at: Place, print: string): Given | undefined {
  const cell = deal.cells[at.cell];
  const block = cell && deal.blocks[cell.block];
  const role = block?.roles[at.spot];
  const place = block?.nth[at.spot];
  return cell && role && place ? { row: cell.row, column: cell.column, role, place, print } : undefined;
}

const same = (a: Given, b: Given) =>
  a.row === b.row && a.column === b.column && a.role === b.role && a.place === b.place;

/** The print that lies in a place. */
export const printAt = (deal: Deal, at: Place) => deal.prints[deal.cells[at.cell]?.prints[at.spot] ?? -1];

/** The decisions with a print in each of some places. It is laid over the deal: nothing else moves. */
export function withHand(decided: Decided, deal: Deal, list: { at: Place; print: string }[]): Decided {
  const before = decided.before ?? 0;
  let hand = decided.hand ?? [];
  for (const { at, print } of list) {
    const one = given(deal, at, print);
    if (one) hand = [...hand.filter((h, i) => i < before || !same(h, one)), one];
  }
  return { ...decided, hand };
}

/** The decisions without what was dealt by hand to a place. */
export function withoutHand(decided: Decided, deal: Deal, at: Place): Decided {
  const one = given(deal, at, "");
  const hand = decided.hand ?? [];
  const stays = hand.filter((h) => !one || !same(h, one));
  const gone = hand.slice(0, decided.before ?? 0).filter((h) => one && same(h, one)).length;
  return { ...decided, hand: stays, before: (decided.before ?? 0) - gone || undefined };
}

/** Dealt anew, round what was dealt by hand. */
export const anew = (decided: Decided): Decided => ({
  ...decided,
  seed: (decided.seed + 1) % 1_000_000,
  before: decided.hand?.length || undefined,
});

/** The decisions with every block that is sewn as it is: as it was told, else as it is dealt. The others are dealt round them. */
export function withSewn(decided: Decided, deal: Deal, blocks: Progress["sewn"]["blocks"]): Decided {
  const sewn = blocks.flatMap((b) =>
    (deal.cells[b.cell]?.prints ?? []).flatMap((dealt, spot) => {
      const print = deal.prints[b.prints[spot] ?? dealt] ?? deal.prints[dealt];
      const one = print && given(deal, { cell: b.cell, spot }, print.id);
      return one ? [one] : [];
    }),
  );
  const hand = [...(decided.hand ?? []).filter((h) => !sewn.some((s) => same(s, h))), ...sewn];
  return { ...decided, hand, before: hand.length };
}
