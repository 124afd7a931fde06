import type { Plan } from "../api/client";

type FabricCut = Plan["cut"][number];

/** A length of cloth lying open, its strips marked where they are cut, the cleaned edge on the left. */
export function ClothView({ cut, pxPerInch }: { cut: FabricCut; pxPerInch: number }) {
  const px = 1 / pxPerInch;
  const w = cut.length.inches;
  const h = cut.usable.inches;
  const lines: { x: number; from: number; label: string; count: number; width: number }[] = cut.strips.map((s) => ({
    x: s.from.inches,
    from: s.from.inches,
    label: s.width.text,
    count: s.count,
    width: s.width.inches,
  }));
  return (
    <svg
      role="img"
      aria-label={`${cut.name} to scale with its strips`}
      width={w * pxPerInch}
      height={h * pxPerInch}
      viewBox={`0 0 ${w} ${h}`}
      style={{ maxWidth: "100%" }}
    >
      <rect width={w} height={h} fill={cut.colour} />
      {lines.flatMap((s) =>
        Array.from({ length: s.count + 1 }, (_, i) => (
          <line
            // biome-ignore lint/suspicious/noArrayIndexKey: cuts have no name but their number
            key={`${s.label} ${s.from} ${i}`}
            x1={s.x + i * s.width}
            x2={s.x + i * s.width}
            y1={0}
            y2={h}
            stroke="#FCFAF5"
            strokeWidth={(i === 0 ? 2.4 : 1.2) * px}
            strokeDasharray={`${2 * px} ${3 * px}`}
            style={{ mixBlendMode: "difference" }}
          />
        )),
      )}
      <rect width={w} height={h} fill="none" stroke="var(--v-colors-ink)" strokeOpacity={0.5} strokeWidth={px} />
    </svg>
  );
}
