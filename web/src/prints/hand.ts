// What is dealt by hand: a print for a place of a block, kept in the document.
import type { Deal, Document } from "../api/client";
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

/** The decisions with a print in each of some places; those that are already there are held where they are. */
export function withHand(decided: Decided, deal: Deal, list: { at: Place; print: string }[]): Decided {
  let hand = decided.hand ?? [];
  for (const { at, print } of list) {
    const one = given(deal, at, print);
    if (one) hand = [...hand.filter((h) => !same(h, one)), one];
  }
  return { ...decided, hand };
}

/** The decisions without what was dealt by hand to a place. */
export function withoutHand(decided: Decided, deal: Deal, at: Place): Decided {
  const one = given(deal, at, "");
  return { ...decided, hand: (decided.hand ?? []).filter((h) => !one || !same(h, one)) };
}
