// What lets a wave go on where it breaks off: longer lists of columns, each worked out in full.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { asks } from "../api/queries";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import type { Steps } from "../quilt/useSteps";

export function Closings({ draft, unit }: { draft: Steps; unit: string }) {
  const { data, error } = useQuery({
    ...asks.waves(draft.document, unit),
    placeholderData: keepPreviousData,
  });
  if (error) return <Wrong error={error} />;
  if (!data || (data.list.length === 0 && !data.says)) return null;
  return (
    <Box as="section" aria-label="What lets it go on" mt="20px">
      <Heading as="h3" textStyle="section" mb="4px">
        What lets it go on
      </Heading>
      <ul>
        {data.list.map((w) => (
          <Box as="li" key={w.name} py="8px" borderTopWidth="1px" borderColor="hair">
            <Flex gap="12px" align="start">
              <Box flex="1" minW="0">
                <Text fontWeight="600">
                  {w.name}: {w.columns} columns
                </Text>
                <Text fontSize="small">{w.says}</Text>
                <Text fontSize="note" color="soft">
                  <Ruled>
                    {`A block finishes ${w.block}, ${w.across} across the quilt, that ${w.quilt}; ${w.tubes} tubes instead of ${data.now?.tubes ?? 0}; ${w.clashes} of ${w.crossings} crossings clash.`}
                  </Ruled>
                </Text>
              </Box>
              <Button size="sm" flexShrink={0} aria-label={`Take it: ${w.name}`} onClick={() => draft.take(w.document)}>
                Take it
              </Button>
            </Flex>
          </Box>
        ))}
      </ul>
      {data.says && <Text fontSize="small">{data.says}</Text>}
    </Box>
  );
}
