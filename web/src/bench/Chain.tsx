// The chain as it comes off the needle: sewn units hang filled in, waiting ones in outline, a mark where the chain is cut.
import type { Laid, Picture } from "../api/client";
import type { Colours } from "../drawn/colours";
import { Cloth } from "../drawn/Picture";

type Props = {
  picture: Picture;
  /** What lies face down on each. */
  laid?: Laid | undefined;
  colours: Colours;
  good: number;
  make: number;
  chain: number;
  bobbin: number;
  /** After so many of all a kit has what it takes. */
  kit?: number | undefined;
  /** The kind that hangs on the same thread after this one, and how many of it are to go. */
  then?: { picture: Picture; laid?: Laid | undefined; toGo: number } | undefined;
  width: number;
  height: number;
};

export function Chain({ picture, laid, colours, good, make, chain, bobbin, kit, then, width, height }: Props) {
  const thread = 16;
  const hang = height - thread - 20;
  const scale = Math.min(hang / picture.h, 74 / picture.w);
  const w = picture.w * scale;
  const h = picture.h * scale;
  const pitch = w + 9;
  const cut = 22; // room for the mark where the chain is cut
  const place = (i: number) => i * pitch + Math.floor(i / chain) * cut;
  const seen = Math.min(good, make);
  const needle = place(seen) - 5;
  // The needle stands a third of the way in once the chain is long.
  const all = make + (then?.toGo ?? 0);
  const left = Math.max(0, Math.min(needle - width * 0.36, place(all) - width + 30));
  const first = Math.max(0, Math.floor(left / (pitch + cut / chain)) - 2);
  const last = Math.min(all, first + Math.ceil(width / pitch) + 4);
  const px = 1 / scale;
  const runsOut = bobbin >= seen && bobbin < make;
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`The chain: ${good} of ${make} sewn, cut after every ${chain}${runsOut ? `, the bobbin runs out after ${bobbin}` : ""}`}
      style={{ display: "block" }}
    >
      <g transform={`translate(${14 - left} 0)`}>
        <line
          x1={place(first) - 20}
          x2={place(last)}
          y1={thread}
          y2={thread}
          stroke="var(--v-colors-ink)"
          strokeWidth="1.3"
        />
        {Array.from({ length: Math.max(0, last - first) }, (_, k) => first + k).map((i) => (
          <g key={i} transform={`translate(${place(i)} ${thread})`}>
            {i < seen || (then && i >= make) ? (
              <g transform={`scale(${scale})`} opacity={i < seen ? 1 : 0.4}>
                <Cloth picture={then && i >= make ? then.picture : picture} colours={colours} px={px} />
                {(then && i >= make ? then.laid : laid)?.over.map((p) => (
                  <polygon
                    key={p.points.join()}
                    points={p.points.join(" ")}
                    fill={colours[p.fabric] ?? "var(--v-colors-unknown)"}
                    stroke="var(--v-colors-pencil)"
                    strokeWidth={px}
                  />
                ))}
              </g>
            ) : (
              <g fill="none" stroke="var(--v-colors-line)" strokeOpacity="0.75" strokeWidth="1">
                <rect width={w} height={h} />
                {picture.seams.map((s) => (
                  <line
                    key={`${s.x1} ${s.y1} ${s.x2} ${s.y2}`}
                    x1={s.x1 * scale}
                    y1={s.y1 * scale}
                    x2={s.x2 * scale}
                    y2={s.y2 * scale}
                    strokeOpacity="0.5"
                  />
                ))}
              </g>
            )}
            {(i + 1) % 10 === 0 && i < make && (
              <text
                x={w / 2}
                y={h + 15}
                textAnchor="middle"
                fontSize="var(--v-font-sizes-fine)"
                fill="var(--v-colors-soft)"
                className="tabular"
              >
                {i + 1}
              </text>
            )}
            {((i + 1) % chain === 0 || i + 1 === make) && i + 1 < all && (
              <path
                d={`M${w + 8} ${-7} L${w + 20} 7 M${w + 20} ${-7} L${w + 8} 7`}
                stroke="var(--v-colors-ink)"
                strokeWidth="1.6"
              />
            )}
          </g>
        ))}
        {kit !== undefined && kit > 0 && kit < make && (
          <text
            x={place(kit) - 6}
            y={height - 4}
            textAnchor="end"
            fontSize="var(--v-font-sizes-small)"
            fontWeight="600"
            fill="var(--v-colors-woad)"
          >
            kit ↑
          </text>
        )}
        {runsOut && <Bobbin x={place(bobbin) - 5} height={height} />}
        <line
          x1={needle}
          x2={needle}
          y1="2"
          y2={height - 12}
          stroke="var(--v-colors-madder)"
          strokeWidth="3"
          strokeDasharray="7 4"
        />
      </g>
    </svg>
  );
}

/** Where the bobbin runs out: an empty bobbin from its side, hanging on the thread. */
function Bobbin({ x, height }: { x: number; height: number }) {
  return (
    <g transform={`translate(${x} 0)`} stroke="var(--v-colors-ink)" fill="var(--v-colors-cotton)" strokeWidth="1.6">
      <line x1="0" x2="0" y1="4" y2={height - 14} strokeDasharray="2 4" />
      <path d="M-9 4 H9 V8 H4 V22 H9 V26 H-9 V22 H-4 V8 H-9 Z" />
    </g>
  );
}
