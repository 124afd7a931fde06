// At the iron: which way every seam goes, seen from the back.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import { coloursOf } from "../drawn/colours";
import { CrossMark, PictureView } from "../drawn/Picture";
import { TurnButton, useTurned } from "../drawn/Turned";
import { Caution } from "../frame/Caution";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Unplanned } from "../frame/Unplanned";

export function PressPage() {
  const project = useFramed();
  const { plan, progress } = project;
  const firstBlock = plan.quilt.cells.find((c) => plan.things.some((t) => t.id === c.block))?.block ?? "";
  const [shown, setShown] = useState("");
  const front = useTurned(); // here the back lies up to begin with
  if (plan.steps.length === 0) return <Unplanned />;
  const colours = coloursOf(project.document);
  const id = plan.pictures[shown] ? shown : firstBlock;
  const picture = plan.pictures[id];
  const line = plan.press.lines.find((l) => l.step === id);
  const name = line?.name ?? plan.trim.find((t) => t.id === id)?.name ?? "";
  const troubled = plan.press.places.filter((p) => p.clashes > 0);
  return (
    <Flex direction={{ base: "column", lg: "row" }} align="stretch" minH="100%">
      <Box flex="1" p={{ base: "16px", md: "28px" }} minW="0">
        <Flex align="baseline" gap="14px" mb="14px">
          <Heading as="h2" fontFamily="heading" fontSize="24px" fontWeight="600">
            {front ? name : `${name}, seen from the back`}
          </Heading>
          <TurnButton />
          {line && (
            <Button asChild size="sm">
              <Link to={`/q/${project.id}/iron/${encodeURIComponent(id)}`}>Count at the iron</Link>
            </Button>
          )}
        </Flex>
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
            />
          )}
        </Flex>
        <Flex gap="26px" mt="18px" wrap="wrap" fontSize="13px" color="soft" justify="center">
          {(
            [
              ["nests", "interlocks"],
              ["clashes", "lies on the other"],
              ["open", "opened"],
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
        {troubled.map((p) => (
          <Text key={p.where} color="madder" fontWeight="600">
            {`${p.clashes} of ${p.crossings} ${p.where}`}
          </Text>
        ))}
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
                  onClick={() => setShown(l.step)}
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
                    <Text fontWeight="600">{l.name}</Text>
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
