import { useId } from "react";
import type { Across, Picture } from "../api/client";
import type { Colours } from "./colours";
import { Cloth } from "./Picture";
import { RuledSvg } from "./RuledSvg";
import { useTurned } from "./Turned";

/**
 * One strip or strip set to scale as it is cut: the knife's marks dotted with what the ruler reads there, what is squared off
 * and what remains hatched, the rest with its size.
 */
export function LayupView({
  across,
  layup,
  picture,
  colours,
  width,
  label,
}: {
  across: Across;
  layup: Across["layups"][number];
  picture: Picture;
  colours: Colours;
  width: number;
  label: string;
}) {
  const back = useTurned();
  const long = layup.long.inches;
  const px = across.length.inches / width;
  const clip = useId();
  const h = Math.max(picture.h, 22 * px);
  const last = layup.marks.at(-1)?.at ?? 0;
  const at = (x: number) => (back ? long - x : x);
  const head = 17 * px;
  // What the ruler reads, where there is room to read it.
  let free = -1;
  const read = layup.marks.filter((m) => {
    if (m.step === "" || m.at < free) return false;
    free = m.at + 36 * px;
    return true;
  });
  let from = 0;
  const gone = layup.marks.flatMap((m, i) => {
    const piece = { x: from, w: m.at - from, key: `${i}` };
    from = m.at;
    return m.step === "" ? [piece] : [];
  });
  if (last < long) gone.push({ x: last, w: long - last, key: "rest" });
  return (
    <svg
      role="img"
      aria-label={label}
      width={long / px}
      height={(h + head + 7 * px) / px}
      viewBox={`0 ${-head} ${long} ${h + head + 7 * px}`}
      style={{ maxWidth: "100%", height: "auto", overflow: "visible" }}
    >
      <defs>
        <clipPath id={clip}>
          <rect width={long} height={picture.h} />
        </clipPath>
        <pattern id="rest" width={5 * px} height={5 * px} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={5 * px} height={5 * px} fill="var(--v-colors-chalk)" fillOpacity={0.75} />
          <line x1="0" y1="0" x2="0" y2={5 * px} stroke="var(--v-colors-pencil)" strokeOpacity={0.5} strokeWidth={px} />
        </pattern>
      </defs>
      <g transform={back ? `translate(${long} 0) scale(-1 1)` : undefined}>
        <g transform={`scale(1 ${h / picture.h})`} clipPath={`url(#${clip})`}>
          <Cloth picture={picture} colours={colours} px={px} back={back} />
        </g>
        {gone.map((g) => (
          <rect key={g.key} x={g.x} width={g.w} height={h} fill="url(#rest)" />
        ))}
        {layup.marks.map((m) => (
          <g key={m.at} strokeWidth={1.6 * px}>
            <line x1={m.at} x2={m.at} y1={0} y2={h} stroke="var(--v-colors-chalk)" />
            <line
              x1={m.at}
              x2={m.at}
              y1={-4 * px}
              y2={h + 5 * px}
              stroke="var(--v-colors-madder)"
              strokeDasharray={`${1.5 * px} ${2.5 * px}`}
            />
          </g>
        ))}
        <rect width={long} height={h} fill="none" stroke="var(--v-colors-ink)" strokeOpacity={0.5} strokeWidth={px} />
      </g>
      {read.map((m) => (
        <RuledSvg key={m.at} x={at(m.at)} y={-6 * px} size={11.5 * px} anchor="middle">
          {m.reads.text}
        </RuledSvg>
      ))}
      {long - last > 40 * px && (
        <g>
          <rect
            x={at((last + long) / 2) - 19 * px}
            y={h / 2 - 8 * px}
            width={38 * px}
            height={16 * px}
            rx={2 * px}
            fill="var(--v-colors-chalk)"
          />
          <RuledSvg
            x={at((last + long) / 2)}
            y={h / 2 + 4 * px}
            size={11.5 * px}
            anchor="middle"
            fill="var(--v-colors-pencil)"
          >
            {layup.rest.text}
          </RuledSvg>
        </g>
      )}
    </svg>
  );
}
