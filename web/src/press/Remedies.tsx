// What can be done about crossings that do not nest, and why they do not.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Document, Remedy } from "../api/client";
import { asks } from "../api/queries";
import { Ruled } from "../frame/Ruled";
import { Loading, Wrong } from "../frame/States";
import { Redo } from "./Redo";

export function Remedies({
  document,
  clashes,
  onTake,
  brief,
}: {
  document: Document;
  clashes: number;
  onTake: (remedy: Remedy) => void;
  brief?: boolean;
}) {
  const [asked, setAsked] = useState(!brief);
  const { data, error } = useQuery({
    ...asks.remedies(document),
    enabled: clashes > 0 && asked,
  });
  if (clashes === 0) return null;
  if (!asked) {
    return (
      <Button size="sm" mt="6px" onClick={() => setAsked(true)}>
        What helps?
      </Button>
    );
  }
  if (error) return <Wrong error={error} />;
  if (!data) return <Loading few label="Looking for what helps" />;
  return (
    <Box mt="10px" mb="16px">
      {!brief &&
        data.standing.map((s) => (
          <Box as="details" key={s.where + s.seams.join()} py="4px">
            <chakra.summary cursor="pointer" color="madder" fontWeight="600" fontSize="small">
              <Ruled>{`${s.count} ${s.where}: why not?`}</Ruled>
            </chakra.summary>
            <Box as="ol" pl="20px" listStyleType="decimal" fontSize="small">
              {s.why.map((w) => (
                <li key={w}>{w}</li>
              ))}
            </Box>
          </Box>
        ))}
      {!brief && data.others > 0 && (
        <Text fontSize="small" color="soft">{`And ${data.others} more kinds, each with fewer of them.`}</Text>
      )}
      {data.list.length > 0 && (
        <Heading as="h3" fontSize="body" fontWeight="600" mt="8px">
          What helps, the least trouble first
        </Heading>
      )}
      <ul>
        {data.list.map((r) => (
          <Box as="li" key={r.name + r.says} py="8px" borderTopWidth="1px" borderColor="hair">
            <Flex gap="12px" align="start">
              <Box flex="1" minW="0">
                <Text fontWeight="600">
                  {r.name}: {r.leaves}
                </Text>
                <Text fontSize="small">
                  <Ruled>{r.says}</Ruled>
                </Text>
                {r.costs.length > 0 && (
                  <Text fontSize="note" color="soft">
                    <Ruled>{`${r.costs.join("; ")}.`}</Ruled>
                  </Text>
                )}
                <Redo list={r.redone} />
              </Box>
              <Button size="sm" flexShrink={0} onClick={() => onTake(r)} aria-label={`Do it: ${r.name}`}>
                Do it
              </Button>
            </Flex>
          </Box>
        ))}
      </ul>
      {data.says && <Text fontSize="small">{data.says}</Text>}
      {data.list.length === 0 && !data.says && (
        <Text fontSize="small">Nothing that was tried helps: a pin at each of them.</Text>
      )}
    </Box>
  );
}
