import { Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** The usual caution for what is done on this screen. The makers' instructions go before it. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <Flex as="aside" aria-label="Caution" gap="12px" align="start" py="12px" maxW="760px">
      <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true" style={{ flexShrink: 0, marginTop: 1 }}>
        <path
          d="M10 2 L18.5 17.5 H1.5 Z"
          fill="none"
          stroke="var(--v-colors-madder)"
          strokeWidth="1.8"
          strokeLinejoin="round"
        />
        <path
          d="M10 7.5 V12.2 M10 14.2 V15.4"
          stroke="var(--v-colors-madder)"
          strokeWidth="1.8"
          strokeLinecap="round"
        />
      </svg>
      <Text color="soft" fontSize="small">
        {children}
      </Text>
    </Flex>
  );
}
