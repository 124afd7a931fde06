// One seam: why it goes the way it does, and what it would cost if it went another.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import type { Document, SeamChoice } from "../api/client";
import { asks } from "../api/queries";
import { many } from "../frame/many";
import { Ruled } from "../frame/Ruled";
import { Loading, Wrong } from "../frame/States";
import { Redo } from "./Redo";

export function SeamPanel({
  document,
  seam,
  onTake,
  busy,
}: {
  document: Document;
  seam: string;
  onTake: (document: Document) => void;
  busy: boolean;
}) {
  const { data, error } = useQuery(asks.seam(document, seam));
  if (error) return <Wrong error={error} />;
  if (!data) return <Loading few label="Asking why" />;
  return (
    <Box
      as="section"
      aria-label={`About ${data.name}`}
      mt="16px"
      bg="paper"
      borderWidth="1px"
      borderColor="hair"
      p="16px"
    >
      <Heading as="h3" textStyle="section">
        <Ruled>{`${data.name}: ${data.says}${data.held ? ", held by you" : ""}${data.done ? ", pressed already" : ""}`}</Ruled>
      </Heading>
      {data.layers > 0 && (
        <Text mt="2px" fontSize="note">
          {`${many(data.layers, "layer")} at its thickest crossing.`}
        </Text>
      )}
      {data.through && (
        <Text mt="6px" fontSize="small" color="madder">
          <Ruled>{data.through}</Ruled>
        </Text>
      )}
      <Text fontSize="note" color="soft" mt="6px" fontWeight="600">
        Why?
      </Text>
      <Box
        as="ol"
        pl="20px"
        listStyleType={data.why.length > 1 ? "decimal" : "none"}
        ml={data.why.length > 1 ? 0 : "-20px"}
      >
        {data.why.map((w) => (
          <li key={w}>
            <Ruled>{w}</Ruled>
          </li>
        ))}
      </Box>
      <Text fontSize="note" color="soft" mt="10px" fontWeight="600">
        What if?
      </Text>
      <ul>
        {data.choices.map((c) => (
          <Flex
            as="li"
            key={c.way}
            gap="12px"
            py="6px"
            borderTopWidth="1px"
            borderColor="hair"
            align="center"
            wrap="wrap"
          >
            <Button size="sm" disabled={busy} onClick={() => onTake(c.document)}>
              {c.way}
            </Button>
            <Box flex="1" minW="200px">
              <Text fontWeight="600" color={c.more > 0 ? "madder" : c.more < 0 ? "woad" : undefined}>
                {price(c)}
              </Text>
              {c.layers !== data.layers && (
                <Text fontSize="note">{`${many(c.layers, "layer")} at its thickest crossing, ${data.layers} now`}</Text>
              )}
              {c.undone.length > 0 && (
                <Text fontSize="note" color="soft">
                  <Ruled>{`Sewn with short stitches, the last of them undone inside its allowance: ${c.undone.join(", ")}.`}</Ruled>
                </Text>
              )}
              {others(c).length > 0 && (
                <Text fontSize="note" color="soft">
                  <Ruled>{`Then pressed another way: ${others(c).join(", ")}.`}</Ruled>
                </Text>
              )}
              <Redo list={c.redone} />
            </Box>
          </Flex>
        ))}
      </ul>
      {data.passed && <Text fontSize="small">{data.passed}</Text>}
    </Box>
  );
}

/** What else is pressed the other way then. */
const others = (c: SeamChoice) => c.redone.filter((r) => r.how === "pressed" && !r.own).map((r) => r.name);

function price(c: SeamChoice) {
  if (c.more > 0) return `${c.leaves}, ${c.more} more than now`;
  if (c.more < 0) return `${c.leaves}, ${-c.more} fewer than now`;
  return `no more clash than now: ${c.leaves}`;
}
