import type { Across, Picture } from "../api/client";
import type { Colours } from "./colours";
import { Cloth } from "./Picture";
import { useTurned } from "./Turned";

/** A strip or strip set with the cuts across it, dotted, and what remains hatched. */
export function AcrossView({
  across,
  picture,
  colours,
  width,
  label,
}: {
  across: Across;
  picture: Picture;
  colours: Colours;
  width: number;
  label: string;
}) {
  const back = useTurned();
  const scale = width / across.length.inches;
  const px = 1 / scale;
  const first = across.marks[0] ?? 0;
  const last = across.marks[across.marks.length - 1] ?? 0;
  return (
    <svg
      role="img"
      aria-label={label}
      width={width}
      height={picture.h * scale + 18}
      viewBox={`0 ${-9 * px} ${across.length.inches} ${picture.h + 18 * px}`}
      style={{ maxWidth: "100%" }}
    >
      <defs>
        <pattern id="rest" width={5 * px} height={5 * px} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={5 * px} height={5 * px} fill="#FCFAF5" fillOpacity={0.75} />
          <line x1="0" y1="0" x2="0" y2={5 * px} stroke="#23282B" strokeOpacity={0.5} strokeWidth={px} />
        </pattern>
      </defs>
      <g transform={back ? `translate(${across.length.inches} 0) scale(-1 1)` : undefined}>
        <Cloth picture={picture} colours={colours} px={px} back={back} />
        <rect width={first} height={picture.h} fill="url(#rest)" />
        <rect x={last} width={Math.max(0, across.length.inches - last)} height={picture.h} fill="url(#rest)" />
        {across.marks.map((x) => (
          <line
            key={x}
            x1={x}
            x2={x}
            y1={-7 * px}
            y2={picture.h + 7 * px}
            stroke="var(--v-colors-madder)"
            strokeWidth={1.6 * px}
            strokeDasharray={`${1.5 * px} ${3 * px}`}
          />
        ))}
        <rect
          width={across.length.inches}
          height={picture.h}
          fill="none"
          stroke="var(--v-colors-ink)"
          strokeOpacity={0.5}
          strokeWidth={px}
        />
      </g>
    </svg>
  );
}
