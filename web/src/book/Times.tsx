// How long things take, by one's own tallies alone: nothing before there is data, always a range, and all of it can be hidden.
import { Box, Flex, Table, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import type { Project } from "../api/client";
import { asks } from "../api/queries";
import { many } from "../frame/many";
import { Section } from "../frame/Section";
import { Loading, Wrong } from "../frame/States";

export function Times({ project }: { project: Project }) {
  const { data, error } = useQuery({
    ...asks.times(project),
    placeholderData: (before) => before,
  });
  if (data?.hidden) return null;
  return (
    <Section title="Time, by your own tallies">
      {error && <Wrong error={error} />}
      {!data && !error && <Loading label="Counting the minutes" />}
      {data && (
        <Flex gap="36px" direction={{ base: "column", md: "row" }}>
          <Box flex="1">
            {data.left ? (
              <>
                <Text textStyle="panel">{`${data.left.says}${data.left.days ? `: ${data.left.days}` : ""}`}</Text>
                <Text color="soft" fontSize="small">
                  {data.left.rests}
                </Text>
              </>
            ) : (
              <Text>{`Nothing is known yet${data.paces.length > 0 ? " of what is to go" : ""}: five counts of one step in a row tell how long one takes.`}</Text>
            )}
            {data.usual && <Text mt="6px">{`A day at the machine is usually ${data.usual}, pauses left out.`}</Text>}
            {data.share && <Text>{`One such day is enough for ${data.share}. ${data.wind}`}</Text>}
            {project.progress.thread && (
              <Text mt="6px">{`${project.progress.thread.says} All that is to go takes ${project.progress.thread.wind === 1 ? "one more" : `${project.progress.thread.wind} more`}.`}</Text>
            )}
            {data.paces.length > 0 && (
              <Table.Root mt="10px">
                <Table.Body>
                  {data.paces.map((p) => (
                    <Table.Row key={p.step}>
                      <Table.Cell as="th" scope="row" fontWeight="500" pr="16px" py="3px">
                        {p.name}
                      </Table.Cell>
                      <Table.Cell pr="16px">{p.says}</Table.Cell>
                      <Table.Cell pr="16px" color="soft" fontSize="small">
                        {`${many(p.gaps, "count")}${p.paused > 0 ? `, ${p.paused === 1 ? "one pause" : `${p.paused} pauses`} left out` : ""}`}
                      </Table.Cell>
                      <Table.Cell>{p.left && `${p.left} for ${p.toGo} to go`}</Table.Cell>
                    </Table.Row>
                  ))}
                </Table.Body>
              </Table.Root>
            )}
          </Box>
          <Box w={{ base: "100%", md: "380px" }} flexShrink={0}>
            <Days days={data.days} />
            {data.aside.length > 0 && (
              <Text mt="10px" fontSize="small">
                {`Set aside: ${data.aside.map((a) => `${a.n} ${a.reason}`).join(", ")}.`}
              </Text>
            )}
          </Box>
        </Flex>
      )}
    </Section>
  );
}

type Day = { day: string; made: number; aside: number; sum: number };

/** What was counted on each of the last days, as bars with their numbers. */
function Days({ days }: { days: Day[] }) {
  if (days.length === 0) return null;
  const last = days.slice(-14);
  const most = Math.max(...last.map((d) => d.made), 1);
  const [w, h] = [380, 120];
  const pitch = Math.min(56, w / last.length);
  return (
    <svg
      role="img"
      aria-label={`Pieces counted a day: ${last.map((d) => `${d.day}, ${d.made}`).join("; ")}`}
      width={w}
      height={h + 34}
      viewBox={`0 0 ${w} ${h + 34}`}
      style={{ maxWidth: "100%" }}
    >
      {last.map((d, i) => {
        const high = ((h - 18) * d.made) / most;
        return (
          <g key={d.day} transform={`translate(${i * pitch} 0)`} textAnchor="middle" fill="var(--v-colors-ink)">
            <rect x={4} y={h - high} width={pitch - 8} height={high} fill="var(--v-colors-woad)" />
            <text x={pitch / 2} y={h - high - 4} style={{ fontSize: "var(--v-font-sizes-fine)" }} className="tabular">
              {d.made}
            </text>
            <text x={pitch / 2} y={h + 16} style={{ fontSize: "var(--v-font-sizes-fine)" }} className="tabular">
              {new Date(`${d.day}T12:00:00`).toLocaleDateString([], { day: "numeric", month: "short" })}
            </text>
          </g>
        );
      })}
      <line x1="0" x2={w} y1={h} y2={h} stroke="var(--v-colors-line)" />
    </svg>
  );
}
