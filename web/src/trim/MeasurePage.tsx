// One thing under the ruler: what it measured, what that says of its seams, how the batch goes, and the ways on with all that follows.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useDebounce } from "use-debounce";
import { type Came, newId, type Onward, type Project, Refused, type Step, server, type WayOn } from "../api/client";
import { keys } from "../api/queries";
import { useOutbox } from "../bench/useOutbox";
import { coloursOf } from "../drawn/colours";
import { Caution } from "../frame/Caution";
import { TextField } from "../frame/fields";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Loading, Wrong } from "../frame/States";
import { Unplanned } from "../frame/Unplanned";
import { useKept } from "../frame/useKept";
import { BatchChart } from "./BatchChart";
import { Gauge } from "./Gauge";
import { Rounds } from "./Rounds";
import { UnderRuler } from "./UnderRuler";

export function MeasurePage() {
  const project = useFramed();
  const { step: id = "" } = useParams();
  const { plan } = project;
  const { data: health } = useQuery({
    queryKey: keys.health,
    queryFn: server.health,
    staleTime: Number.POSITIVE_INFINITY,
  });
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
      <Ways project={project} step={step} along={trim.along} width={said?.width ?? ""} height={said?.height ?? ""} />
      <Caution>
        Trim standing, blade away from yourself, fingers off the ruler's edge; let the iron and the cloth cool before
        you measure.
      </Caution>
    </Box>
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
    queryKey: keys.onward(project.id, project.document, ask, project.progress.events),
    queryFn: ({ signal }) => server.onward(project.id, project.document, ask, signal),
    enabled: !!(ask.width || ask.height),
    placeholderData: keepPreviousData,
    retry: false,
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
          Nothing changes until you choose. What is counted stays counted, whichever way you go.
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
              <One key={w.way} way={w} onward={data} project={project} step={step} />
            ))}
          </Box>
        </Box>
      )}
    </Section>
  );
}

function One({ way, onward, project, step }: { way: WayOn; onward: Onward; project: Project; step: Step }) {
  const keep = useKept(project);
  const { record } = useOutbox(project, () => false);
  const counted = (n: number, exact: string, look: string, reason: string) => ({
    event: {
      id: newId(),
      step: step.id,
      kind: "recount" as const,
      n,
      exact,
      look,
      reason,
      rev: project.rev,
      at: new Date().toISOString(),
    },
    effect: { made: 0, aside: 0, pressed: 0 },
  });
  const go = () => {
    if (way.document) {
      keep.mutate(way.document, {
        onSuccess: () =>
          way.carries.length > 0 &&
          record(
            way.carries.map((c) => {
              const one = counted(c.n, c.exact, c.look, "counted under what it measures");
              return { ...one, event: { ...one.event, step: c.step } };
            }),
          ),
      });
    } else if (way.undone > 0) {
      record([counted(way.keep, step.exact, step.look, `${way.undone} taken apart to be sewn again`)]);
    }
  };
  return (
    <Box as="li" borderTopWidth="3px" borderColor={way.cannot ? "hair" : "madder"} pt="8px" aria-label={way.name}>
      <Heading as="h3" textStyle="section" mb="2px">
        <Ruled>{way.name}</Ruled>
      </Heading>
      {way.says.map((s) => (
        <Text key={s} fontSize="small" color="soft">
          <Ruled>{s}</Ruled>
        </Text>
      ))}
      {way.cannot ? (
        <Text fontSize="small" mt="8px">
          <Ruled>{`Not here: ${way.cannot}`}</Ruled>
        </Text>
      ) : (
        <>
          <Rounds before={onward.quilt} after={way.quilt} label={`The quilt: ${way.name}`} />
          <chakra.dl fontSize="small" mt="6px">
            {way.follows.map((f) => (
              <Flex key={f.what} gap="8px" py="2px" justify="space-between" borderTopWidth="1px" borderColor="hair">
                <dt>{f.what}</dt>
                <chakra.dd textAlign="right" className="tabular">
                  <chakra.s color="soft" mr="6px">
                    <Ruled>{f.was}</Ruled>
                  </chakra.s>
                  <chakra.span fontWeight="600" whiteSpace="nowrap">
                    <Ruled>{f.is}</Ruled>
                  </chakra.span>
                </chakra.dd>
              </Flex>
            ))}
          </chakra.dl>
          {[...way.lost, ...way.costs].map((s) => (
            <Text key={s} fontSize="small" color="madder" mt="4px">
              <Ruled>{s}</Ruled>
            </Text>
          ))}
          {way.document || way.undone > 0 ? (
            <Button size="sm" mt="10px" variant="solid" disabled={keep.isPending} onClick={go}>
              {way.document ? "Go on so" : "They are taken apart"}
            </Button>
          ) : (
            <Text fontSize="small" color="soft" mt="8px">
              Nothing in the plan changes.
            </Text>
          )}
          {keep.error && <Wrong error={keep.error} />}
        </>
      )}
    </Box>
  );
}
