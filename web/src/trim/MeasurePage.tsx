// One thing under the ruler: what it measured, what that says of its seams, how the batch goes, and the ways on with all that follows.
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useDebounce } from "use-debounce";
import { type Came, type Project, Refused, type Step } from "../api/client";
import { asks } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { Caution } from "../frame/Caution";
import { TextField } from "../frame/fields";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Loading, Wrong } from "../frame/States";
import { Unplanned } from "../frame/Unplanned";
import { BatchChart } from "./BatchChart";
import { Gauge } from "./Gauge";
import { UnderRuler } from "./UnderRuler";
import { Way } from "./Way";

export function MeasurePage() {
  const project = useFramed();
  const { step: id = "" } = useParams();
  const { plan } = project;
  const { data: health } = useQuery(asks.health());
  if (plan.steps.length === 0) return <Unplanned />;
  const step = plan.steps.find((s) => s.id === id);
  const trim = plan.trim.find((t) => t.gauge === id);
  if (!step || !trim) {
    return (
      <Box px="28px" py="22px">
        <Text>Nothing of that name is measured in this quilt.</Text>
        <Link to={`/q/${project.id}/trim`}>What everything must measure</Link>
      </Box>
    );
  }
  const said = project.progress.gauged.find((g) => g.step === id);
  const count = project.progress.steps.find((s) => s.id === id);
  const strips = step.stage === "strip sets" ? plan.steps.filter((s) => step.takes.some((t) => t.step === s.id)) : [];
  return (
    <Box px={{ base: "8px", md: "28px" }} py="22px" maxW="1240px" mx="auto">
      <Flex gap="20px" align="baseline" wrap="wrap" mb="16px">
        <Heading as="h1" textStyle="lead">
          {`${step.name}, measured`}
        </Heading>
        <Text color="soft">
          <Ruled>{`${count?.good ?? 0} of ${step.make} counted · it should be ${trim.should}`}</Ruled>
        </Text>
        {(count?.due ?? 0) > 0 && <Text color="madder" fontWeight="600">{`${count?.due} to be measured by now`}</Text>}
        <Box flex="1" />
        <Link to={`/q/${project.id}/trim`}>All that is measured</Link>
      </Flex>
      <Flex gap="36px" wrap="wrap" align="start" mb="22px">
        <UnderRuler
          picture={plan.pictures[trim.picture]}
          colours={coloursOf(project.document)}
          mark={plan.ruler.inches}
          metric={plan.measure === "cm"}
          said={said}
          label={`${step.name} under a ruler`}
          edges={trim.square?.edges ?? []}
        />
        <Box flex="1" minW={{ base: "100%", md: "340px" }}>
          <Gauge
            project={project}
            step={step}
            ways={trim.along}
            caliper={health?.caliper ? trim.exact : undefined}
            open
          />
          {strips.map((s) => (
            <Gauge
              key={s.id}
              project={project}
              step={s}
              ways={[""]}
              asks={`Its strips of ${s.name}: what did one measure?`}
            />
          ))}
        </Box>
      </Flex>
      {trim.square && (
        <Section title="To square it up">
          <Box as="ol" pl="20px" listStyleType="decimal">
            {[...trim.square.lays, ...trim.square.cuts].map((l) => (
              <li key={l}>
                <Ruled>{l}</Ruled>
              </li>
            ))}
          </Box>
          {trim.square.short && (
            <Text color="madder" mt="4px">
              <Ruled>{trim.square.short}</Ruled>
            </Text>
          )}
        </Section>
      )}
      {said?.charts.some((c) => c.points.length > 1) && (
        <Section title="The batch, one after the other">
          {said.charts
            .filter((c) => c.points.length > 1)
            .map((c) => (
              <BatchChart key={c.along} chart={c} />
            ))}
          {said.batch.length > 0 && (
            <Text mt="6px">
              <Ruled>{said.batch.join(" ")}</Ruled>
            </Text>
          )}
        </Section>
      )}
      <Planned project={project} step={step} first={trim.first ?? ""} />
      <Ways project={project} step={step} along={trim.along} width={said?.width ?? ""} height={said?.height ?? ""} />
      <Caution>
        Trim standing, blade away from yourself, fingers off the ruler's edge; let the iron and the cloth cool before
        you measure.
      </Caution>
    </Box>
  );
}

/** That the quilt is planned on what this measured, and the way back from that. */
function Planned({ project, step, first }: { project: Project; step: Step; first: string }) {
  const unit = project.document.units.find((u) => u.id === step.group);
  if (!unit?.measured) return null;
  const { width, height, trimmed, expected } = unit.measured;
  const size = [width, height].filter(Boolean).join(" × ");
  return (
    <Text mb="14px" fontWeight="600">
      <Ruled>
        {trimmed
          ? `The quilt is planned with all of them trimmed to ${size}.`
          : expected
            ? `Expected to measure ${size}, since it meets what was measured. Measure the first one.`
            : `The quilt is planned on ${size}. First it should have been ${first}: enter that to go back.`}
      </Ruled>
    </Text>
  );
}

/** What was read last, as it stands in a field. */
const plain = (written: string) => written.replace(/ (in|cm)$/, "");

function Ways({
  project,
  step,
  along,
  width: readWidth,
  height: readHeight,
}: {
  project: Project;
  step: Step;
  along: string[];
  width: string;
  height: string;
}) {
  const [typed, setTyped] = useState<{ width?: string; height?: string }>({});
  const width = typed.width ?? plain(readWidth);
  const height = typed.height ?? plain(readHeight);
  const set = !along.includes("across");
  const came: Came = { step: step.id, ...(width && !set ? { width } : {}), ...(height ? { height } : {}) };
  const [asked] = useDebounce(JSON.stringify(came), 250);
  const ask: Came = JSON.parse(asked);
  const { data, error, isPlaceholderData } = useQuery({
    ...asks.onward(project, ask),
    enabled: !!(ask.width || ask.height),
    placeholderData: keepPreviousData,
  });
  const problems = error instanceof Refused ? (error.trouble.problems ?? []) : [];
  const at = (place: string) => problems.filter((p) => p.at === place);
  return (
    <Section title="The ways on">
      <Flex gap="14px" wrap="wrap" align="start" mb="12px">
        {!set && (
          <TextField
            label="It measures across"
            value={width}
            onChange={(v) => setTyped((t) => ({ ...t, width: v }))}
            problems={at("/width")}
            w="190px"
          />
        )}
        <TextField
          label={set ? "It measures across its strips" : "It measures down"}
          value={height}
          onChange={(v) => setTyped((t) => ({ ...t, height: v }))}
          problems={at("/height")}
          w="210px"
        />
        <Text color="soft" fontSize="small" maxW="420px" mt="24px">
          Nothing changes until you choose. What is counted and would no longer fit is listed with each way.
        </Text>
      </Flex>
      {error && at("/width").length + at("/height").length === 0 && <Wrong error={error} />}
      {!data && !error && (ask.width || ask.height) && <Loading few label="Working the ways out" />}
      {data && !error && (
        <Box opacity={isPlaceholderData || asked !== JSON.stringify(came) ? 0.5 : 1}>
          {data.seams && (
            <Text fontWeight="600" mb="12px">
              <Ruled>{data.seams}</Ruled>
            </Text>
          )}
          <Box
            as="ul"
            display="grid"
            gap="26px 30px"
            gridTemplateColumns={{ base: "1fr", md: "1fr 1fr", xl: `repeat(${data.ways.length}, 1fr)` }}
          >
            {data.ways.map((w) => (
              <Way key={w.way} way={w} project={project} step={step} />
            ))}
          </Box>
        </Box>
      )}
    </Section>
  );
}
