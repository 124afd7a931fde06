import { memo, useId } from "react";
import type { Layout } from "../api/client";
import type { Colours } from "./colours";
import { DealtCloth, type Places } from "./Dealt";
import { Cloth, Crossings, named } from "./Picture";
import { useTurned } from "./Turned";

type Props = {
  layout: Layout;
  colours: Colours;
  maxW: number;
  maxH: number;
  label: string;
  back?: boolean;
  marks?: boolean;
  /** How many of each block are made: the others are drawn in outline. */
  filled?: Record<string, number>;
  /** The borders are sewn on; asked where blocks are filled in. */
  bordered?: boolean;
  /** Prints that are dealt without their colour; the other colours are given so. */
  grey?: boolean;
  /** What can be done with the places of the prints. */
  places?: Places;
};

/** The whole quilt to scale: each kind of block drawn once and laid in its places. */
export const QuiltView = memo(function QuiltView({
  layout,
  colours,
  maxW,
  maxH,
  label,
  back: side,
  marks,
  filled,
  bordered,
  grey,
  places,
}: Props) {
  const turned = useTurned();
  const back = side ?? turned;
  const id = useId();
  if (layout.w <= 0 || layout.h <= 0) return null;
  const scale = Math.min(maxW / layout.w, maxH / layout.h);
  const px = 1 / scale;
  return (
    // biome-ignore lint/a11y/noSvgWithoutTitle: named() gives its name, or hides it
    <svg
      {...named(label, back)}
      width={layout.w * scale}
      height={layout.h * scale}
      viewBox={`0 0 ${layout.w} ${layout.h}`}
      style={{ maxWidth: "100%" }}
    >
      <defs>
        {Object.entries(layout.blocks).map(([unit, picture]) => (
          <g key={unit} id={`${id}-${unit}`}>
            <Cloth picture={picture} colours={colours} back={back} px={px} />
            {marks && <Crossings crosses={picture.crosses} px={px * 0.55} />}
          </g>
        ))}
      </defs>
      <g transform={back ? `translate(${layout.w} 0) scale(-1 1)` : undefined}>
        {layout.borders.map((b) => (
          <polygon
            key={b.points.join()}
            points={b.points.join(" ")}
            fill={filled && !bordered ? "var(--v-colors-paper)" : colours[b.fabric]}
            stroke="var(--v-colors-seamline)"
            strokeWidth={px * 0.6}
          />
        ))}
        {back &&
          layout.borders.map((b) => (
            <polygon key={b.points.join()} points={b.points.join(" ")} fill="var(--v-colors-chalk)" fillOpacity={0.5} />
          ))}
        {layout.cells.map((c, i) => {
          const block = layout.blocks[c.block];
          if (!block) return null;
          const before = filled ? layout.cells.slice(0, i).filter((o) => o.block === c.block).length : 0;
          const [w, h] = c.turn % 180 === 0 ? [block.w, block.h] : [block.h, block.w];
          // Turned about its middle, then laid with its upper left corner in place.
          const turn = `translate(${c.x + w / 2} ${c.y + h / 2}) rotate(${c.turn}) translate(${-block.w / 2} ${-block.h / 2})`;
          if (filled && before >= (filled[c.block] ?? 0))
            return (
              <rect
                key={`${c.x} ${c.y}`}
                x={c.x}
                y={c.y}
                width={w}
                height={h}
                fill="var(--v-colors-paper)"
                stroke="var(--v-colors-line)"
                strokeWidth={px}
              />
            );
          if (c.prints && !back)
            return (
              <g key={`${c.x} ${c.y}`} transform={turn}>
                <DealtCloth layout={layout} cell={i} grey={grey} places={places} colours={colours} px={px} />
              </g>
            );
          return <use key={`${c.x} ${c.y}`} href={`#${id}-${c.block}`} transform={turn} />;
        })}
        {back &&
          layout.bands.map((b) => (
            <polygon
              key={b.points.join()}
              points={b.points.join(" ")}
              fill="var(--v-colors-pencil)"
              fillOpacity={0.26}
              stroke="var(--v-colors-pencil)"
              strokeOpacity={0.5}
              strokeWidth={px * 0.5}
            />
          ))}
        {marks && <Crossings crosses={layout.crosses} px={px * 0.55} />}
        {!layout.loose && (
          <rect
            width={layout.w}
            height={layout.h}
            fill="none"
            stroke="var(--v-colors-ink)"
            strokeOpacity={0.5}
            strokeWidth={px}
          />
        )}
      </g>
    </svg>
  );
});
