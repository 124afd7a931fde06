// The wave as a curve one drags: every column a handle that goes up and down by steps, its right edge one that goes by marks of the
// ruler. The cloth behind it goes on above and below, as the tube does; heights are steps, not inches.
import { Box } from "@chakra-ui/react";
import { type PointerEvent, useRef, useState } from "react";
import type { Tube } from "../api/client";
import { RuledSvg } from "../drawn/RuledSvg";

type Props = {
  tube: Tube;
  /** Where each column begins, in half strips above the first strip. */
  at: number[];
  /** How wide each is cut, in inches. */
  wide: number[];
  chosen: number;
  onChoose: (column: number) => void;
  /** A column is moved to a height in half strips; done says that it is let go. */
  onLift: (column: number, to: number, done: boolean) => void;
  /** A column is cut so wide, in inches. */
  onWiden: (column: number, to: number, done: boolean) => void;
  /** By how many half strips a handle goes at once. */
  by: 1 | 2;
  w: number;
  h: number;
  label: string;
};

const foot = 44; // below the cloth, for the widths and their handles
const head = 6;

export function Curve({ tube, at, wide, chosen, onChoose, onLift, onWiden, by, w, h, label }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ kind: "lift" | "width"; k: number; scale: number; from: number; was: number }>();
  const columns = tube.columns;
  const total = columns.reduce((sum, c) => sum + c.w, 0) || 1;
  // While a width is dragged the scale stays what it was.
  const sx = held?.kind === "width" ? held.scale : w / total;
  const least = Math.min(...at) / 2 - 1.6;
  const most = Math.max(...at) / 2 + 1.6;
  const sy = (h - foot - head) / (most - least);
  const y = (half: number) => head + (most - half / 2) * sy;
  const place = (e: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return { x: 0, y: 0 };
    return { x: ((e.clientX - box.left) * w) / box.width, y: ((e.clientY - box.top) * h) / box.height };
  };
  const middle = (k: number) => ((columns[k]?.x ?? 0) + (columns[k]?.w ?? 0) / 2) * sx;
  const move = (e: PointerEvent, done: boolean) => {
    if (!held) return;
    const p = place(e);
    if (held.kind === "lift") {
      const half = (most - (p.y - head) / sy) * 2;
      onLift(held.k, Math.round(half / by) * by, done);
    } else {
      onWiden(held.k, held.was + (p.x - held.from) / held.scale, done);
    }
    if (done) setHeld(undefined);
  };
  return (
    <Box role="group" aria-label={label}>
      <svg
        ref={svg}
        role="presentation"
        width={w}
        height={h}
        viewBox={`0 0 ${w} ${h}`}
        style={{ maxWidth: "100%", height: "auto", overflow: "visible", userSelect: "none" }}
      >
        {columns.map((c, k) => {
          const strips = tube.sets.find((s) => s.unit === c.set)?.strips ?? [];
          const n = strips.length;
          const top = (at[k] ?? 0) / 2; // where the first strip begins
          const from = Math.floor(top - most);
          const count = Math.ceil(most - least) + 1;
          return (
            <g key={c.id} onPointerDown={() => onChoose(k)} style={{ cursor: "pointer" }}>
              {Array.from({ length: count + 1 }, (_, j) => from + j).map((s) => {
                const a = Math.max(head, y((top - s) * 2));
                const b = Math.min(h - foot, y((top - s - 1) * 2));
                if (b <= a) return null;
                return (
                  <rect
                    key={s}
                    x={c.x * sx}
                    y={a}
                    width={c.w * sx + 0.4}
                    height={b - a}
                    fill={strips[((s % n) + n) % n]?.colour}
                    stroke="var(--v-colors-seamline)"
                    strokeWidth={0.6}
                  />
                );
              })}
            </g>
          );
        })}
        {columns[chosen] && (
          <rect
            x={columns[chosen].x * sx}
            y={head}
            width={columns[chosen].w * sx}
            height={h - foot - head}
            fill="none"
            stroke="var(--v-colors-thread-madder)"
            strokeWidth={2.4}
            pointerEvents="none"
          />
        )}
        {["var(--v-colors-chalk)", "var(--v-colors-thread-madder)"].map((stroke, n) => (
          <polyline
            key={stroke}
            points={columns
              .flatMap((c, k) => [`${c.x * sx},${y(at[k] ?? 0)}`, `${(c.x + c.w) * sx},${y(at[k] ?? 0)}`])
              .join(" ")}
            fill="none"
            stroke={stroke}
            strokeWidth={n === 0 ? 5 : 2.4}
            pointerEvents="none"
          />
        ))}
        {columns.map((c, k) => (
          <g key={c.id}>
            <circle
              role="slider"
              tabIndex={0}
              aria-label={`Height of column ${k + 1}`}
              aria-orientation="vertical"
              aria-valuenow={(at[k] ?? 0) / 2}
              aria-valuemin={least}
              aria-valuemax={most}
              aria-valuetext={`opened ${c.opened}`}
              cx={middle(k)}
              cy={y(at[k] ?? 0)}
              r={9}
              fill={k === chosen ? "var(--v-colors-thread-madder)" : "var(--v-colors-chalk)"}
              stroke="var(--v-colors-thread-madder)"
              strokeWidth={2.4}
              style={{ cursor: "ns-resize", touchAction: "none" }}
              onFocus={() => onChoose(k)}
              onPointerDown={(e) => {
                (e.target as Element).setPointerCapture(e.pointerId);
                setHeld({ kind: "lift", k, scale: sx, from: place(e).y, was: at[k] ?? 0 });
              }}
              onPointerMove={(e) => held?.kind === "lift" && held.k === k && move(e, false)}
              onPointerUp={(e) => held?.kind === "lift" && held.k === k && move(e, true)}
              onPointerCancel={() => setHeld(undefined)}
              onKeyDown={(e) => {
                const dir = { ArrowUp: 1, ArrowDown: -1 }[e.key];
                if (!dir) return;
                e.preventDefault();
                onLift(k, (at[k] ?? 0) + dir * by, true);
              }}
            />
            <RuledSvg x={middle(k)} y={h - foot + 17} size={15} anchor="middle">
              {c.width.text}
            </RuledSvg>
            <path
              role="slider"
              tabIndex={0}
              aria-label={`Width of column ${k + 1}`}
              aria-orientation="horizontal"
              aria-valuenow={c.width.inches}
              aria-valuemin={tube.least.inches}
              aria-valuemax={tube.most.inches}
              aria-valuetext={`cut ${c.width.text}`}
              d={`M ${(c.x + c.w) * sx} ${h - foot + 2} l 7 12 v 16 h -14 v -16 z`}
              fill="var(--v-colors-calico)"
              stroke="var(--v-colors-pencil)"
              strokeWidth={1.2}
              style={{ cursor: "ew-resize", touchAction: "none" }}
              onFocus={() => onChoose(k)}
              onPointerDown={(e) => {
                (e.target as Element).setPointerCapture(e.pointerId);
                setHeld({ kind: "width", k, scale: sx, from: place(e).x, was: wide[k] ?? c.width.inches });
              }}
              onPointerMove={(e) => held?.kind === "width" && held.k === k && move(e, false)}
              onPointerUp={(e) => held?.kind === "width" && held.k === k && move(e, true)}
              onPointerCancel={() => setHeld(undefined)}
              onKeyDown={(e) => {
                const dir = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
                if (!dir) return;
                e.preventDefault();
                onWiden(k, (wide[k] ?? c.width.inches) + dir * tube.mark.inches, true);
              }}
            />
          </g>
        ))}
      </svg>
    </Box>
  );
}
