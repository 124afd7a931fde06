// At the iron: which way every seam goes, seen from the back; why it does, and what it would cost if it went another.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import type { Document, Plan } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { PanZoom } from "../drawn/PanZoom";
import { CrossMark, PictureView, ThickMark } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { TurnButton, useTurned } from "../drawn/Turned";
import { Caution } from "../frame/Caution";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import { Unplanned } from "../frame/Unplanned";
import { useKept } from "../frame/useKept";
import { Remedies } from "./Remedies";
import { SeamPanel } from "./SeamPanel";

/** Shown in place of one thing: the back of everything together. */
const whole = " whole";

type Line = Plan["press"]["lines"][number];

const upper = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

/** What is pressed is a commitment: its seams are held, and everything else is solved round them. Once more takes that back. */
function commit(d: Document, l: Line): Document {
  const press = { ...d.press };
  const held = { ...press.held };
  for (const e of l.each) {
    if (l.done) delete held[e.seam];
    else held[e.seam] = e.side;
  }
  const others = (press.done ?? []).filter((s) => s !== l.step);
  return { ...d, press: { ...press, held, done: l.done ? others : [...others, l.step] } };
}

/** How one thing is pressed. */
function Card({ line }: { line: Line }) {
  const { card } = line;
  return (
    <Box
      as="section"
      aria-label={`Press card: ${line.name}`}
      mt="18px"
      borderWidth="1px"
      borderColor="line"
      bg="paper"
      p="16px"
      maxW="640px"
    >
      <Text fontFamily="heading" fontSize="18px" fontWeight="600">
        <Ruled>{`${line.name}: ${line.count} in all`}</Ruled>
      </Text>
      <Text mt="4px" fontWeight="600">
        <Ruled>{upper(line.says)}</Ruled>
      </Text>
      <Text mt="6px">
        <Ruled>{card.lay}</Ruled>
      </Text>
      <Text mt="4px">
        <Ruled>{card.way}</Ruled>
      </Text>
      {card.check && (
        <Text mt="4px">
          <Ruled>{card.check}</Ruled>
        </Text>
      )}
      {card.cautions.map((c) => (
        <Text key={c} mt="4px" color="madder" fontWeight="600">
          {c}
        </Text>
      ))}
    </Box>
  );
}

export function PressPage() {
  const project = useFramed();
  const { plan, progress } = project;
  const firstBlock = plan.quilt.cells.find((c) => plan.things.some((t) => t.id === c.block))?.block ?? "";
  const [shown, setShown] = useState("");
  const [seam, setSeam] = useState("");
  const kept = useKept(project);
  const front = useTurned(); // here the back lies up to begin with
  if (plan.steps.length === 0) return <Unplanned />;
  const colours = coloursOf(project.document);
  const id = plan.pictures[shown] ? shown : firstBlock;
  const picture = shown === whole ? undefined : plan.pictures[id];
  const take = (document: Document) => kept.mutate(document);
  const line = plan.press.lines.find((l) => l.step === id);
  const name = shown === whole ? plan.name : (line?.name ?? plan.trim.find((t) => t.id === id)?.name ?? "");
  const thick = plan.press.places.filter((p) => p.thick);
  const own = new Set([...(line?.each.map((e) => e.seam) ?? []), ...(picture?.seams.map((s) => s.seam) ?? [])]);
  const seams = plan.press.lines.flatMap((l) =>
    l.each.map((e) => ({ ...e, of: l.name, n: l.each.indexOf(e) + 1, one: l.each.length === 1 })),
  );
  const listed = shown === whole ? [] : seams.filter((s) => own.has(s.seam));
  const asked = shown !== whole && own.has(seam) ? seam : "";
  return (
    <Flex direction={{ base: "column", lg: "row" }} align="stretch" minH="100%">
      <Box flex="1" p={{ base: "16px", md: "28px" }} minW="0">
        <Flex align="baseline" gap="10px" mb="14px" wrap="wrap">
          <Heading as="h2" fontFamily="heading" fontSize="24px" fontWeight="600">
            {front ? name : `${name}, seen from the back`}
          </Heading>
          <Flex gap="10px">
            <TurnButton />
            <Button
              size="sm"
              aria-pressed={shown === whole}
              onClick={() => {
                setShown(shown === whole ? "" : whole);
                setSeam("");
              }}
            >
              Whole quilt
            </Button>
            {line && shown !== whole && (
              <Button asChild size="sm">
                <Link to={`/q/${project.id}/iron/${encodeURIComponent(id)}`}>Count at the iron</Link>
              </Button>
            )}
          </Flex>
        </Flex>
        {shown === whole && (
          <PanZoom label={plan.name}>
            <QuiltView
              layout={plan.quilt}
              colours={colours}
              maxW={620}
              maxH={460}
              label={plan.name}
              back={!front}
              marks={!front}
            />
          </PanZoom>
        )}
        <Flex justify="center">
          {picture && (
            <PictureView
              picture={picture}
              colours={colours}
              maxW={600}
              maxH={500}
              label={name}
              back={!front}
              crossings={!front}
              seams
              chosen={asked}
              onSeam={setSeam}
            />
          )}
        </Flex>
        <Flex gap="26px" mt="18px" wrap="wrap" fontSize="13px" color="soft" justify="center">
          {(
            [
              ["nests", "interlocks"],
              ["clashes", "lies on the other"],
              ["open", "opened"],
              ["spun", "spun"],
            ] as const
          ).map(([state, word]) => (
            <Flex key={state} align="center" gap="8px">
              <svg width="26" height="22" viewBox="-13 -11 26 22" fill="none" aria-hidden="true">
                <CrossMark state={state} r={9} px={1} />
              </svg>
              {word}
            </Flex>
          ))}
          <Flex align="center" gap="8px">
            <svg width="26" height="26" viewBox="-13 -13 26 26" fill="none" aria-hidden="true">
              <ThickMark r={8} px={1} stroke="var(--v-colors-ink)" />
            </svg>
            thick: the needle labours
          </Flex>
          <Flex align="center" gap="8px">
            <svg width="26" height="12" aria-hidden="true" style={{ background: "#ECE3CF" }}>
              <rect
                x="1"
                y="1"
                width="24"
                height="10"
                fill="#23282B"
                fillOpacity="0.26"
                stroke="#23282B"
                strokeOpacity="0.6"
              />
            </svg>
            allowance, on the side where it lies
          </Flex>
        </Flex>
        {listed.length > 0 && (
          <Flex as="ul" aria-label="Seams" gap="8px" mt="16px" wrap="wrap">
            {listed.map((s) => (
              <li key={s.seam}>
                <Button
                  size="sm"
                  aria-pressed={asked === s.seam}
                  onClick={() => setSeam(asked === s.seam ? "" : s.seam)}
                >
                  <Ruled>{`${s.one ? s.of : `${s.of}, seam ${s.n}`}: ${s.says}${s.held ? " (held)" : ""}`}</Ruled>
                </Button>
              </li>
            ))}
          </Flex>
        )}
        {kept.error && <Wrong error={kept.error} />}
        {asked && <SeamPanel document={project.document} seam={asked} onTake={take} busy={kept.isPending} />}
        {line && shown !== whole && <Card line={line} />}
      </Box>
      <Box
        as="section"
        aria-label="What to press"
        w={{ base: "100%", lg: "560px" }}
        bg="paper"
        borderLeftWidth={{ base: 0, lg: "1px" }}
        borderColor="hair"
        px={{ base: "16px", md: "28px" }}
        py="24px"
      >
        <Heading
          as="h2"
          fontFamily="heading"
          fontSize="22px"
          fontWeight="600"
          color={plan.press.clashes > 0 ? "madder" : "ink"}
        >
          <Ruled>{plan.press.says}</Ruled>
        </Heading>
        <Text color="soft" mb="8px">
          <Ruled>{plan.press.detail}</Ruled>
        </Text>
        {[...new Set(thick.map((p) => p.thick))].map((advice) => (
          <Text key={advice} fontSize="14px" mt="6px">
            <Ruled>{advice}</Ruled>{" "}
            <Text as="span" color="soft">
              {upper(
                thick
                  .filter((p) => p.thick === advice)
                  .map((p) => p.where)
                  .join("; "),
              )}
              .
            </Text>
          </Text>
        ))}
        <Remedies document={project.document} clashes={plan.press.clashes} onTake={(r) => take(r.document)} />
        {progress.doubts.map((d) => (
          <Text key={d.says} mt="6px" fontWeight="600" color="madder">
            {`${d.says} ${d.mend}`}
          </Text>
        ))}
        <ul>
          {plan.press.lines.map((l) => {
            const done = progress.steps.find((s) => s.id === l.step);
            const chosen = l.step === id;
            return (
              <li key={l.step}>
                <chakra.button
                  onClick={() => {
                    setShown(l.step);
                    setSeam("");
                  }}
                  aria-pressed={chosen}
                  disabled={!plan.pictures[l.step]}
                  display="flex"
                  w="100%"
                  textAlign="left"
                  alignItems="center"
                  gap="16px"
                  py="10px"
                  borderBottomWidth="1px"
                  borderColor="hair"
                  cursor={plan.pictures[l.step] ? "pointer" : "default"}
                  boxShadow={chosen ? "inset 3px 0 0 var(--v-colors-madder)" : "none"}
                  pl="12px"
                >
                  <Flex w="78px" justify="center" flexShrink={0}>
                    <PictureView picture={plan.pictures[l.step]} colours={colours} maxW={76} maxH={48} label="" back />
                  </Flex>
                  <Box flex="1">
                    <Text fontWeight="600">
                      {l.name}
                      {l.done && (
                        <Text as="span" color="woad">
                          {" "}
                          kept as pressed
                        </Text>
                      )}
                    </Text>
                    <Text color="soft" fontSize="14px">
                      <Ruled>{l.says}</Ruled>
                    </Text>
                  </Box>
                  <Box textAlign="right">
                    <Text fontFamily="heading" fontSize="19px" fontWeight="600" className="tabular">
                      {l.count}
                    </Text>
                    <Text fontSize="12.5px" color={done?.toGo === 0 ? "woad" : "soft"} whiteSpace="nowrap">
                      {done
                        ? `${done.toGo === 0 ? "all" : done.good} sewn${done.pressed > 0 ? `, ${done.pressed} pressed` : ""}`
                        : ""}
                    </Text>
                  </Box>
                </chakra.button>
                {(done?.pressed ?? 0) > 0 && l.each.length > 0 && (
                  <Button
                    size="sm"
                    ml="106px"
                    mb="8px"
                    disabled={kept.isPending}
                    onClick={() => take(commit(project.document, l))}
                  >
                    {l.done ? "No longer keep it so" : `${done?.pressed} are pressed so: keep it`}
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
        <Caution>
          Steam burns: lift the iron straight up, fingers clear of the edge, iron down and off when you leave, cord out
          of the way. Let a set cool before you cut it. Follow the maker's instructions.
        </Caution>
      </Box>
    </Flex>
  );
}
