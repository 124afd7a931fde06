// A thing to scale under a plain measured grid: dotted where its edge should be, madder where it was read.
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Gauged, Picture } from "../api/client";
import type { Colours } from "../drawn/colours";
import { Cloth } from "../drawn/Picture";
import { RuledSvg } from "../drawn/RuledSvg";
import { Ruled } from "../frame/Ruled";

export function UnderRuler({
  picture,
  colours,
  mark,
  metric,
  said,
  label,
  edges,
}: {
  picture: Picture | undefined;
  colours: Colours;
  mark: number;
  metric: boolean;
  said: Gauged | undefined;
  label: string;
  /** Which edge each cut makes that squares it up, in order. */
  edges: ("left" | "right" | "top" | "bottom")[];
}) {
  if (!picture) return null;
  const long = Math.min(picture.w, picture.h * 2.4); // of a strip set a stretch is enough
  const unit = metric ? 1 / 2.54 : 1;
  const room = unit * 0.9;
  const scale = Math.min(560 / (long + room), 300 / (picture.h + 2 * room));
  const px = 1 / scale;
  const down = said?.charts.find((c) => c.along === "" || c.along === "down");
  const read = down?.points.at(-1)?.at;
  const high = picture.h + 1.4 * room;
  const fine = mark * scale < 3 ? unit / 2 : mark;
  const ticks = Array.from({ length: Math.floor(high / fine) + 1 }, (_, i) => i * fine);
  const left = Math.min(long * 0.14, unit * 2);
  const wide = Math.max(64 * px, Math.min(unit * 2, long * 0.3));
  const whole = (t: number) => Math.abs(t / unit - Math.round(t / unit)) < 1e-6;
  const half = (t: number) => Math.abs((2 * t) / unit - Math.round((2 * t) / unit)) < 1e-6;
  const every = Math.max(1, Math.ceil((18 * px) / unit));
  return (
    <Box>
      <svg
        role="img"
        aria-label={label}
        width={(long + room) * scale}
        height={(picture.h + 2 * room) * scale}
        viewBox={`0 ${-room * 0.4} ${long + room} ${picture.h + 2 * room}`}
        style={{ maxWidth: "100%", height: "auto" }}
      >
        <defs>
          <clipPath id="stretch">
            <rect width={long} height={picture.h} />
          </clipPath>
        </defs>
        <g clipPath="url(#stretch)">
          <Cloth picture={picture} colours={colours} px={px} seams />
        </g>
        <rect
          width={long}
          height={picture.h}
          fill="none"
          stroke="var(--v-colors-ink)"
          strokeOpacity={0.55}
          strokeWidth={px}
        />
        <g>
          <rect
            x={left}
            y={0}
            width={wide}
            height={high}
            fill="var(--v-colors-paper)"
            fillOpacity={0.72}
            stroke="var(--v-colors-ink)"
            strokeWidth={1.2 * px}
          />
          {ticks.map((t) => (
            <line
              key={t}
              x1={left}
              x2={left + (whole(t) ? wide * 0.55 : half(t) ? wide * 0.35 : wide * 0.18)}
              y1={t}
              y2={t}
              stroke="var(--v-colors-ink)"
              strokeOpacity={whole(t) ? 0.9 : 0.5}
              strokeWidth={(whole(t) ? 1.2 : 0.7) * px}
            />
          ))}
          {ticks
            .filter((t) => t > 0 && whole(t) && Math.round(t / unit) % every === 0)
            .map((t) => (
              <RuledSvg key={t} x={left + wide * 0.66} y={t + 4 * px} size={12 * px} fill="var(--v-colors-ink)">
                {String(Math.round(t / unit))}
              </RuledSvg>
            ))}
        </g>
        {edges.map((edge, i) => {
          const x = { left: 9 * px, right: long - 9 * px, top: long / 2, bottom: long / 2 }[edge];
          const y = { left: picture.h / 2, right: picture.h / 2, top: 13 * px, bottom: picture.h - 5 * px }[edge];
          return (
            <g key={edge}>
              <circle cx={x} cy={y - 4.5 * px} r={9 * px} fill="var(--v-colors-paper)" fillOpacity={0.85} />
              <RuledSvg x={x} y={y} size={13 * px} anchor="middle" fill="var(--v-colors-madder)">
                {String(i + 1)}
              </RuledSvg>
            </g>
          );
        })}
        {down && (
          <line
            x1={0}
            x2={long + room}
            y1={down.planned}
            y2={down.planned}
            stroke="var(--v-colors-ink)"
            strokeWidth={1.4 * px}
            strokeDasharray={`${2 * px} ${3 * px}`}
          />
        )}
        {read !== undefined && (
          <line x1={0} x2={long + room} y1={read} y2={read} stroke="var(--v-colors-madder)" strokeWidth={2 * px} />
        )}
      </svg>
      {down && (
        <Flex gap="12px" align="baseline" mt="2px">
          <Text textStyle="page" color="madder">
            <Ruled>{down.points.at(-1)?.reads ?? ""}</Ruled>
          </Text>
          <Text color="soft">
            <Ruled>{`read last · planned ${down.should}`}</Ruled>
          </Text>
        </Flex>
      )}
    </Box>
  );
}
