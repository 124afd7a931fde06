// How many there are, and what that means.
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Project, Step } from "../api/client";
import { Message } from "./Message";
import type { Counting, countsOf } from "./useCounting";

type Props = { counting: Counting; counts: ReturnType<typeof countsOf>; project: Project; step: Step };

export function Counts({ counting: { tally, iron }, counts, project, step }: Props) {
  return (
    <Box>
      <Flex align="baseline" gap="14px" wrap="wrap" aria-live="polite">
        <Text as="span" textStyle="count" className="tabular" data-testid="good">
          {counts.good}
        </Text>
        <Text as="span" textStyle="total" color="soft" className="tabular">
          {counts.of}
        </Text>
      </Flex>
      <Text fontSize={{ base: "large", md: "lead" }} className="tabular" mt="6px">
        <b data-testid="to-go">{counts.toGo}</b> {iron ? "to press" : "to go"} · <b>{counts.made}</b> made ·{" "}
        <b data-testid="aside">{counts.aside}</b> set aside
        {step.spare > 0 && ` · ${step.spare} of them spare`}
      </Text>
      <Message tally={tally} project={project} step={step} iron={iron} />
    </Box>
  );
}
