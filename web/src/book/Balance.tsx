// What cannot be: where to look first, and the repair as one act after which the quilt is counted again.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import type { Project } from "../api/client";
import { keptHere } from "../bench/Message";
import { many } from "../frame/many";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import type { useRecord } from "./useRecord";

type Props = { project: Project; record: ReturnType<typeof useRecord> };

export function Balance({ project, record }: Props) {
  const { doubts, steps } = project.progress;
  const left = project.progress.noLonger.filter((l) => l.left > 0);
  const presumed = steps.reduce((n, s) => n + s.presumed, 0);
  return (
    <Section title="Does it hang together?">
      {record.trouble && record.trouble.code !== "counted-soon" && record.pending.length > 0 && (
        <Text role="status" color="madder" fontWeight="600">
          {keptHere(record.trouble, record.pending.length)}
        </Text>
      )}
      {record.lost && (
        <Text role="alert" color="madder" fontWeight="600">
          {record.lost}
        </Text>
      )}
      {doubts.length === 0 && left.length === 0 && (
        <Text>
          Nothing that was counted contradicts the rest.
          {presumed > 0 && " What was used though nobody counted it is taken as made: it stands under “not counted”."}
        </Text>
      )}
      {doubts.map((d) => (
        <Box key={d.step + d.sort} py="12px" borderTopWidth="1px" borderColor="hair" _first={{ borderTopWidth: 0 }}>
          <Text fontWeight="600" fontSize="large" color="madder">
            <Ruled>{d.says}</Ruled>
          </Text>
          <Flex gap={{ base: "8px", md: "36px" }} direction={{ base: "column", md: "row" }} mt="6px">
            <Box flex="1">
              <Text fontSize="small" color="soft" fontWeight="600">
                Look first
              </Text>
              <Box as="ol" pl="20px" css={{ listStyle: "decimal" }}>
                {(d.look.length > 0 ? d.look : [d.mend]).map((l) => (
                  <li key={l}>
                    <Ruled>{l}</Ruled>
                  </li>
                ))}
              </Box>
            </Box>
            <Box flex="1">
              <Text fontSize="small" color="soft" fontWeight="600">
                Then put it right
              </Text>
              <Flex direction="column" align="start" gap="8px" mt="4px">
                {d.repairs.map((r) => (
                  <Button
                    key={r.says}
                    size="sm"
                    whiteSpace="normal"
                    textAlign="left"
                    h="auto"
                    py="5px"
                    disabled={record.pending.length > 0}
                    onClick={() => record.acts(r.acts)}
                  >
                    {r.says}
                  </Button>
                ))}
                <Button asChild size="sm" variant="plain">
                  <Link to={`/q/${project.id}/bench/${encodeURIComponent(d.step)}`}>Count them again at the bench</Link>
                </Button>
              </Flex>
            </Box>
          </Flex>
        </Box>
      ))}
      {left.map((l) => (
        <Text key={l.says} py="6px">
          <Ruled>{`Left over: ${l.says}.`}</Ruled>
        </Text>
      ))}
      {project.progress.noLongerMore > 0 && (
        <Text py="6px">{`${many(project.progress.noLongerMore, "kind")} more that nothing asks for.`}</Text>
      )}
    </Section>
  );
}
