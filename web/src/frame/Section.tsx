import { Box, Flex, Heading } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A stretch of a page under one heading and a hairline. */
export function Section({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <Box as="section" pb="20px" mb="18px" borderBottomWidth="1px" borderColor="hair" _last={{ borderBottomWidth: 0 }}>
      <Flex justify="space-between" align="baseline" mb="10px">
        <Heading as="h2" textStyle="section">
          {title}
        </Heading>
        {aside}
      </Flex>
      {children}
    </Box>
  );
}
