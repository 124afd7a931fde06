// A page of the quilt for units of one method: the one that is shown, the others by name, and its changes taken back one by one.
import { Box, Button, Flex, Heading } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { Unit } from "../api/client";
import { Key } from "../frame/Key";
import { onCuts } from "../frame/keyList";
import { useFramed } from "../frame/ProjectFrame";
import { useDraft } from "./draft";
import { Keeping } from "./Keeping";
import { Nothing } from "./Nothing";
import { type Steps, useSteps } from "./useSteps";

export function OfUnits({
  by,
  at,
  none,
  children,
}: {
  by: Unit["how"]["by"];
  /** Where the page is, within the quilt. */
  at: string;
  /** What is said where there is none. */
  none: string;
  children: (draft: Steps, unit: Unit, i: number) => ReactNode;
}) {
  const project = useFramed();
  const draft = useSteps(useDraft(project));
  const { unit = "" } = useParams();
  const list = draft.document.units.filter((u) => u.how.by === by);
  const one = list.find((u) => u.id === unit) ?? list[0];
  if (!one) return <Nothing quilt={project.id} says={none} />;
  return (
    <Box p={{ base: "14px", md: "16px 28px" }}>
      <Keeping draft={draft} newest={project.rev} />
      <Flex align="center" gap="14px" mb="10px" wrap="wrap">
        <Heading as="h2" textStyle="page">
          {one.name}
        </Heading>
        {list.length > 1 &&
          list.map((k) => (
            <Button key={k.id} asChild size="sm" aria-current={k.id === one.id ? "page" : undefined}>
              <Link to={`/q/${project.id}/${at}/${encodeURIComponent(k.id)}`}>{k.name}</Link>
            </Button>
          ))}
        <Button size="sm" ml="auto" disabled={!draft.canBack} onClick={draft.back}>
          Take back <Key>{onCuts.back.shown}</Key>
        </Button>
      </Flex>
      {children(draft, one, draft.document.units.indexOf(one))}
    </Box>
  );
}
