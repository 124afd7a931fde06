// A batch as it was measured, one after the other: what was planned dotted, the limits hairlines, what lies outside them in madder.
import { Box, Text } from "@chakra-ui/react";
import type { Gauged } from "../api/client";
import { RuledSvg } from "../drawn/RuledSvg";
import { many } from "../frame/many";
import { Ruled } from "../frame/Ruled";

type Chart = Gauged["charts"][number];

export function BatchChart({ chart }: { chart: Chart }) {
  const all = [chart.planned, ...chart.points.map((p) => p.at), ...(chart.limits ? [chart.upper, chart.lower] : [])];
  const low = Math.min(...all);
  const high = Math.max(...all);
  const room = Math.max((high - low) * 0.15, 0.02);
  const [W, H] = [Math.min(1080, Math.max(360, 60 + 34 * chart.points.length)), 130];
  const y = (v: number) => H - ((v - low + room) / (high - low + 2 * room)) * H;
  const x = (i: number) => 24 + ((W - 130) * i) / Math.max(1, chart.points.length - 1);
  const line = (v: number, name: string, dash?: string) => (
    <g key={name}>
      <line
        x1={8}
        x2={W - 90}
        y1={y(v)}
        y2={y(v)}
        stroke="var(--v-colors-pencil)"
        strokeWidth={1}
        strokeDasharray={dash}
      />
      <RuledSvg x={W - 84} y={y(v) + 4} size={12} fill="var(--v-colors-soft)">
        {name}
      </RuledSvg>
    </g>
  );
  return (
    <Box mb="10px">
      <svg
        role="img"
        aria-label={`${many(chart.points.length, "measurement")} ${chart.along}: ${chart.says}`}
        width={W}
        height={H}
        viewBox={`0 0 ${W} ${H}`}
        style={{ maxWidth: "100%", height: "auto", overflow: "visible" }}
      >
        {line(chart.planned, `${chart.should} planned`, "2 3")}
        {chart.limits && line(chart.upper, "upper limit")}
        {chart.limits && line(chart.lower, "lower limit")}
        <polyline
          points={chart.points.map((p, i) => `${x(i)},${y(p.at)}`).join(" ")}
          fill="none"
          stroke="var(--v-colors-pencil)"
          strokeWidth={1}
        />
        {chart.points.map((p, i) => (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: measurements have no other name than their place
            key={i}
            cx={x(i)}
            cy={y(p.at)}
            r={5}
            fill={p.beyond ? "var(--v-colors-madder)" : "var(--v-colors-woad)"}
            stroke="var(--v-colors-chalk)"
            strokeWidth={1.5}
          />
        ))}
      </svg>
      {chart.says && (
        <Text fontWeight="600" mt="4px">
          <Ruled>{chart.says}</Ruled>
        </Text>
      )}
    </Box>
  );
}
