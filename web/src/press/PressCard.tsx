// A card for the ironing board.
import { Box, Text } from "@chakra-ui/react";
import type { Plan } from "../api/client";
import { Ruled } from "../frame/Ruled";

export type Line = Plan["press"]["lines"][number];

const upper = ([first = "", ...rest]: Iterable<string>) => first.toUpperCase() + rest.join("");

/** How one thing is pressed. */
export function PressCard({ line }: { line: Line }) {
  const { card } = line;
  return (
    <Box
      as="section"
      aria-label={`Press card: ${line.name}`}
      mt="18px"
      borderWidth="1px"
      borderColor="line"
      bg="paper"
      p="16px"
      maxW="640px"
    >
      <Text textStyle="section">
        <Ruled>{`${line.name}: ${line.count} in all`}</Ruled>
      </Text>
      <Text mt="4px" fontWeight="600">
        <Ruled>{upper(line.says)}</Ruled>
      </Text>
      <Text mt="6px">
        <Ruled>{card.lay}</Ruled>
      </Text>
      <Text mt="4px">
        <Ruled>{card.way}</Ruled>
      </Text>
      {card.check && (
        <Text mt="4px">
          <Ruled>{card.check}</Ruled>
        </Text>
      )}
      {card.cautions.map((c) => (
        <Text key={c} mt="4px" color="madder" fontWeight="600">
          {c}
        </Text>
      ))}
    </Box>
  );
}
