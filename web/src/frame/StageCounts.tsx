import { Box, Flex, Text } from "@chakra-ui/react";
import type { Progress } from "../api/client";

/** The totals of the quilt by stage; the stage in hand is underlined from above. */
export function StageCounts({ stages, here }: { stages: Progress["stages"]; here?: string }) {
  return (
    <Flex gap={{ base: "14px", md: "28px" }} overflowX={{ base: "auto", md: "visible" }}>
      {stages.map((s) => (
        <Box
          key={s.stage}
          flexShrink={0}
          borderTopWidth="3px"
          borderColor={s.stage === here ? "madder" : "transparent"}
          pt="3px"
        >
          <Text fontSize="fine" color="soft" whiteSpace="nowrap">
            {s.stage}
          </Text>
          <Text className="tabular" fontWeight="600" color={s.done >= s.make ? "woad" : "ink"} whiteSpace="nowrap">
            {s.done >= s.make ? `all ${s.make}` : `${s.done} / ${s.make}`}
          </Text>
        </Box>
      ))}
    </Flex>
  );
}
