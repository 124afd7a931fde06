// At the machine, the mat or the iron: one batch, full screen, read at a glance and counted with one key. Nothing scrolls,
// nothing asks twice.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { Link, useParams } from "react-router";
import type { Project, Step } from "../api/client";
import { useOrder, useProject } from "../api/queries";
import { atTheMachine } from "../frame/keyList";
import { Ruled } from "../frame/Ruled";
import { StageCounts } from "../frame/StageCounts";
import { Loading, Plain, Wrong } from "../frame/States";
import { Aside } from "./Aside";
import { Buttons } from "./Buttons";
import { Card } from "./Card";
import { ChainRow } from "./ChainRow";
import { Counts } from "./Counts";
import { Key } from "./Key";
import { kitOf } from "./kit";
import { Parts } from "./Parts";
import { RightOrWrong } from "./RightOrWrong";
import { countsOf, useCounting, useKeys } from "./useCounting";
import { isDrawn, useNeedle } from "./useNeedle";
import type { Station } from "./useTally";
import { WebRow } from "./WebRow";

export const BenchPage = () => <At station="needle" />;
export const IronPage = () => <At station="iron" />;

function At({ station }: { station: Station }) {
  const { step: id } = useParams();
  const { data: project, error } = useProject();
  if (!project)
    return error ? (
      <Plain title="The bench cannot be set up">
        <Wrong error={error} />
      </Plain>
    ) : (
      <Loading page label="Setting up the bench" />
    );
  const step = project.plan.steps.find((s) => s.id === (id ?? project.progress.next));
  if (!step && !id && project.plan.steps.length > 0) {
    return (
      <Plain title="Everything that is counted is made">
        <Text mb="12px">
          No step of this quilt is waiting any more. A step can still be counted again, where it is listed.
        </Text>
        <Button asChild mr="10px">
          <Link to={`/q/${project.id}/thread`}>See the thread</Link>
        </Button>
      </Plain>
    );
  }
  if (!step) {
    return (
      <Plain title="This step is not in the plan">
        <Text mb="12px">The plan has changed since this address was made. What was counted is kept.</Text>
        <Button asChild mr="10px">
          <Link to={`/q/${project.id}/sew`}>See the order of sewing</Link>
        </Button>
      </Plain>
    );
  }
  return <Bench key={step.id} project={project} step={step} station={station} />;
}

function Bench({ project, step, station }: { project: Project; step: Step; station: Station }) {
  const counting = useCounting(project, step, station);
  const { iron, back, turn, mode, setMode, typed, setAside, unpick, leave } = counting;
  const counts = countsOf(counting, step);
  const needle = useNeedle(project, step, counts.good);
  const kinds = useKinds(project, step);
  const kit = kitOf(project, step, counts.good);
  useKeys((e) => {
    if (e.key === "ArrowLeft") needle.go(-1);
    if (e.key === "ArrowRight") needle.go(1);
  });
  const card = !iron && isDrawn(needle.under);
  const lasts = project.progress.steps.find((s) => s.id === step.id)?.bobbin ?? -1;
  const bobbin = lasts < 0 || iron ? -1 : lasts + (counting.tally.progress?.good ?? 0);
  const picture = step.sewing && step.picture ? project.plan.pictures[step.picture] : undefined;
  return (
    <Flex direction="column" h="100dvh" overflow="hidden" bg="paper">
      <Head project={project} step={step} kinds={iron ? undefined : kinds} leave={leave} />
      <Flex as="main" flex="1" minH="0" direction={{ base: "column", md: "row" }}>
        {card ? (
          <Card project={project} step={step} needle={needle} room={mode === "count"} makes={back} turn={turn} />
        ) : (
          <Parts project={project} step={step} back={back} iron={iron} turn={turn} room={mode === "count"} />
        )}
        <Flex
          direction="column"
          flex="1"
          px={{ base: "14px", md: "28px" }}
          py={{ base: "6px", md: "14px" }}
          minW="0"
          justify="space-between"
        >
          <Counts
            counting={counting}
            counts={counts}
            project={project}
            step={step}
            then={iron ? undefined : (kit?.next ?? kinds?.next)}
            kit={iron ? undefined : kit}
          />
          {card && mode === "count" && <RightOrWrong project={project} needle={needle} />}
          {mode === "aside" ? (
            <Aside
              n={Math.max(1, typed ?? 1)}
              sewn={step.does === "sew"}
              choose={setAside}
              unpick={unpick}
              leave={() => setMode("count")}
            />
          ) : (
            <Buttons counting={counting} toGo={counts.toGo} tight={card} />
          )}
        </Flex>
      </Flex>
      {card && <WebRow needle={needle} good={counts.good} />}
      {picture && (
        <ChainRow
          picture={picture}
          laid={step.sewing?.laid}
          project={project}
          good={counts.good}
          make={counts.make}
          card={card}
          bobbin={bobbin}
          kit={iron ? undefined : kit?.until}
          then={iron ? undefined : kinds?.next}
        />
      )}
      <Box
        as="footer"
        bg="cotton"
        borderTopWidth="1px"
        borderColor="hair"
        px={{ base: "14px", md: "28px" }}
        py="10px"
        flexShrink={0}
      >
        <StageCounts stages={project.progress.stages} here={step.stage} />
      </Box>
    </Flex>
  );
}

type Kinds = { at: number; n: number; next: Step | undefined };

/** Where this step stands among the kinds of its chain, and which of them is to be sewn next. */
function useKinds(project: Project, step: Step): Kinds | undefined {
  const { data: order } = useOrder(project);
  const chain = order?.chains.find((c) => c.steps.includes(step.id))?.steps;
  if (!chain) return undefined;
  const at = chain.indexOf(step.id);
  const left = (id: string) => (project.progress.steps.find((p) => p.id === id)?.toGo ?? 0) > 0;
  const next = [...chain.slice(at + 1), ...chain.slice(0, at)].find(left);
  return { at, n: chain.length, next: project.plan.steps.find((s) => s.id === next) };
}

type HeadProps = { project: Project; step: Step; kinds: Kinds | undefined; leave: () => void };

function Head({ project, step, kinds, leave }: HeadProps) {
  const steps = project.plan.steps;
  const order = steps.findIndex((s) => s.id === step.id);
  const stitch = step.sewing ? ` · ${step.sewing.stitch}` : "";
  return (
    <Flex
      as="header"
      align="center"
      gap="16px"
      px={{ base: "14px", md: "28px" }}
      minH="52px"
      bg="cotton"
      borderBottomWidth="1px"
      borderColor="hair"
    >
      <Heading as="h1" textStyle={{ base: "section", md: "panel" }} lineClamp={2}>
        <Ruled>{step.name}</Ruled>
      </Heading>
      <Text color="soft" display={{ base: "none", md: "block" }}>
        <Ruled>{`${project.document.name} · step ${order + 1} of ${steps.length}${stitch}`}</Ruled>
      </Text>
      {kinds && (
        <Text fontWeight="600" whiteSpace="nowrap" data-testid="kind" display={{ base: "none", md: "block" }}>
          {`kind ${kinds.at + 1} of ${kinds.n} on this chain`}
        </Text>
      )}
      <Button size="sm" ml="auto" flexShrink={0} onClick={leave}>
        Leave <Key>{atTheMachine.leave.shown}</Key>
      </Button>
    </Flex>
  );
}
