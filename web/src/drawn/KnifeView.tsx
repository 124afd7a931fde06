// Something sewn as it lies on the mat, with the knife's lines on it: dashed in madder, each with what the ruler reads. Where lines can
// be moved they have handles outside the cloth.
import { type PointerEvent, useRef, useState } from "react";
import type { Knife } from "../api/client";
import type { Colours } from "./colours";
import { Cloth, named } from "./Picture";
import { RuledSvg } from "./RuledSvg";

export type Way = "upright" | "level";
type Line = Knife["upright"][number];

type Props = {
  knife: Knife;
  colours: Colours;
  maxW: number;
  maxH: number;
  label: string;
  /** The kind whose parts are marked. */
  here?: string | undefined;
  /** Letters and numbers of the places, outside the edges. */
  places?: boolean;
  /** A line of the document is moved to a distance in inches, or by so many marks; done says that it is let go. */
  /** Where a line was moved to that the core has not answered yet. */
  moved?: (way: Way, line: Line) => number | undefined;
  onMove?: (way: Way, line: Line, to: number, done: boolean) => void;
};

export function KnifeView({ knife, colours, maxW, maxH, label, here, places, moved, onMove }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState("");
  const [focused, setFocused] = useState("");
  const { picture } = knife;
  const room = onMove ? 72 : places ? 26 : 14;
  const scale = Math.min((maxW - room - 14) / picture.w, (maxH - room - 14) / picture.h);
  const px = 1 / scale;
  const out = room * px;
  const end = 10 * px;
  const handles = onMove ? 22 * px : out * 0.55; // how far outside the cloth lines begin
  const marked = knife.parts.flat().filter((p) => p.kind === here);
  const inches = (e: PointerEvent, way: Way) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return 0;
    const k = (picture.w + out + end) / box.width;
    return way === "upright" ? (e.clientX - box.left) * k - out : (e.clientY - box.top) * k - out;
  };
  const cut = (way: Way, l: Line, i: number) => {
    const at = l.at.inches;
    const up = way === "upright";
    const name = `${way}-${i}`;
    const movable = onMove && l.line >= 0;
    return (
      <g key={name}>
        <line
          x1={up ? at : -handles}
          y1={up ? -handles : at}
          x2={up ? at : picture.w + end}
          y2={up ? picture.h + end : at}
          stroke="var(--v-colors-chalk)"
          strokeWidth={px * 4.5}
        />
        <line
          x1={up ? at : -handles}
          y1={up ? -handles : at}
          x2={up ? at : picture.w + end}
          y2={up ? picture.h + end : at}
          stroke="var(--v-colors-thread-madder)"
          strokeWidth={px * 2.2}
          strokeDasharray={`${px * 6} ${px * 4}`}
        />
        {onMove && l.off && (
          <RuledSvg
            x={up ? at : -handles - 14 * px}
            y={up ? -handles - 13 * px : at + 5 * px}
            size={14 * px}
            anchor={up ? "middle" : "end"}
          >
            {l.off}
          </RuledSvg>
        )}
        {movable && (
          <circle
            role="slider"
            tabIndex={0}
            aria-label={`Cut ${up ? "from top to bottom" : "from side to side"} ${i + 1}`}
            aria-orientation={up ? "horizontal" : "vertical"}
            aria-valuetext={l.reads}
            aria-valuenow={at}
            aria-valuemin={0}
            aria-valuemax={up ? picture.w : picture.h}
            cx={up ? at : -handles}
            cy={up ? -handles : at}
            r={px * 9}
            fill={held === name ? "var(--v-colors-thread-madder)" : "var(--v-colors-chalk)"}
            stroke="var(--v-colors-thread-madder)"
            strokeWidth={px * (focused === name ? 5 : 2.4)}
            onFocus={() => setFocused(name)}
            onBlur={() => setFocused("")}
            style={{ outline: "none", cursor: up ? "ew-resize" : "ns-resize", touchAction: "none" }}
            onPointerDown={(e) => {
              (e.target as Element).setPointerCapture(e.pointerId);
              setHeld(name);
            }}
            onPointerMove={(e) => held === name && onMove(way, l, inches(e, way), false)}
            onPointerUp={(e) => {
              if (held !== name) return;
              setHeld("");
              onMove(way, l, inches(e, way), true);
            }}
            onKeyDown={(e) => {
              const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[e.key];
              if (!by) return;
              e.preventDefault();
              e.stopPropagation();
              onMove(way, l, (moved?.(way, l) ?? at) + by * knife.mark.inches, true);
            }}
          />
        )}
      </g>
    );
  };
  return (
    // biome-ignore lint/a11y/noSvgWithoutTitle: named() gives its name, or hides it
    <svg
      ref={svg}
      {...(onMove ? { role: "group", "aria-label": label } : named(label))}
      width={(picture.w + out + end) * scale}
      height={(picture.h + out + end) * scale}
      viewBox={`${-out} ${-out} ${picture.w + out + end} ${picture.h + out + end}`}
      style={{ maxWidth: "100%" }}
    >
      <Cloth picture={picture} colours={colours} back={false} seams px={px} />
      <rect
        width={picture.w}
        height={picture.h}
        fill="none"
        stroke="var(--v-colors-ink)"
        strokeOpacity={0.6}
        strokeWidth={px}
      />
      {marked.flatMap((p) =>
        [
          ["var(--v-colors-chalk)", 6],
          ["var(--v-colors-thread-madder)", 3],
        ].map(([stroke, wide]) => (
          <rect
            key={`${p.place} ${stroke}`}
            x={p.x + px * 4}
            y={p.y + px * 4}
            width={p.w - px * 8}
            height={p.h - px * 8}
            fill="none"
            stroke={String(stroke)}
            strokeWidth={px * Number(wide)}
          />
        )),
      )}
      {knife.upright.map((l, i) => cut("upright", l, i))}
      {knife.level.map((l, i) => cut("level", l, i))}
      {places && (
        <>
          {(knife.parts[0] ?? []).map((p) => (
            <RuledSvg key={p.place} x={p.x + p.w / 2} y={-8 * px} size={14 * px} anchor="middle">
              {p.place.replace(/\d+$/, "")}
            </RuledSvg>
          ))}
          {knife.parts.map((row) =>
            row[0] ? (
              <RuledSvg key={row[0].place} x={-8 * px} y={row[0].y + row[0].h / 2 + 5 * px} size={14 * px} anchor="end">
                {row[0].place.replace(/^\D+/, "")}
              </RuledSvg>
            ) : null,
          )}
        </>
      )}
    </svg>
  );
}
