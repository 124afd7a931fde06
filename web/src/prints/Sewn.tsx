// What is sewn already, and of which prints: the deal is held against it, and goes round it.
import { Button, Flex, Text } from "@chakra-ui/react";
import type { Document, Project } from "../api/client";
import { useRecord } from "../book/useRecord";
import type { Place } from "../drawn/Dealt";
import { ChoiceField } from "../frame/fields";
import type { Steps } from "../quilt/useSteps";
import { withSewn } from "./hand";
import { told } from "./sewn";

type Props = { project: Project; draft: Steps };

/** Where what is sewn is not what is dealt, it can be taken into the deal, which then goes round it. */
export function Sewn({ project, draft }: Props) {
  const { sewn } = project.progress;
  const decided = draft.document.deal;
  if (!decided || !sewn.says || draft.dirty) return null;
  return (
    <Flex
      gap="12px"
      align="center"
      wrap="wrap"
      mt="12px"
      borderLeftWidth="4px"
      borderColor="madder"
      pl="12px"
      data-testid="sewn-otherwise"
    >
      <Text flex="1" minW="240px" fontWeight="600" color="madder">
        {sewn.says}
      </Text>
      <Button
        variant="solid"
        size="sm"
        onClick={() => draft.set(["deal"], withSewn(decided, project.plan.deal, sewn.blocks))}
      >
        Deal the rest round what is sewn
      </Button>
    </Flex>
  );
}

/** That the chosen block is sewn, and of which print this place of it. */
export function SewnPlace({ project, at }: { project: Project; at: Place }) {
  const { deal } = project.plan;
  const record = useRecord(project);
  const block = project.progress.sewn.blocks.find((b) => b.cell === at.cell);
  const cell = deal.cells[at.cell];
  const dealt = deal.prints[cell?.prints[at.spot] ?? -1];
  const step = project.plan.steps.find((s) => s.id === cell?.block);
  if (!block || !cell || !dealt || !step) return null;
  const is = block.prints.length > 0 ? deal.prints[block.prints[at.spot] ?? -1] : dealt;
  const tell = (id: string) => {
    const others = Object.fromEntries(
      block.prints.flatMap((p, spot) => {
        const print = deal.prints[p];
        return print ? [[spot, print.id]] : [];
      }),
    );
    const prints = told(deal, at.cell, { ...others, [at.spot]: id });
    if (prints)
      record.acts([{ step: step.id, exact: step.exact, look: step.look, kind: "prints", n: 0, prints: [prints] }]);
  };
  return (
    <ChoiceField
      label="Sewn of"
      value={is?.id ?? ""}
      onChange={tell}
      choices={[
        ...(is ? [] : [{ value: "", name: "a print that is gone" }]),
        ...deal.prints.filter((p) => p.fabric === dealt.fabric).map((p) => ({ value: p.id, name: p.name })),
      ]}
    />
  );
}

/** The decisions dealt anew, round what was dealt by hand and what is sewn. */
export function roundSewn(project: Project, decided: NonNullable<Document["deal"]>) {
  const { sewn } = project.progress;
  return sewn.blocks.length > 0 ? withSewn(decided, project.plan.deal, sewn.blocks) : decided;
}
