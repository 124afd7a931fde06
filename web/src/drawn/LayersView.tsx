// Two layers as they lie under the foot: the lower one right side up, the upper one face down on it and folded back so that both are
// seen; the edges that are sewn on the right, at the guide. Everything comes from the core's polygons.
import { useId } from "react";
import type { Picture, UnderSeam } from "../api/client";
import type { Colours } from "./colours";
import { Cloth, CrossMark, named } from "./Picture";

type Layers = { lower: Picture; upper: Picture; takes: number };

type Props = Layers & {
  colours: Colours;
  maxW: number;
  maxH: number;
  label: string;
  marks?: UnderSeam["marks"];
  spot?: { up: boolean; x: number; y: number } | undefined;
  /** Crossed out. */
  wrong?: boolean;
  foot?: boolean;
};

export function LayersView({ lower, upper, takes, colours, maxW, maxH, label, marks = [], spot, wrong, foot }: Props) {
  const clip = useId();
  const size = maxH < 240 ? 0.7 : 1; // of the foot and the signs
  const wide = Math.max(lower.w, upper.w);
  const high = Math.max(lower.h, upper.h);
  const room = {
    top: foot ? 50 * size : 6,
    right: marks.length > 0 || foot ? 112 : 8,
    left: marks.length > 0 ? 34 : 8,
    below: 14,
  };
  const scale = Math.max(1, Math.min((maxW - room.left - room.right) / wide, (maxH - room.top - room.below) / high));
  const px = 1 / scale;
  const w = wide * scale + room.left + room.right;
  const h = high * scale + room.top + room.below;
  // The upper one is folded back where it would hide the lower one, unless what tells them apart lies there.
  const hides = upper.w > 0.72 * lower.w && !(spot?.up && spot.x > 0.45 * upper.w);
  const seeThrough = spot && !spot.up; // what tells them apart lies below
  const [foldTop, foldBottom] = hides
    ? [wide - 0.74 * lower.w, wide - 0.46 * lower.w]
    : [wide - upper.w, wide - upper.w];
  const shift = 7 * px; // the lower one shows at the end that goes in last
  const at = (y: number) => y * scale + room.top;
  const guide = room.left + wide * scale;
  const gap = Math.min(...marks.slice(1).map((m, i) => (m.at - (marks[i]?.at ?? 0)) * scale), 24);
  const sign = Math.min(size, gap / 18);
  const told = apart(marks.map((m) => at(m.at))).map((room) => room && marks.length <= mostTold);
  return (
    // biome-ignore lint/a11y/noSvgWithoutTitle: named() gives its name, or hides it
    <svg
      {...named(label)}
      width={w}
      height={h}
      viewBox={`0 0 ${w} ${h}`}
      style={{ maxWidth: "100%", overflow: "visible" }}
    >
      <defs>
        <clipPath id={clip}>
          <polygon points={`${foldTop},0 ${wide + 1},0 ${wide + 1},${high} ${foldBottom},${high}`} />
        </clipPath>
      </defs>
      <g transform={`translate(${room.left} ${room.top}) scale(${scale})`}>
        <g transform={`translate(${wide - lower.w} ${shift})`}>
          <Cloth picture={lower} colours={colours} px={px} />
          <Outline picture={lower} px={px} />
        </g>
        <g clipPath={`url(#${clip})`}>
          <g transform={`translate(${wide} 0) scale(-1 1)`}>
            {!seeThrough && <Cloth picture={upper} colours={colours} back px={px} />}
            <Outline picture={upper} px={px * 1.6} />
          </g>
        </g>
        <line
          x1={foldTop}
          y1={0}
          x2={foldBottom}
          y2={high}
          stroke="var(--v-colors-ink)"
          strokeWidth={px * (hides ? 2.4 : 1.4)}
        />
        <Stitches x={wide - takes} high={high} px={px} />
        {marks
          .filter((m) => m.locks === "clashes")
          .map((m) => (
            <g key={m.at} transform={`translate(${wide - takes} ${m.at})`}>
              <CrossMark state="clashes" r={10 * px} px={px} />
            </g>
          ))}
        {spot && (
          <circle
            cx={spot.up ? wide - spot.x : wide - lower.w + spot.x}
            cy={spot.y}
            r={Math.min(13 * px, 0.3 * high)}
            fill="none"
            stroke={wrong ? "var(--v-colors-madder)" : "var(--v-colors-woad)"}
            strokeWidth={px * 3.4}
          />
        )}
      </g>
      {foot && <Foot x={guide - takes * scale} guide={guide} y={room.top - 4} high={high * scale} size={size} />}
      {marks.map((m, i) => (
        <g key={m.at}>
          {sign > 0.35 && (
            <>
              <Way way={m.upper} x={guide + 18} y={at(m.at)} size={sign} filled />
              <Way way={m.lower} x={room.left + (wide - lower.w) * scale - 16} y={at(m.at)} size={sign} />
            </>
          )}
          {told[i] && (
            <text
              x={guide + 34}
              y={at(m.at) + 6}
              style={{ fontSize: "var(--v-font-sizes-large)" }}
              fontWeight="600"
              fill="var(--v-colors-ink)"
              className="tabular"
            >
              {m.text}
              {m.upper === "" && (
                <tspan fontWeight="400" style={{ fontSize: "var(--v-font-sizes-small)" }}>
                  {" below"}
                </tspan>
              )}
            </text>
          )}
        </g>
      ))}
      {wrong && (
        <g stroke="var(--v-colors-madder)" strokeWidth="4" strokeLinecap="round">
          <line x1={room.left - 4} y1={room.top - 4} x2={guide + 4} y2={h - room.below + 4} />
          <line x1={guide + 4} y1={room.top - 4} x2={room.left - 4} y2={h - room.below + 4} />
        </g>
      )}
    </svg>
  );
}

/** With more places than this only the signs are shown. */
const mostTold = 9;

/** Which labels have room above each other. */
function apart(ys: number[]) {
  let last = Number.NEGATIVE_INFINITY;
  return ys.map((y) => {
    if (y - last < 21) return false;
    last = y;
    return true;
  });
}

function Outline({ picture, px }: { picture: Picture; px: number }) {
  return picture.whole ? (
    <rect
      width={picture.w}
      height={picture.h}
      fill="none"
      stroke="var(--v-colors-ink)"
      strokeOpacity="0.8"
      strokeWidth={px}
    />
  ) : null;
}

function Stitches({ x, high, px }: { x: number; high: number; px: number }) {
  return (
    <>
      <line x1={x} y1={-6 * px} x2={x} y2={high} stroke="var(--v-colors-chalk)" strokeWidth={px * 5} />
      <line
        x1={x}
        y1={-6 * px}
        x2={x}
        y2={high}
        stroke="var(--v-colors-thread-madder)"
        strokeWidth={px * 3.4}
        strokeDasharray={`${px * 10} ${px * 6}`}
      />
    </>
  );
}

/** The presser foot over the end that goes in first, and the guide beside it. */
function Foot({ x, guide, y, high, size }: { x: number; guide: number; y: number; high: number; size: number }) {
  return (
    <g stroke="var(--v-colors-ink)" strokeWidth="1.6" fill="none">
      <g transform={`translate(${x} ${y}) scale(${size})`}>
        <path d="M-13 0 V-30 H13 V0 H5 V-16 H-5 V0 Z" fill="var(--v-colors-paper)" />
        <line x1="0" y1="-40" x2="0" y2="4" strokeWidth="2" />
      </g>
      <line
        x1={guide + 5}
        y1={y - 8}
        x2={guide + 5}
        y2={y + 8 + high}
        strokeWidth="2.4"
        stroke="var(--v-colors-pencil)"
      />
      <text
        x={guide + 20}
        y={y - 16 * size}
        style={{ fontSize: "var(--v-font-sizes-body)" }}
        stroke="none"
        fill="var(--v-colors-pencil)"
      >
        this end first
      </text>
    </g>
  );
}

/** Where an allowance points: away from you, toward you, or to both sides. Filled for the upper layer. */
function Way({ way, x, y, size, filled }: { way: string; x: number; y: number; size: number; filled?: boolean }) {
  const tip = { away: "M0 -9 L9 7 H-9 Z", toward: "M0 9 L9 -7 H-9 Z" }[way];
  const both = way === "open" || way === "both" ? "M0 -11 L7 -2 H-7 Z M0 11 L7 2 H-7 Z" : undefined;
  const d = tip ?? both;
  if (!d) return null;
  return (
    <path
      d={d}
      transform={`translate(${x} ${y}) scale(${size})`}
      fill={filled ? "var(--v-colors-woad)" : "none"}
      stroke="var(--v-colors-woad)"
      strokeWidth="1.8"
      strokeLinejoin="round"
    />
  );
}
