// What everything must measure, before and after its outer seams are sewn.
import { Box, chakra, Flex, Table, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { TurnButton } from "../drawn/Turned";
import { Caution } from "../frame/Caution";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Unplanned } from "../frame/Unplanned";
import { Worked } from "../frame/Working";
import { type Along, Gauge } from "./Gauge";

const Cell = chakra(Table.Cell, { base: { py: "12px", px: "10px", verticalAlign: "middle" } });
const Head = chakra(Table.ColumnHeader, { base: { px: "10px", pb: "6px" } });

export function TrimPage() {
  const project = useFramed();
  const { plan } = project;
  if (plan.steps.length === 0) return <Unplanned />;
  const colours = coloursOf(project.document);
  const gauged = (id: string | undefined, ways: Along[]) => {
    const step = plan.steps.find((s) => s.id === id);
    return step && <Gauge project={project} step={step} ways={ways} />;
  };
  return (
    <Box px={{ base: "8px", md: "28px" }} py="22px" maxW="1100px" mx="auto">
      <Section title="What it must measure" aside={<TurnButton />}>
        <Text color="soft" mb="14px">
          <Ruled>{`Measure after pressing, before the next seam. Unfinished includes ${plan.seam.effective.text} of allowance on every side.`}</Ruled>{" "}
          <Link to={`/q/${project.id}/rules`} style={{ textDecoration: "underline" }}>
            The book of rules
          </Link>
        </Text>
        <Box overflowX="auto">
          <Table.Root w="100%">
            <Table.Header>
              <Table.Row>
                <Head>Picture</Head>
                <Head>What</Head>
                <Head>Unfinished: trim to this</Head>
                <Head>Finished</Head>
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {plan.trim.map((t) => (
                <Table.Row key={t.id}>
                  <Cell w="150px">
                    <Flex justify="center">
                      {plan.pictures[t.picture] ? (
                        <PictureView
                          picture={plan.pictures[t.picture]}
                          colours={colours}
                          maxW={130}
                          maxH={74}
                          label={t.name}
                        />
                      ) : (
                        <QuiltView layout={plan.quilt} colours={colours} maxW={130} maxH={84} label={t.name} />
                      )}
                    </Flex>
                  </Cell>
                  <Cell>
                    <Text fontWeight="600">{t.name}</Text>
                    <Text fontSize="note" color="soft">
                      {t.kind}
                    </Text>
                  </Cell>
                  <Cell>
                    <Box textStyle="lead" whiteSpace="nowrap">
                      <Worked working={t.working} label={`${t.name}, size`}>
                        <Ruled>{t.unfinished}</Ruled>
                      </Worked>
                    </Box>
                    {t.square?.short && (
                      <Text fontSize="small" color="madder">
                        <Ruled>{t.square.short}</Ruled>
                      </Text>
                    )}
                    {gauged(t.gauge, t.along)}
                    {t.id === "top" && plan.quilt.borders.length > 0 && (
                      <Link to="../cut#measure">
                        <Text as="span" fontSize="small">
                          What did it measure? Borders are cut to it
                        </Text>
                      </Link>
                    )}
                  </Cell>
                  <Cell>
                    <Text fontSize="large" whiteSpace="nowrap">
                      <Ruled>{t.finished || (t.kind === "strip set" ? "as long as the cloth is wide" : "")}</Ruled>
                    </Text>
                  </Cell>
                </Table.Row>
              ))}
            </Table.Body>
          </Table.Root>
        </Box>
      </Section>
      <Caution>
        Trim standing, blade away from yourself, fingers off the ruler's edge. Never pull an edge to make it fit: find
        the seam that is off.
      </Caution>
    </Box>
  );
}
