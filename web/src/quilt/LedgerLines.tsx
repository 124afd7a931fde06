import { Box, Text } from "@chakra-ui/react";
import type { Ledger } from "../api/client";
import { Ruled } from "../frame/Ruled";

/** Mirror images counted by hand, and what is left over with what it is good for. */
export function LedgerLines({ ledger }: { ledger: Ledger }) {
  if (ledger.hands.length === 0 && ledger.leftovers.length === 0) return null;
  return (
    <Box mt="14px" fontSize="small">
      {ledger.hands.map((h) => (
        <Box key={h.left.step} mb="8px">
          <Text fontWeight="600">
            <Ruled>{`${h.left.name}: ${h.left.need} · ${h.right.name}: ${h.right.need}`}</Ruled>
          </Text>
          <Text color="soft">{h.says}</Text>
        </Box>
      ))}
      {ledger.leftovers.length > 0 && <Text fontWeight="600">Left over</Text>}
      {ledger.leftovers.map((l) => (
        <Text key={l.step}>
          <Ruled>{`${l.count} ${l.name}, ${l.size}. ${l.goodFor}`}</Ruled>
        </Text>
      ))}
    </Box>
  );
}
