// A block in the prints it was dealt.
import { memo } from "react";
import type { Deal, Picture } from "../api/client";
import type { Colours } from "./colours";

/** A place in a block of the quilt that one print lies in. */
export type Place = { cell: number; spot: number };

/** What of a deal is shown, and what can be done with it. */
export type Dealt = {
  deal: Deal;
  grey?: boolean;
  /** Places of one print that touch are marked. */
  alike?: boolean;
  chosen?: Place | undefined;
  onPlace?: (place: Place) => void;
};

/** The patches of one block in their prints; a place that is chosen or touches its like is outlined. */
export const DealtCloth = memo(function DealtCloth({
  picture,
  dealt,
  cell,
  colours,
  px,
}: {
  picture: Picture;
  dealt: Dealt;
  cell: number;
  colours: Colours;
  px: number;
}) {
  const block = dealt.deal.cells[cell];
  if (!block) return null;
  const of = dealt.deal.blocks[block.block]?.of ?? [];
  return picture.patches.map((p, i) => {
    const spot = of[i] ?? -1;
    const print = spot < 0 ? undefined : dealt.deal.prints[block.prints[spot] ?? -1];
    const { onPlace } = dealt;
    const outline = spot < 0 ? undefined : marked(dealt, { cell, spot });
    return (
      // biome-ignore lint/a11y/noStaticElementInteractions: every place can be chosen by its block and number beside the drawing too
      <polygon
        key={p.points.join()}
        points={p.points.join(" ")}
        fill={print ? (dealt.grey ? print.grey : print.colour) : (colours[p.fabric] ?? "var(--v-colors-unknown)")}
        stroke={outline ?? "var(--v-colors-seamline)"}
        strokeWidth={px * (outline ? 2.4 : 0.6)}
        style={print && onPlace ? { cursor: "pointer" } : undefined}
        onClick={print && onPlace ? () => onPlace({ cell, spot }) : undefined}
      >
        {print && onPlace && <title>{`${block.called}: ${print.name}`}</title>}
      </polygon>
    );
  });
});

function marked({ deal, alike, chosen }: Dealt, at: Place) {
  const is = (p: Place | undefined) => p?.cell === at.cell && p.spot === at.spot;
  if (is(chosen)) return "var(--v-colors-thread-madder)";
  if (alike && deal.alike.some((pair) => is(pair.a) || is(pair.b))) return "var(--v-colors-pencil)";
  return undefined;
}
