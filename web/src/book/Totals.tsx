// What there is of everything against what the quilt needs, and the quilt that fills.
import { Box, chakra, Flex, Table, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { Project, Sum } from "../api/client";
import { asks } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { QuiltView } from "../drawn/QuiltView";
import { ChoiceField, TextField } from "../frame/fields";
import { many } from "../frame/many";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Wrong } from "../frame/States";

const Th = chakra(Table.ColumnHeader, { base: { textAlign: "right", px: "8px", py: "4px" } });
const Td = chakra(Table.Cell, {
  base: { textAlign: "right", px: "8px", py: "4px", fontVariantNumeric: "tabular-nums" },
});

type By = "step" | Sum["by"];

const sorts: { value: By; name: string }[] = [
  { value: "step", name: "nothing: step by step" },
  { value: "stage", name: "stage" },
  { value: "kind", name: "kind, in all hands and colourways" },
  { value: "hand", name: "hand" },
  { value: "colourway", name: "colourway" },
];

type Counts = Pick<Sum, "made" | "presumed" | "aside" | "used" | "onHand" | "toGo">;

/** The numbers of one line. */
function Counted({ needed, spare, counts }: { needed: number; spare: number; counts: Counts }) {
  return (
    <>
      <Td>
        {needed}
        {spare > 0 && <Text as="span" fontSize="fine" color="soft">{` (${spare} spare)`}</Text>}
      </Td>
      <Td>{counts.made}</Td>
      <Td>{counts.presumed}</Td>
      <Td>{counts.aside}</Td>
      <Td>{counts.used}</Td>
      <Td>{counts.onHand}</Td>
      <Td color={counts.toGo === 0 ? "woad" : undefined}>{counts.toGo === 0 ? "done" : counts.toGo}</Td>
    </>
  );
}

export function Totals({ project }: { project: Project }) {
  const { plan, progress } = project;
  const [stage, setStage] = useState("");
  const [name, setName] = useState("");
  const [by, setBy] = useState<By>("step");
  const { data: sums, error } = useQuery({
    ...asks.sums(project),
    placeholderData: (before) => before,
  });
  const stages = plan.stages.filter((st) => plan.steps.some((s) => s.stage === st));
  const shown = plan.steps.filter(
    (s) => (stage === "" || s.stage === stage) && s.name.toLowerCase().includes(name.trim().toLowerCase()),
  );
  const listed = by === "step" ? shown : [];
  const of = (id: string) => progress.steps.find((p) => p.id === id);
  const can = (one: By) => one === "step" || (sums?.some((s) => s.by === one) ?? false);
  const left = Object.fromEntries(progress.rests.map((r) => [r.step, r.says]));
  const filled = Object.fromEntries(progress.steps.map((p) => [p.id, p.good]));
  return (
    <Section title="What there is of everything">
      <Flex gap="28px" align="start" direction={{ base: "column-reverse", lg: "row" }}>
        <Box flex="1" minW="0" w="100%">
          <Flex gap="12px" mb="8px" maxW="640px">
            <ChoiceField label="Summed by" value={by} onChange={setBy} choices={sorts.filter((s) => can(s.value))} />
            {by === "step" && (
              <>
                <ChoiceField
                  label="Stage"
                  value={stage}
                  onChange={setStage}
                  choices={[{ value: "", name: "all" }, ...stages.map((s) => ({ value: s, name: s }))]}
                />
                <TextField label="Called" value={name} onChange={setName} />
              </>
            )}
          </Flex>
          <Box overflow="auto" maxH="560px">
            <Table.Root w="100%">
              <Table.Header>
                <Table.Row>
                  <Th textAlign="left" pl="0" scope="col">
                    {by}
                  </Th>
                  {["needed", "made", "not counted", "set aside", "used", "on hand", "to go"].map((h) => (
                    <Th key={h} scope="col">
                      {h}
                    </Th>
                  ))}
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {by !== "step" &&
                  sums
                    ?.filter((s) => s.by === by)
                    .map((s) => (
                      <Table.Row key={s.name}>
                        <Table.Cell as="th" scope="row" fontWeight="500" py="4px" pr="8px">
                          <Ruled>{s.name}</Ruled>
                          {s.steps > 1 && (
                            <Text as="span" fontSize="fine" color="soft" ml="8px">
                              {many(s.steps, "step")}
                            </Text>
                          )}
                        </Table.Cell>
                        <Counted needed={s.needed} counts={s} spare={s.spare} />
                      </Table.Row>
                    ))}
                {listed.map((s) => {
                  const p = of(s.id);
                  if (!p) return null;
                  return (
                    <Table.Row key={s.id}>
                      <Table.Cell as="th" scope="row" fontWeight="500" py="4px" pr="8px">
                        <Link to={`/q/${project.id}/bench/${encodeURIComponent(s.id)}`}>
                          <Ruled>{s.name}</Ruled>
                        </Link>
                        <Text as="span" fontSize="fine" color="soft" ml="8px">
                          {s.stage}
                        </Text>
                        {left[s.id] && (
                          <Text fontSize="fine" color="soft">
                            <Ruled>{`left of what was begun: ${left[s.id]}`}</Ruled>
                          </Text>
                        )}
                      </Table.Cell>
                      <Counted needed={p.make} counts={p} spare={s.spare} />
                    </Table.Row>
                  );
                })}
              </Table.Body>
            </Table.Root>
            {error && by !== "step" && <Wrong error={error} />}
            {by === "step" && listed.length === 0 && <Text color="soft">No step is called so.</Text>}
          </Box>
        </Box>
        <Box flexShrink={0} textAlign="center">
          <QuiltView
            layout={plan.quilt}
            colours={coloursOf(project.document)}
            maxW={300}
            maxH={360}
            label="The quilt as far as its blocks are made"
            filled={filled}
            bordered={plan.steps.every((s) => s.stage !== "top" || of(s.id)?.toGo === 0)}
          />
          <Text fontSize="small" color="soft" mt="6px" maxW="300px">
            Filled in: as many blocks of each kind as are made. Which of them lies where is yours to say.
          </Text>
        </Box>
      </Flex>
    </Section>
  );
}
