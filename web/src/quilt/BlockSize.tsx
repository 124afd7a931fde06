// The finished size of the block: its parts follow, and what falls off the ruler is named with the nearest sizes that do not.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Refused, server } from "../api/client";
import { TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import type { Draft } from "./draft";

export function BlockSize({ draft }: { draft: Draft }) {
  const [typed, setTyped] = useState("");
  const block = draft.document.top.repeat[0]?.[0]?.unit ?? "";
  const resize = useMutation({
    mutationFn: (to: string) => server.resize(draft.document, block, to),
    onSuccess: (r) => {
      draft.set([], r.document);
      setTyped("");
    },
  });
  const said = resize.error instanceof Refused ? resize.error.trouble.problems : undefined;
  return (
    <Box gridColumn="1 / -1">
      <Flex gap="8px" align="start">
        <Box w="190px">
          <TextField
            label="One block finishes"
            value={typed}
            onChange={setTyped}
            problems={said ?? []}
            help={`now ${draft.preview.plan.block.text || "–"}`}
          />
        </Box>
        <Button
          size="sm"
          h="36px"
          mt="22px"
          disabled={typed.trim() === "" || resize.isPending}
          onClick={() => resize.mutate(typed)}
        >
          Resize everything
        </Button>
      </Flex>
      {resize.error && !said && <Wrong error={resize.error} />}
      {resize.data && resize.data.short !== "" && (
        <Text mt="6px" fontSize="small" borderLeftWidth="4px" borderColor="madder" pl="12px">
          <Ruled>{resize.data.short}</Ruled>
        </Text>
      )}
      {resize.data && resize.data.off.length > 0 && (
        <Box mt="6px" borderLeftWidth="4px" borderColor="madder" pl="12px">
          <Text fontSize="small">
            <Ruled>{`At ${resize.data.finished} these fall between two marks of your ruler: ${[...new Set(resize.data.off)].join("; ")}.`}</Ruled>
          </Text>
          <Flex gap="8px" mt="6px" wrap="wrap">
            {resize.data.nearest.map((n) => (
              <Button key={n.written} size="sm" onClick={() => resize.mutate(n.written)}>
                <Ruled>{`${n.text} falls on marks`}</Ruled>
              </Button>
            ))}
          </Flex>
        </Box>
      )}
    </Box>
  );
}
