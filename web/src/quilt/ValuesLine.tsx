import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { type Plan, server } from "../api/client";
import { Wrong } from "../frame/States";
import type { Draft } from "./draft";

/** How light each fabric is, and whether neighbours can be told apart. */
export function ValuesLine({ values, draft }: { values: Plan["values"]; draft: Draft }) {
  const swap = useMutation({
    mutationFn: () => server.swapValues(draft.document),
    onSuccess: (p) => draft.set(["roles"], p.document.roles),
  });
  if (values.fabrics.length === 0) return null;
  return (
    <Box mt="12px">
      <Flex gap="14px" align="center" wrap="wrap">
        {values.fabrics.map((f) => (
          <Flex key={f.fabric} align="center" gap="6px" fontSize="note">
            <Box w="20px" h="20px" borderWidth="1px" borderColor="line" style={{ background: f.grey }} />
            {f.name} <span className="tabular">{f.lightness}</span>
          </Flex>
        ))}
        <Button size="sm" onClick={() => swap.mutate()} disabled={swap.isPending}>
          Swap lights and darks
        </Button>
      </Flex>
      {swap.error && <Wrong error={swap.error} />}
      {values.pairs
        .filter((p) => p.state !== "clear")
        .map((p) => (
          <Text
            key={p.a + p.b}
            fontSize="small"
            mt="4px"
            color={p.state === "blend" ? "madder" : "ink"}
            fontWeight="600"
          >
            {`${p.says} (${p.difference} apart).`}
          </Text>
        ))}
      {values.pairs.every((p) => p.state === "clear") && (
        <Text fontSize="small" mt="4px" color="soft">
          {`${values.says}.`}
        </Text>
      )}
    </Box>
  );
}
