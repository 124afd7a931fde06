// The sewing in order: one batch after another, each for the whole quilt.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import type { Order, Project, Step } from "../api/client";
import { useOrder } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { LaidView, PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { TurnButton } from "../drawn/Turned";
import { Caution } from "../frame/Caution";
import { ChoiceField } from "../frame/fields";
import { many } from "../frame/many";
import { useFramed } from "../frame/ProjectFrame";
import { progressOf } from "../frame/progress";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Loading } from "../frame/States";
import { Unplanned } from "../frame/Unplanned";
import { Worked } from "../frame/Working";
import { TestStrips } from "./TestStrips";

const titles: Record<string, string> = {
  marking: "Marking and halving",
  "strip sets": "Strip sets",
  units: "Units",
  blocks: "Blocks",
  rows: "Rows",
  top: "The top",
  finishing: "Backing and binding",
};

export function SewPage() {
  const project = useFramed();
  return project.plan.steps.length === 0 ? <Unplanned /> : <Batches project={project} />;
}

function Batches({ project }: { project: Project }) {
  const { plan } = project;
  const sewn = plan.steps.filter((s) => s.sewing || s.does === "mark" || s.does === "trim" || s.does === "cut again");
  const stages = plan.stages.filter((st) => sewn.some((s) => s.stage === st));
  const { data: order, isLoading, failureCount } = useOrder(project);
  const coming = isLoading && failureCount === 0; // it can be sewn without, too
  const { kit } = project.progress;
  const [by, setBy] = useState<By>("work");
  const parts = by === "kit" ? kit?.parts : by === "soonest" ? order?.soonest?.parts : undefined;
  const listed =
    by === "work" ? undefined : (parts?.map((p) => p.step) ?? (by === "now" ? order?.tonight : order?.fewest) ?? []);
  const asks = new Map(order?.batches.map((b) => [b.step, b]));
  // What is sewn on one chain is one batch, called by the first of it.
  const leads = (id: string) => order?.chains.find((c) => c.steps.includes(id))?.steps[0] ?? id;
  const batches = [...new Set(sewn.map((s) => leads(s.id)))];
  const numberOf = (id: string) => batches.indexOf(leads(id)) + 1;
  return (
    <Box px={{ base: "16px", md: "28px" }} py="22px" maxW="1100px" mx="auto">
      {plan.test && <TestStrips project={project} />}
      <Flex align="end" justify="space-between" gap="12px" wrap="wrap" mb="10px">
        <ChoiceField
          w="300px"
          label="Show the batches"
          value={by}
          onChange={setBy}
          choices={[
            { value: "work", name: "in the order of the work" },
            { value: "now", name: "that can be sewn now, easiest first" },
            ...(kit ? [{ value: "kit" as const, name: `for kit ${kit.number} of ${kit.of}` }] : []),
            ...(order?.soonest ? [{ value: "soonest" as const, name: "that finish a block soonest" }] : []),
            ...(order && order.changes < order.planned
              ? [{ value: "fewest" as const, name: "with the fewest changes of stitches" }]
              : []),
          ]}
        />
        {listed && <TurnButton />}
      </Flex>
      {listed && (
        <Section title={titleOf(by, kit)}>
          {by === "soonest" && order?.soonest && (
            <Text color="soft">
              <Ruled>{`From what there is, ${order.soonest.seams} ${order.soonest.seams === 1 ? "seam finishes" : "seams finish"} one ${nameOf(project, order.soonest.block)}.`}</Ruled>
            </Text>
          )}
          {by === "kit" && kit && (
            <Text color="soft">{`${kit.blocks === 1 ? "One block" : `${kit.blocks} blocks`}, as they follow each other in the rows: what is marked and sewn for them. Cloth and strip sets are cut for the whole quilt.`}</Text>
          )}
          {by === "fewest" && order && (
            <Text color="soft">{`${many(order.changes, "change")} of the length of stitches, and ${order.planned} in the order of the work. What is marked and cut apart comes in between.`}</Text>
          )}
          {listed.length === 0 && <Text>There are parts for nothing yet: cut first.</Text>}
          {listed.map((id) => {
            const part = parts?.find((p) => p.step === id);
            const s = plan.steps.find((one) => one.id === id);
            const number = numberOf(id);
            if (s && number === 0) return <Cut key={id} step={s} project={project} toGo={part?.toGo ?? 0} />;
            return s && <Batch key={id} step={s} project={project} number={number} asks={asks.get(id)} part={part} />;
          })}
        </Section>
      )}
      {!listed && coming && <Loading label="Putting the batches in order" />}
      {!listed &&
        !coming &&
        stages.map((stage) => (
          <Section key={stage} title={titles[stage] ?? stage} aside={stage === stages[0] && <TurnButton />}>
            {sewn
              .filter((s) => s.stage === stage)
              .map((s) => {
                const chain = order?.chains.find((c) => c.steps.includes(s.id));
                if (chain && chain.steps[0] !== s.id) return null;
                const kinds = chain?.steps.flatMap((id) => sewn.find((one) => one.id === id) ?? []) ?? [];
                return (
                  <Box key={s.id}>
                    <Batch step={s} project={project} number={numberOf(s.id)} asks={asks.get(s.id)} />
                    {kinds.length > 1 && <Kinds project={project} kinds={kinds} make={chain?.make ?? 0} />}
                  </Box>
                );
              })}
          </Section>
        ))}
      <Caution>
        Take pins out before the needle reaches them. Hands clear of the needle, slow over bulk, needle down to adjust.
        Change your posture, rest hands and eyes. Follow the maker's instructions for your machine.
      </Caution>
    </Box>
  );
}

type By = "work" | "now" | "fewest" | "kit" | "soonest";

const nameOf = (project: Project, id: string) => project.plan.steps.find((s) => s.id === id)?.name ?? id;

function titleOf(by: By, kit: Kit | undefined) {
  if (by === "kit") return `Kit ${kit?.number ?? 1}`;
  if (by === "soonest") return "One block, soonest";
  return by === "now" ? "What can be sewn now" : "The stitches changed least often";
}

type Kit = NonNullable<Project["progress"]["kit"]>;

type Part = Kit["parts"][number] | undefined;

/** What of it has to be cut before it can be sewn. */
function Cut({ step, project, toGo }: { step: Step; project: Project; toGo: number }) {
  return (
    <Flex gap={{ base: "14px", md: "28px" }} py="12px" borderTopWidth="1px" borderColor="hair" align="center">
      <Box w="26px" />
      <Flex w={{ base: "130px", md: "190px" }} justify="center" flexShrink={0}>
        {step.picture && (
          <PictureView
            picture={project.plan.pictures[step.picture]}
            colours={coloursOf(project.document)}
            maxW={180}
            maxH={44}
            label={step.name}
          />
        )}
      </Flex>
      <Text flex="1" fontWeight="600">
        <Ruled>{`Cut ${toGo} of ${step.name}`}</Ruled>
      </Text>
      <Button asChild size="sm">
        <Link to={`/q/${project.id}/bench/${encodeURIComponent(step.id)}`} aria-label={`To the mat with ${step.name}`}>
          To the mat
        </Link>
      </Button>
    </Flex>
  );
}

type Asks = Order["batches"][number] | undefined;

type BatchProps = { step: Step; project: Project; number: number; asks: Asks; part?: Part };

function Batch({ step, project, number, asks, part }: BatchProps) {
  const p = progressOf(project, step.id);
  const colours = coloursOf(project.document);
  const sewing = step.sewing;
  const { pictures } = project.plan;
  if (!p) return null;
  const here = project.progress.next === step.id;
  return (
    <Flex
      gap={{ base: "14px", md: "28px" }}
      py="16px"
      borderTopWidth="1px"
      borderColor="hair"
      align="center"
      wrap={{ base: "wrap", md: "nowrap" }}
      aria-current={here ? "step" : undefined}
    >
      <Text w="26px" color={here ? "madder" : "soft"} fontWeight="600" className="tabular" textAlign="right">
        {number}
      </Text>
      <Flex w={{ base: "130px", md: "190px" }} justify="center" align="center" gap="12px" flexShrink={0}>
        {sewing?.laid ? (
          <LaidView
            under={pictures[sewing.leftPicture ?? ""]}
            laid={sewing.laid}
            colours={colours}
            maxW={120}
            maxH={92}
            label={`${sewing.right} on ${sewing.left}`}
          />
        ) : sewing?.leftPicture && sewing.rightPicture ? (
          <>
            <PictureView
              picture={pictures[sewing.leftPicture]}
              colours={colours}
              maxW={80}
              maxH={92}
              label={sewing.left}
            />
            <svg width="10" height="70" viewBox="0 0 10 70" aria-hidden="true">
              <line
                x1="5"
                y1="0"
                x2="5"
                y2="70"
                stroke="var(--v-colors-madder)"
                strokeWidth="2"
                strokeDasharray="6 4"
              />
            </svg>
            <PictureView
              picture={pictures[sewing.rightPicture]}
              colours={colours}
              maxW={80}
              maxH={92}
              label={sewing.right}
            />
          </>
        ) : step.picture ? (
          <PictureView picture={pictures[step.picture]} colours={colours} maxW={180} maxH={80} label={step.name} />
        ) : (
          <QuiltView layout={project.plan.quilt} colours={colours} maxW={120} maxH={88} label={step.name} />
        )}
      </Flex>
      <Box flex="1" minW="200px">
        <Heading as="h3" fontSize="large" fontWeight="600">
          <Ruled>{step.says}</Ruled>
        </Heading>
        {sewing && (
          <Text>
            <Ruled>{`Bring ${sewing.edge}.`}</Ruled>
          </Text>
        )}
        <Text color="soft" fontSize="small">
          <Ruled>
            {sewing
              ? `Each ${sewing.seams === 1 ? "one seam" : `${sewing.seams} seams`} of ${sewing.length.text}${step.size && ` · makes ${step.size}`}`
              : step.size}
          </Ruled>
        </Text>
        {asks && <Asked asks={asks} project={project} />}
        {sewing && (
          <Text fontSize="small">
            <Ruled>{`${step.press && `Press ${step.press}. `}Use ${sewing.stitch}${sewing.hold ? `; ${sewing.hold}` : ""}.`}</Ruled>
          </Text>
        )}
      </Box>
      <Box textAlign="right" flexShrink={0} minW="104px">
        <Box textStyle="lead" color={p.toGo === 0 ? "woad" : "ink"}>
          <Worked working={step.working} label={`${step.name}, count`}>
            <span className="tabular">{part ? part.toGo : `${p.good} / ${p.make}`}</span>
          </Worked>
        </Box>
        <Text fontSize="note" color={here ? "madder" : "soft"} fontWeight={here ? 600 : 400}>
          {part ? `to go, ${part.until} in all by then` : p.state}
        </Text>
        <Button asChild size="sm" mt="6px" variant={here ? "solid" : "outline"}>
          <Link
            to={`/q/${project.id}/bench/${encodeURIComponent(step.id)}`}
            aria-label={`To the ${sewing ? "machine" : "mat"} with ${step.name}`}
          >
            {sewing ? "To the machine" : "To the mat"}
          </Link>
        </Button>
      </Box>
    </Flex>
  );
}

/** Kinds that are sewn alike in other cloth: one chain, each counted for itself. */
function Kinds({ project, kinds, make }: { project: Project; kinds: Step[]; make: number }) {
  const pressed = kinds.some((k) => k.press !== kinds[0]?.press); // the iron has to tell them apart
  return (
    <Box pl={{ base: "0", md: "272px" }} pb="14px">
      <Text fontSize="small" fontWeight="600">
        {`One chain with ${kinds.length} kinds, ${make} in all: sewn alike in other cloth, each counted for itself.`}
      </Text>
      <Flex gap="8px" wrap="wrap" mt="4px">
        {kinds.map((k) => (
          <Button asChild key={k.id} size="sm" h="auto" py="5px" title={k.says}>
            <Link to={`/q/${project.id}/bench/${encodeURIComponent(k.id)}`}>
              <PictureView
                picture={project.plan.pictures[k.picture]}
                colours={coloursOf(project.document)}
                maxW={56}
                maxH={40}
                label=""
              />
              <Box textAlign="left">
                <Ruled>{k.name}</Ruled>
                {pressed && (
                  <Text fontWeight="400" fontSize="fine">
                    <Ruled>{`press ${k.press}`}</Ruled>
                  </Text>
                )}
              </Box>
              <span className="tabular">{`${progressOf(project, k.id)?.good ?? 0}/${k.make}`}</span>
            </Link>
          </Button>
        ))}
      </Flex>
    </Box>
  );
}

const cares: Record<string, string> = { plain: "plain sewing", some: "some care", careful: "with care" };

/** What one asks of the hand, what waits for it, and what can be sewn in between. */
function Asked({ asks, project }: { asks: NonNullable<Asks>; project: Project }) {
  return (
    <Text fontSize="small">
      <b>{cares[asks.care]}</b>
      {`: ${asks.asks}`}
      {asks.now > 0 && ` · ${asks.now} can be sewn now${asks.takes && `, in ${asks.takes}`}`}
      {asks.holdsUp > 0 && ` · ${many(asks.holdsUp, "later piece needs", "later pieces need")} it`}
      {asks.now > 0 && asks.enders.length > 0 && (
        <Text
          as="span"
          color="soft"
        >{` · to sew in between: ${asks.enders.map((id) => nameOf(project, id)).join(", ")}`}</Text>
      )}
    </Text>
  );
}
