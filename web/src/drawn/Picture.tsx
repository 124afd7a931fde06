// True drawings: every polygon, seam, allowance and crossing comes from the core, in inches. Nothing is decorated here.
import { memo } from "react";
import type { Laid, Picture } from "../api/client";
import type { Colours } from "./colours";
import { useTurned } from "./Turned";

type Props = {
  picture: Picture | undefined;
  colours: Colours;
  maxW: number;
  maxH: number;
  label: string;
  back?: boolean;
  crossings?: boolean;
  seams?: boolean;
  outline?: boolean;
  chosen?: string;
  onSeam?: (seam: string) => void;
};

/** A piece drawn to scale, as large as fits. The back is what one sees when the piece is turned over like a page. */
export function PictureView({
  picture,
  colours,
  maxW,
  maxH,
  label,
  back: side,
  crossings,
  seams,
  outline,
  chosen,
  onSeam,
}: Props) {
  const turned = useTurned();
  const back = side ?? turned;
  if (!picture) return null;
  const scale = Math.min(maxW / picture.w, maxH / picture.h);
  return (
    // biome-ignore lint/a11y/noSvgWithoutTitle: named() gives its name, or hides it
    <svg
      {...named(label, back)}
      width={picture.w * scale}
      height={picture.h * scale}
      viewBox={`0 0 ${picture.w} ${picture.h}`}
      style={{ maxWidth: "100%", overflow: "visible" }}
    >
      <g transform={back ? `translate(${picture.w} 0) scale(-1 1)` : undefined}>
        <Cloth picture={picture} colours={colours} back={back} seams={seams} px={1 / scale} />
        {picture.drawn.map((l) => (
          <line
            key={`${l.x1} ${l.y1} ${l.x2} ${l.y2}`}
            {...l}
            stroke="var(--v-colors-chalk)"
            strokeWidth={2.4 / scale}
            strokeDasharray={`${7 / scale} ${4 / scale}`}
          />
        ))}
        {outline !== false && picture.whole && (
          <rect
            width={picture.w}
            height={picture.h}
            fill="none"
            stroke="var(--v-colors-ink)"
            strokeOpacity={0.55}
            strokeWidth={1 / scale}
          />
        )}
        {crossings && <Crossings crosses={picture.crosses} px={1 / scale} />}
        {crossings && back && <Undone lines={picture.undone} px={1 / scale} />}
        {onSeam &&
          picture.seams.map((s) => (
            // biome-ignore lint/a11y/noStaticElementInteractions: every seam is a button in the list below the drawing too
            <line
              key={`${s.x1} ${s.y1} ${s.x2} ${s.y2}`}
              x1={s.x1}
              y1={s.y1}
              x2={s.x2}
              y2={s.y2}
              stroke={s.seam === chosen ? "var(--v-colors-thread-madder)" : "transparent"}
              strokeOpacity={0.85}
              strokeWidth={s.seam === chosen ? 4 / scale : 18 / scale}
              style={{ cursor: "pointer" }}
              onClick={() => onSeam(s.seam ?? "")}
            />
          ))}
      </g>
    </svg>
  );
}

/** One part face down on another, as it lies under the needle: the wrong side of cloth is paler, the needle's way is dashed. */
export function LaidView({ back, under, ...rest }: Omit<LaidProps, "under"> & { under: Picture | undefined }) {
  const turned = useTurned();
  return under ? <LaidPicture {...rest} under={under} back={back ?? turned} /> : null;
}

type LaidProps = {
  under: Picture;
  laid: Laid;
  colours: Colours;
  maxW: number;
  maxH: number;
  label: string;
  back?: boolean;
  /** Crossed out. */
  wrong?: boolean;
  /** What tells the right way from the wrong one. */
  spot?: { x: number; y: number } | undefined;
};

/** The same where it does not turn with the page. */
export function LaidPicture({ under, laid, colours, maxW, maxH, label, back = false, wrong, spot }: LaidProps) {
  const scale = Math.min(maxW / under.w, maxH / under.h);
  const px = 1 / scale;
  return (
    // biome-ignore lint/a11y/noSvgWithoutTitle: named() gives its name, or hides it
    <svg
      {...named(label, back)}
      width={under.w * scale}
      height={under.h * scale}
      viewBox={`0 0 ${under.w} ${under.h}`}
      style={{ maxWidth: "100%", overflow: "visible" }}
    >
      <g transform={back ? `translate(${under.w} 0) scale(-1 1)` : undefined}>
        <Cloth picture={under} colours={colours} back={back} px={px} />
        {!back &&
          laid.over.map((p) => (
            <g key={p.points.join()}>
              <polygon points={points(p.points)} fill={colours[p.fabric] ?? "var(--v-colors-unknown)"} />
              <polygon
                points={points(p.points)}
                fill="var(--v-colors-chalk)"
                fillOpacity={0.45}
                stroke="var(--v-colors-pencil)"
                strokeOpacity={0.6}
                strokeWidth={px}
              />
            </g>
          ))}
        {laid.stitch.map((s) => (
          <g key={`${s.x1} ${s.y1} ${s.x2} ${s.y2}`}>
            <line {...s} stroke="var(--v-colors-chalk)" strokeWidth={px * 5} />
            <line
              {...s}
              stroke="var(--v-colors-thread-madder)"
              strokeWidth={px * 2.6}
              strokeDasharray={`${px * 9} ${px * 5}`}
            />
          </g>
        ))}
      </g>
      {spot && (
        <circle
          cx={spot.x}
          cy={spot.y}
          r={px * 13}
          fill="none"
          stroke={wrong ? "var(--v-colors-madder)" : "var(--v-colors-woad)"}
          strokeWidth={px * 3.4}
        />
      )}
      {wrong && (
        <g stroke="var(--v-colors-madder)" strokeWidth={px * 4} strokeLinecap="round">
          <line x1={0} y1={0} x2={under.w} y2={under.h} />
          <line x1={under.w} y1={0} x2={0} y2={under.h} />
        </g>
      )}
    </svg>
  );
}

/** How a drawing is called by a screen reader; without a name it only repeats the words beside it. */
export function named(label: string, back?: boolean) {
  if (label === "") return { "aria-hidden": true } as const;
  return { role: "img", "aria-label": back ? `${label}, seen from the back` : label } as const;
}

const points = (flat: number[]) => {
  let s = "";
  for (let i = 0; i < flat.length; i += 2) s += `${flat[i]},${flat[i + 1]} `;
  return s;
};

/** The patches, and on the back the allowances as bands on the side they lie. px is one screen pixel in inches. */
export const Cloth = memo(function Cloth({
  picture,
  colours,
  back,
  seams,
  px,
}: {
  picture: Picture;
  colours: Colours;
  back?: boolean;
  seams?: boolean;
  px: number;
}) {
  return (
    <>
      {picture.patches.map((p) => (
        <polygon
          key={`${p.points.join()}`}
          points={points(p.points)}
          fill={colours[p.fabric] ?? "var(--v-colors-unknown)"}
          stroke={seams ? "none" : "var(--v-colors-seamline)"}
          strokeWidth={px * 0.6}
        />
      ))}
      {back && (
        <>
          {picture.patches.map((p) => (
            <polygon key={p.points.join()} points={points(p.points)} fill="var(--v-colors-chalk)" fillOpacity={0.5} />
          ))}
          {picture.bands.map((b) => (
            <polygon
              key={b.points.join()}
              points={points(b.points)}
              fill="var(--v-colors-pencil)"
              fillOpacity={0.26}
              stroke="var(--v-colors-pencil)"
              strokeOpacity={0.6}
              strokeWidth={px * 0.7}
            />
          ))}
        </>
      )}
      {(seams || back) &&
        picture.seams.map((s) => (
          <line
            key={`${s.x1} ${s.y1} ${s.x2} ${s.y2}`}
            x1={s.x1}
            y1={s.y1}
            x2={s.x2}
            y2={s.y2}
            stroke="var(--v-colors-pencil)"
            strokeOpacity={0.8}
            strokeWidth={px * 1.2}
            strokeDasharray={`${px * 5} ${px * 3}`}
          />
        ))}
    </>
  );
});

type Cross = Picture["crosses"][number];

/** Where seams meet: two steps that interlock, two bars that lie on each other, a cross that is opened, or sails that are spun. */
export function Crossings({ crosses, px }: { crosses: Cross[]; px: number }) {
  const r = 9 * px;
  return (
    <>
      {crosses.map((c) => (
        <g key={`${c.x} ${c.y} ${c.state}`} transform={`translate(${c.x} ${c.y})`} fill="none">
          <CrossMark state={c.state} r={r} px={px} />
          {c.thick && <ThickMark r={r} px={px} />}
        </g>
      ))}
    </>
  );
}

/** Stitches to undo so that a crossing can be spun: dots of thread along their seam. */
export const Undone = ({ lines, px }: { lines: Picture["undone"]; px: number }) =>
  lines.map((l) => (
    <g key={`${l.x1} ${l.y1} ${l.x2} ${l.y2}`} strokeLinecap="round">
      <line {...place(l)} stroke="var(--v-colors-chalk)" strokeWidth={px * 6} />
      <line
        {...place(l)}
        stroke="var(--v-colors-thread-madder)"
        strokeWidth={px * 3.6}
        strokeDasharray={`0 ${px * 5.4}`}
      />
    </g>
  ));

const place = ({ x1, y1, x2, y2 }: Picture["undone"][number]) => ({ x1, y1, x2, y2 });

/** A ring round a crossing where a needle labours. */
export function ThickMark({ r, px, stroke = "var(--v-colors-pencil)" }: { r: number; px: number; stroke?: string }) {
  return <circle r={r * 1.5} stroke={stroke} strokeWidth={px * 1.6} strokeDasharray={`${px * 3} ${px * 2.5}`} />;
}

/** The sign of a crossing by its shape; the colour only repeats it. */
export function CrossMark({ state, r, px }: { state: Cross["state"]; r: number; px: number }) {
  const halo = { stroke: "var(--v-colors-chalk)", strokeWidth: px * 6 };
  if (state === "nests") {
    const d = `M${-r} ${-r * 0.75} V0 H${r} V${r * 0.75}`;
    return (
      <>
        <path d={d} {...halo} />
        <path d={d} stroke="var(--v-colors-thread-woad)" strokeWidth={px * 3.2} />
      </>
    );
  }
  if (state === "clashes") {
    const d = `M${-r} ${-r * 0.35} H${r} M${-r} ${r * 0.35} H${r}`;
    return (
      <>
        <path d={d} {...halo} />
        <path d={d} stroke="var(--v-colors-thread-madder)" strokeWidth={px * 3.6} />
      </>
    );
  }
  if (state === "spun") {
    // Once round, and the tip of an arrow.
    const q = r * 0.85;
    const d = `M${q} 0 A${q} ${q} 0 1 1 0 ${-q} M${-q * 0.45} ${-q * 1.5} L0 ${-q} L${-q * 0.45} ${-q * 0.5}`;
    return (
      <>
        <path d={d} {...halo} />
        <path d={d} stroke="var(--v-colors-thread-woad)" strokeWidth={px * 2.4} />
      </>
    );
  }
  const d = `M${-r * 0.8} 0 H${r * 0.8} M0 ${-r * 0.8} V${r * 0.8}`;
  return (
    <>
      <path d={d} {...halo} />
      <path d={d} stroke="var(--v-colors-pencil)" strokeWidth={px * 2} />
    </>
  );
}
