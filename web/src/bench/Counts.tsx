// How many there are, and what that means.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Project, Step } from "../api/client";
import { atTheMachine } from "../frame/keyList";
import { Key } from "./Key";
import type { Kit } from "./kit";
import { Message } from "./Message";
import { NextPile } from "./NextPile";
import { shortPhone } from "./short";
import type { Counting, countsOf } from "./useCounting";

/** How far the bobbin lasts, and that a full one was put in. */
function Bobbin({ tally, project, step }: Pick<Props, "project" | "step"> & { tally: Counting["tally"] }) {
  const hidden = project.document.settings.times === "hidden";
  const thread = project.progress.thread;
  const more = (project.progress.steps.find((s) => s.id === step.id)?.bobbin ?? -1) - tally.pending.made;
  if (hidden) return null;
  return (
    <Flex
      align="center"
      gap="10px"
      fontSize={{ base: "small", md: "body" }}
      className="tabular"
      mt="2px"
      css={{ [shortPhone]: { display: "none" } }}
    >
      {thread && (
        <Text color={thread.empty ? "madder" : undefined} data-testid="bobbin">
          {thread.empty ? thread.says : `Bobbin: ${Math.max(0, more)} more of these`}
        </Text>
      )}
      <Button size="sm" variant="plain" px="0" minH="24px" onClick={tally.bobbin}>
        {thread ? "New bobbin" : "A full bobbin is in"} <Key>{atTheMachine.bobbin.shown}</Key>
      </Button>
    </Flex>
  );
}

type Props = {
  counting: Counting;
  counts: ReturnType<typeof countsOf>;
  project: Project;
  step: Step;
  /** The kind that is sewn next on the same chain. */
  then: Step | undefined;
  kit: Kit | undefined;
};

export function Counts({ counting: { tally, iron }, counts, project, step, then, kit }: Props) {
  const [place, setPlace] = useState<number>();
  const beside = { base: place === undefined ? "block" : "none", md: "block" };
  return (
    <Box flexShrink={0}>
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
        {kit && (
          <>
            {" · "}
            <b data-testid="kit">{kit.left}</b> for this kit
          </>
        )}
        {step.spare > 0 && ` · ${step.spare} of them spare`}
      </Text>
      {!iron && (tally.progress?.presumed ?? 0) > 0 && (
        <Text fontSize={{ base: "small", md: "body" }} data-testid="presumed">
          {`${tally.progress?.presumed} of these nobody counted: they are used already, or were found here.`}
        </Text>
      )}
      {!iron && <NextPile project={project} tally={tally} place={place} setPlace={setPlace} />}
      <Box display={beside}>
        {!iron && step.sewing && <Bobbin tally={tally} project={project} step={step} />}
        <Message tally={tally} project={project} step={step} then={then} kit={kit} iron={iron} />
      </Box>
    </Box>
  );
}
