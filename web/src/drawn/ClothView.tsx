import type { Plan } from "../api/client";
import { RuledSvg } from "./RuledSvg";

type FabricCut = Plan["cut"][number];

/** A length of cloth lying open, its strips marked where they are cut, the cleaned edge on the left, or on the right for a left-handed cutter. */
export function ClothView({ cut, pxPerInch, left }: { cut: FabricCut; pxPerInch: number; left?: boolean }) {
  const px = 1 / pxPerInch;
  const w = cut.length.inches;
  const h = cut.usable.inches;
  const head = 17 * px;
  const at = (x: number) => (left ? w - x : x);
  /** Where strips of a width begin: where the first of them would, measured back from its end. */
  const from = (s: FabricCut["strips"][number]) => (s.ends[0] ?? 0) - s.width.inches;
  // A label for every width whose label does not lie on the last one; all of them stand in words beside the drawing.
  let free = -1;
  const strips = cut.strips.filter((s) => s.ends.length > 0); // the others come from the shelf, or from other prints
  const labelled = new Set(
    strips.filter((s) => {
      if (from(s) < free) return false;
      free = from(s) + 62 * px;
      return true;
    }),
  );
  return (
    <svg
      role="img"
      aria-label={`${cut.name} to scale with its strips`}
      width={w * pxPerInch}
      height={(h + head) * pxPerInch}
      viewBox={`0 ${-head} ${w} ${h + head}`}
      style={{ maxWidth: "100%", overflow: "visible" }}
    >
      <rect width={w} height={h} fill={cut.colour} />
      {strips.map((s) => (
        <g key={s.step}>
          <line
            x1={at(from(s))}
            x2={at(from(s))}
            y1={labelled.has(s) ? -head : 0}
            y2={h}
            stroke="var(--v-colors-ink)"
            strokeWidth={px}
          />
          {labelled.has(s) && (
            <RuledSvg x={at(from(s) + 4 * px)} y={-5 * px} size={12 * px} anchor={left ? "end" : "start"}>
              {`${s.ends.length} × ${s.width.text}`}
            </RuledSvg>
          )}
          {s.ends.map(at).map((x) => (
            <g key={x}>
              <line
                x1={x}
                x2={x}
                y1={0}
                y2={h}
                stroke="var(--v-colors-chalk)"
                strokeWidth={1.8 * px}
                strokeOpacity={0.9}
              />
              <line
                x1={x}
                x2={x}
                y1={0}
                y2={h}
                stroke="var(--v-colors-pencil)"
                strokeWidth={1.4 * px}
                strokeDasharray={`${1.5 * px} ${2.5 * px}`}
              />
            </g>
          ))}
        </g>
      ))}
      <rect width={w} height={h} fill="none" stroke="var(--v-colors-ink)" strokeOpacity={0.5} strokeWidth={px} />
    </svg>
  );
}
