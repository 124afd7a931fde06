import { fractions } from "../frame/fractions";

/** A label inside a drawing, its fractions set as true ones. Sizes are in the drawing's own units. */
export function RuledSvg({
  x,
  y,
  size,
  children,
  anchor = "start",
  fill = "var(--v-colors-ink)",
}: {
  x: number;
  y: number;
  size: number;
  children: string;
  anchor?: "start" | "middle" | "end";
  fill?: string;
}) {
  return (
    <text x={x} y={y} fontSize={size} textAnchor={anchor} fill={fill} className="tabular">
      {fractions(children).map((f) =>
        f.fraction ? (
          <tspan key={f.at} className="frac">
            {f.text}
          </tspan>
        ) : (
          f.text
        ),
      )}
    </text>
  );
}
