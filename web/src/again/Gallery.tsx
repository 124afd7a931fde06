// What else the same parts can become, each as a small quilt with what it costs.
import { Box, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import type { Document, Layout } from "../api/client";
import type { Colours } from "../drawn/colours";
import { QuiltView } from "../drawn/QuiltView";

type One = {
  name: string;
  now: boolean;
  inside: number;
  insideOf: number;
  clashes: number;
  crossings: number;
  over: number;
  hands: string;
  quilt: Layout;
  document: Document;
};

export function Gallery({
  list,
  says,
  colours,
  take,
}: {
  list: One[];
  says: string;
  colours: Colours;
  take: (d: Document) => void;
}) {
  return (
    <Box as="section" mt="22px" pt="14px" borderTopWidth="1px" borderColor="hair">
      <Heading as="h2" textStyle="panel" mb="10px">
        What else these parts can become
      </Heading>
      {says && <Text mb="8px">{says}</Text>}
      <Box
        as="ul"
        aria-label="What else"
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(215px, 1fr))"
        gap="10px 12px"
      >
        {list.map((one) => (
          <li key={one.name}>
            <chakra.button
              type="button"
              aria-pressed={one.now}
              onClick={() => take(one.document)}
              w="100%"
              textAlign="left"
              cursor="pointer"
              p="5px"
              borderWidth="2px"
              borderColor={one.now ? "madder" : "transparent"}
              _hover={{ borderColor: "line" }}
            >
              <Flex gap="10px" align="start">
                <Box flexShrink={0}>
                  <QuiltView layout={one.quilt} colours={colours} maxW={92} maxH={92} label="" back={false} />
                </Box>
                <Box minW="0">
                  <Text fontSize="small" fontWeight="600" lineHeight="1.25">
                    {one.name}
                  </Text>
                  <Text mt="4px" fontSize="fine" color={one.inside > 0 ? "madder" : "woad"}>
                    {`clash ${one.inside} of ${one.insideOf}`}
                  </Text>
                  <Text fontSize="fine" color="soft">
                    {`in the quilt ${one.clashes} of ${one.crossings}${one.over > 0 ? `, ${one.over} left over` : ""}${one.hands ? `, ${one.hands}` : ""}`}
                  </Text>
                </Box>
              </Flex>
            </chakra.button>
          </li>
        ))}
      </Box>
    </Box>
  );
}
