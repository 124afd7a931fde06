// Sheets for the table, through the browser's print: the thread as a list, the cut list, the order of sewing, the trim card.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useLayoutEffect } from "react";
import { Link } from "react-router";
import type { Across, Project, Step } from "../api/client";
import { useProject } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { KnifeView } from "../drawn/KnifeView";
import { PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { Ruled } from "../frame/Ruled";
import { Loading, Plain, Wrong } from "../frame/States";
import { Openings } from "../wave/Openings";

const Sheet = chakra("section", {
  base: {
    breakAfter: "page",
    pb: "20px",
    mb: "24px",
    borderBottomWidth: "1px",
    borderColor: "hair",
    _last: { breakAfter: "auto" },
  },
});
const Row = chakra("tr", { base: { borderTopWidth: "1px", borderColor: "hair", breakInside: "avoid" } });
const Cell = chakra("td", { base: { py: "5px", px: "8px", verticalAlign: "middle", fontSize: "13px" } });

export function PrintPage() {
  const { data: project, error } = useProject();
  useLayoutEffect(() => {
    // The sheets are shown as they will lie on paper, also by those who work in the dark.
    const look = document.documentElement.classList;
    const dark = look.contains("dark");
    look.remove("dark");
    return () => {
      look.toggle("dark", dark);
    };
  }, []);
  if (!project)
    return error ? (
      <Plain title="Nothing to print">
        <Wrong error={error} />
      </Plain>
    ) : (
      <Loading page label="Laying out the sheets" />
    );
  const { plan } = project;
  const colours = coloursOf(project.document);
  const paper = project.document.settings.paper === "letter" ? "letter" : "A4";
  return (
    <Box as="main" maxW="760px" mx="auto" p={{ base: "12px", md: "24px" }} bg="paper" color="ink">
      <style>{`@page { size: ${paper}; margin: 14mm }`}</style>
      <Heading as="h1" className="no-print" textStyle="page" mb="12px">
        {`${plan.name}: print sheets`}
      </Heading>
      <Flex className="no-print" gap="10px" mb="18px" align="center">
        <Button variant="solid" onClick={() => window.print()}>
          {`Print on ${paper === "A4" ? "A4" : "Letter"}`}
        </Button>
        <Button asChild>
          <Link to={`/q/${project.id}/quilt`}>Back to the quilt</Link>
        </Button>
      </Flex>
      <Sheet>
        <Title project={project} name="The thread" />
        <Flex gap="20px" mb="12px">
          <QuiltView layout={plan.quilt} colours={colours} maxW={200} maxH={220} label={plan.name} />
          <Box>
            <Text>
              <Ruled>{`${plan.set} of ${plan.block.text},${plan.finished.text && ` finishes ${plan.finished.text},`} allowance ${plan.seam.effective.text}.`}</Ruled>
            </Text>
            <Text>
              <Ruled>{`${plan.press.says}. ${plan.press.detail}`}</Ruled>
            </Text>
          </Box>
        </Flex>
        <chakra.table w="100%">
          <tbody>
            {plan.steps.map((s) => (
              <Row key={s.id}>
                <Cell w="84px">
                  <PictureView picture={plan.pictures[s.picture]} colours={colours} maxW={70} maxH={30} label="" />
                </Cell>
                <Cell>
                  <Ruled>{s.name}</Ruled>
                </Cell>
                <Cell>
                  <Ruled>{s.size}</Ruled>
                </Cell>
                <Cell className="tabular">{s.make}</Cell>
                <Cell w="160px" borderBottomWidth="1px" borderColor="line" aria-label="Tally" />
              </Row>
            ))}
          </tbody>
        </chakra.table>
      </Sheet>
      {plan.tubes.map((t) => (
        <Sheet key={t.unit}>
          <Title project={project} name={`The rings of ${t.name}`} />
          {plan.script
            .filter((part) => t.sets.some((set) => set.name === part.name))
            .flatMap((part) => part.lines.filter((line) => line.list.length > 0))
            .map((line) => (
              <Box key={line.says} mb="10px" breakInside="avoid">
                <Text fontWeight="600">
                  <Ruled>{line.says}</Ruled>
                </Text>
                <Text fontSize="section" className="tabular" lineHeight="1.7">
                  <Ruled>{line.list.join("  ·  ")}</Ruled>
                </Text>
              </Box>
            ))}
          <Openings tube={t} />
        </Sheet>
      ))}
      {plan.deal.says !== "" && (
        <Sheet>
          <Title project={project} name="Prints and piles" />
          <QuiltView layout={plan.quilt} colours={colours} maxW={700} maxH={520} label="Which print goes where" />
          <Text fontSize="note" my="10px">
            Cut the labels apart and lay one on each pile. {plan.deal.order}
          </Text>
          <Box columnCount={3} columnGap="0">
            {plan.deal.cells
              .filter((c) => c.says)
              .map((c) => (
                <Box
                  key={`${c.row} ${c.column}`}
                  borderWidth="1px"
                  borderStyle="dashed"
                  borderColor="line"
                  p="6px"
                  css={{ breakInside: "avoid" }}
                >
                  <Text fontWeight="600" fontSize="note">
                    {c.called}
                  </Text>
                  <Text fontSize="fine">{c.says}</Text>
                </Box>
              ))}
          </Box>
        </Sheet>
      )}
      <Sheet>
        <Title project={project} name="Cut list" />
        {plan.cut.map((c) => (
          <Box key={c.fabric} mb="12px" style={{ breakInside: "avoid" }}>
            <Text fontWeight="600">
              <Ruled>{`${c.name}: buy ${c.buy}`}</Ruled>
            </Text>
            {c.strips.map((s) => (
              <Box key={s.step} fontSize="note" pl="12px">
                <Text>
                  <Ruled>{`☐ ${s.count} × ${s.width.text}, for ${s.for}`}</Ruled>
                </Text>
                {s.patches && <Layups across={s.patches} />}
                {s.joined && (
                  <Text pl="16px">
                    <Ruled>{s.joined}</Ruled>
                  </Text>
                )}
              </Box>
            ))}
          </Box>
        ))}
        {plan.sets.map((s) => (
          <Box key={s.setStep} fontSize="note" mb="8px">
            <Text fontWeight="600">
              <Ruled>{`${s.set}, ${s.wide.text} wide`}</Ruled>
            </Text>
            <Layups across={s.across} />
          </Box>
        ))}
      </Sheet>
      <Sheet>
        <Title project={project} name="Labels for the piles" />
        <Box display="grid" gridTemplateColumns="repeat(3, 1fr)" gap="8px">
          {plan.steps
            .filter((s) => s.make > 0 && (s.stage === "sub-cuts" || s.stage === "units" || s.stage === "blocks"))
            .map((s) => (
              <Flex
                key={s.id}
                gap="10px"
                p="8px"
                minH="64px"
                align="center"
                borderWidth="1px"
                borderStyle="dashed"
                borderColor="line"
                style={{ breakInside: "avoid" }}
              >
                <PictureView
                  picture={plan.pictures[s.picture]}
                  colours={coloursOf(project.document)}
                  maxW={52}
                  maxH={46}
                  label=""
                />
                <Box minW="0">
                  <Text fontSize="note" fontWeight="600" lineHeight="1.25">
                    {s.name}
                  </Text>
                  <Text fontSize="note">
                    <Ruled>{`${s.make}${s.size && ` · ${s.size}`}`}</Ruled>
                  </Text>
                </Box>
              </Flex>
            ))}
        </Box>
      </Sheet>
      <Sheet>
        <Title project={project} name="Order of sewing" />
        <chakra.table w="100%">
          <tbody>
            {plan.steps
              .filter((s) => s.sewing || s.does === "mark" || s.does === "trim" || s.does === "cut again")
              .map((s, i) => (
                <Row key={s.id}>
                  <Cell className="tabular">{i + 1}</Cell>
                  <Cell w="100px">
                    <Lies step={s} project={project} />
                  </Cell>
                  <Cell>
                    <Text fontWeight="600">
                      <Ruled>{s.says}</Ruled>
                    </Text>
                    <Ruled>{s.sewing ? `Bring ${s.sewing.edge}.${s.press && ` Press ${s.press}.`}` : s.size}</Ruled>
                  </Cell>
                </Row>
              ))}
          </tbody>
        </chakra.table>
      </Sheet>
      <Sheet>
        <Title project={project} name="Press cards" />
        <Box display="grid" gridTemplateColumns="repeat(2, 1fr)" gap="10px">
          {plan.press.lines.map((l) => (
            <Box
              key={l.step}
              p="10px"
              borderWidth="1px"
              borderColor="line"
              fontSize="note"
              style={{ breakInside: "avoid" }}
            >
              <Flex gap="10px" align="center" mb="4px">
                <PictureView picture={plan.pictures[l.picture]} colours={colours} maxW={64} maxH={52} label="" back />
                <Text fontWeight="600" fontSize="small">
                  <Ruled>{`${l.name}, ${l.count}: ${l.says}`}</Ruled>
                </Text>
              </Flex>
              {[l.card.lay, l.card.way, l.card.check, ...l.card.cautions]
                .filter((words) => words !== "")
                .map((words) => (
                  <Text key={words}>
                    <Ruled>{words}</Ruled>
                  </Text>
                ))}
            </Box>
          ))}
        </Box>
        <Text fontSize="fine" mt="8px">
          Steam burns: lift the iron straight up, fingers clear of the edge, iron down and off when you leave. The
          maker's instructions come first.
        </Text>
      </Sheet>
      <Sheet>
        <Title project={project} name="Trim card" />
        <chakra.table w="100%">
          <tbody>
            {plan.trim.map((t) => (
              <Row key={t.id}>
                <Cell>{t.name}</Cell>
                <Cell fontWeight="600">
                  <Ruled>{t.unfinished}</Ruled>
                </Cell>
                <Cell>
                  <Ruled>{t.finished ? `${t.finished} finished` : ""}</Ruled>
                </Cell>
              </Row>
            ))}
          </tbody>
        </chakra.table>
      </Sheet>
    </Box>
  );
}

function Title({ project, name }: { project: Project; name: string }) {
  return (
    <Heading as="h2" textStyle="lead" mb="10px">
      {`${project.plan.name}: ${name}`}
    </Heading>
  );
}

/** How strips or sets are cut across, a box to tick for each of them. */
function Layups({ across }: { across: Across }) {
  return across.layups.map((l) => (
    <Text key={l.from + l.says} pl="16px">
      <Ruled>{`${"☐".repeat(Math.min(l.times, 30))} ${l.times > 30 ? `${l.times} × ` : ""}${l.from && `${l.from} left of one: `}${l.says}; ${l.rest.text} left`}</Ruled>
    </Text>
  ));
}

/** What a step makes; where something is cut again, where the knife goes. */
function Lies({ step, project }: { step: Step; project: Project }) {
  const { plan } = project;
  const colours = coloursOf(project.document);
  const knife = plan.knives.find((k) => k.unit === step.knife);
  return knife ? (
    <KnifeView knife={knife} colours={colours} maxW={96} maxH={96} label="" here={step.id} />
  ) : (
    <PictureView picture={plan.pictures[step.picture]} colours={colours} maxW={70} maxH={44} label="" />
  );
}
