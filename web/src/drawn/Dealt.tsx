// A block in the prints it was dealt.
import { memo } from "react";
import type { Layout } from "../api/client";
import type { Colours } from "./colours";

/** A place in a block of the quilt that one print lies in. */
export type Place = { cell: number; spot: number };

export const placeKey = (p: Place) => `${p.cell} ${p.spot}`;

/** What can be done with the places of a deal, and which of them are marked. */
export type Places = {
  /** How a place is called, with its print. */
  called: (place: Place) => string;
  /** Places of one print that touch, by their keys. */
  alike: Set<string>;
  chosen: Place | undefined;
  onPlace: (place: Place) => void;
};

/** The patches of one block in their prints; a place that is chosen or touches its like is outlined. */
export const DealtCloth = memo(function DealtCloth({
  layout,
  cell,
  grey,
  places,
  colours,
  px,
}: {
  layout: Layout;
  cell: number;
  grey?: boolean | undefined;
  places?: Places | undefined;
  colours: Colours;
  px: number;
}) {
  const placed = layout.cells[cell];
  const picture = placed && layout.blocks[placed.block];
  if (!placed || !picture) return null;
  const of = layout.spots?.[placed.block];
  return picture.patches.map((p, i) => {
    const spot = of?.[i] ?? -1;
    const print = spot < 0 ? undefined : layout.prints?.[placed.prints?.[spot] ?? -1];
    const outline = spot < 0 ? undefined : marked(places, { cell, spot });
    return (
      // biome-ignore lint/a11y/noStaticElementInteractions: every place can be chosen by its block and number beside the drawing too
      <polygon
        key={p.points.join()}
        points={p.points.join(" ")}
        fill={print ? (grey ? print.grey : print.colour) : (colours[p.fabric] ?? "var(--v-colors-unknown)")}
        stroke={outline ?? "var(--v-colors-seamline)"}
        strokeWidth={px * (outline ? 2.4 : 0.6)}
        style={print && places ? { cursor: "pointer" } : undefined}
        onClick={print && places ? () => places.onPlace({ cell, spot }) : undefined}
      >
        {print && places && <title>{places.called({ cell, spot })}</title>}
      </polygon>
    );
  });
});

function marked(places: Places | undefined, at: Place) {
  if (places?.chosen && placeKey(places.chosen) === placeKey(at)) return "var(--v-colors-thread-madder)";
  if (places?.alike.has(placeKey(at))) return "var(--v-colors-pencil)";
  return undefined;
}
