// How narrow the cloth may be: where one more strip or set is needed.
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import type { Cliff, Document } from "../api/client";
import { asks } from "../api/queries";
import { RuledSvg } from "../drawn/RuledSvg";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Loading, Wrong } from "../frame/States";

export function Cliffs({ document, here }: { document: Document; here: boolean }) {
  const { data, error } = useQuery(asks.cliffs(document));
  return (
    <Section title="How narrow the cloth may be">
      <Text color="soft" mb="6px">
        {`Measure your cloth between the selvedges before you cut: an inch can be one more strip.${here ? " Told of the whole quilt, from nothing." : ""}`}
      </Text>
      {error && <Wrong error={error} />}
      {!data && !error && <Loading label="Looking down" />}
      {data?.map((c) => (
        <Flex
          key={c.name}
          gap={{ base: "8px", lg: "36px" }}
          py="14px"
          borderTopWidth="1px"
          borderColor="hair"
          wrap="wrap"
          align="center"
        >
          <Box w={{ base: "100%", md: "440px" }}>{c.edges.length > 1 && <CliffView cliff={c} />}</Box>
          <Box flex="1" minW="260px">
            <Heading as="h3" fontSize="large" fontWeight="600">
              <Ruled>{c.name}</Ruled>
            </Heading>
            <Text>
              <Ruled>{c.says}</Ruled>
            </Text>
            {c.rescue.map((r) => (
              <Text key={r} color="soft" fontSize="small">
                <Ruled>{r}</Ruled>
              </Text>
            ))}
          </Box>
        </Flex>
      ))}
    </Section>
  );
}

/** The count over the width of the cloth, as a stair; the width entered stands across it. */
function CliffView({ cliff }: { cliff: Cliff }) {
  const [w, h, head, foot] = [440, 64, 18, 20];
  const lo = cliff.edges[0]?.from.inches ?? 0;
  const here = cliff.usable.inches;
  const hi = Math.max(here + 4, lo + 1);
  const most = Math.max(...cliff.edges.map((e) => e.strips));
  const x = (inches: number) => ((inches - lo) / (hi - lo)) * w;
  const y = (n: number) => head + h * (1 - n / most) * 0.8;
  return (
    <svg
      role="img"
      aria-label={`${cliff.name}: ${cliff.says}`}
      viewBox={`0 0 ${w} ${head + h + foot}`}
      width={w}
      style={{ maxWidth: "100%", height: "auto" }}
    >
      {cliff.edges.map((e, i) => {
        const from = x(e.from.inches);
        const to = x(cliff.edges[i + 1]?.from.inches ?? hi);
        const holds = e.strips <= cliff.strips;
        return (
          <g key={e.from.text}>
            <rect
              x={from}
              y={y(e.strips)}
              width={Math.max(0, to - from - 1)}
              height={head + h - y(e.strips)}
              fill={holds ? "var(--v-colors-woad)" : "var(--v-colors-madder)"}
              fillOpacity={holds ? 0.25 : 0.3}
            />
            {to - from > 16 && (
              <RuledSvg x={(from + to) / 2} y={head + h - 6} size={13} anchor="middle">
                {String(e.strips)}
              </RuledSvg>
            )}
            {i > 0 && to - from > 20 && (
              <RuledSvg x={Math.min(from, w - 16)} y={head + h + 15} size={12} anchor="middle">
                {e.from.text}
              </RuledSvg>
            )}
          </g>
        );
      })}
      <line x1={x(here)} x2={x(here)} y1={head - 2} y2={head + h} stroke="var(--v-colors-ink)" strokeWidth={2} />
      <RuledSvg x={x(here)} y={head - 6} size={12} anchor="middle">
        {`yours ${cliff.usable.text}`}
      </RuledSvg>
    </svg>
  );
}
