// The states a screen has besides "full": loading, wrong, and nothing there.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link, useRouteError } from "react-router";
import { Refused } from "../api/client";
import { Mark } from "./Mark";
import { Ruled } from "./Ruled";

/** A skeleton of the real layout: a drawing on the left, lines on the right. */
export function Loading({ label = "Fetching the plan", page, few }: { label?: string; page?: boolean; few?: boolean }) {
  if (few)
    // what comes is a short list: each a line that says what, and one that says what it takes
    return (
      <Box role="status" aria-label={label} data-loading mt="10px">
        {["one", "two"].map((key) => (
          <Box key={key} py="10px" borderTopWidth="1px" borderColor="hair">
            <Box bg="hair" opacity={0.5} h="18px" w="38%" mb="8px" />
            <Box bg="hair" opacity={0.5} h="14px" w="74%" />
          </Box>
        ))}
      </Box>
    );
  const skeleton = (
    <Flex gap="32px" p={{ base: "16px", md: "32px" }} role="status" aria-label={label} data-loading wrap="wrap">
      <Box bg="hair" opacity={0.5} w={{ base: "100%", md: "44%" }} h="420px" />
      <Box flex="1" minW="240px">
        {["70%", "92%", "84%", "60%", "88%"].map((w) => (
          <Box key={w} bg="hair" opacity={0.5} h="18px" w={w} mb="22px" />
        ))}
      </Box>
    </Flex>
  );
  return page ? (
    <main>
      <Heading as="h1" fontSize="body" fontWeight="500" color="soft" px="32px" pt="24px">
        {label}
      </Heading>
      {skeleton}
    </main>
  ) : (
    skeleton
  );
}

/** What went wrong and the mend, in place. */
export function Wrong({ error, children }: { error: unknown; children?: ReactNode }) {
  const says =
    error instanceof Refused
      ? error.message
      : "Something went wrong on this page. Load it again; nothing that was stored is lost.";
  return (
    <Box role="alert" borderLeftWidth="4px" borderColor="madder" bg="madder.wash" px="18px" py="12px" my="12px">
      <Text fontWeight="600">
        <Ruled>{says}</Ruled>
      </Text>
      {children}
    </Box>
  );
}

export function Problem() {
  const error = useRouteError();
  return (
    <Plain title="This page cannot be shown">
      <Wrong error={error} />
    </Plain>
  );
}

export function NotFound() {
  return (
    <Plain title="There is nothing here">
      <Text>The address leads nowhere. Your quilts are on the shelf.</Text>
    </Plain>
  );
}

export function Plain({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box as="main" maxW="640px" mx="auto" p="48px 20px">
      <Mark size={40} />
      <Heading as="h1" textStyle="display" my="16px">
        {title}
      </Heading>
      {children}
      <Button asChild mt="24px">
        <Link to="/">To the shelf</Link>
      </Button>
    </Box>
  );
}
