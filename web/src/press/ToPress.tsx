// Everything there is to press, in the order of the work, with what was counted of it.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import type { Document, Project } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { Caution } from "../frame/Caution";
import { pressAgain } from "../frame/many";
import { Ruled } from "../frame/Ruled";
import type { Line } from "./PressCard";
import { Remedies } from "./Remedies";

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

type Props = {
  project: Project;
  chosen: string;
  choose: (step: string) => void;
  take: (document: Document) => void;
  busy: boolean;
};

export function ToPress({ project, chosen, choose, take, busy }: Props) {
  const { plan, progress } = project;
  return (
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
      <Heading as="h2" textStyle="panel" color={plan.press.clashes > 0 ? "madder" : "ink"}>
        <Ruled>{plan.press.says}</Ruled>
      </Heading>
      <Text color="soft" mb="8px">
        <Ruled>{plan.press.detail}</Ruled>
      </Text>
      <Thick project={project} />
      <Remedies document={project.document} clashes={plan.press.clashes} onTake={(r) => take(r.document)} />
      {progress.doubts.map((d) => (
        <Text key={d.says} mt="6px" fontWeight="600" color="madder">
          {`${d.says} ${d.mend}`}
        </Text>
      ))}
      <ul>
        {plan.press.lines.map((l) => (
          <OneToPress
            key={l.step}
            project={project}
            line={l}
            chosen={l.step === chosen}
            choose={() => choose(l.step)}
            take={take}
            busy={busy}
          />
        ))}
      </ul>
      <Caution>
        Steam burns: lift the iron straight up, fingers clear of the edge, iron down and off when you leave, cord out of
        the way. Let a set cool before you cut it. Follow the maker's instructions.
      </Caution>
    </Box>
  );
}

/** Where the needle labours, and what to do there. */
function Thick({ project }: { project: Project }) {
  return (
    <>
      {[...project.plan.press.thick, ...project.plan.press.through].map((says) => (
        <Text key={says} fontSize="small" mt="6px">
          <Ruled>{says}</Ruled>
        </Text>
      ))}
    </>
  );
}

type OneProps = Omit<Props, "chosen" | "choose"> & { line: Line; chosen: boolean; choose: () => void };

function OneToPress({ project, line: l, chosen, choose, take, busy }: OneProps) {
  const { plan, progress } = project;
  const colours = coloursOf(project.document);
  const done = progress.steps.find((s) => s.id === l.step);
  const picture = plan.pictures[l.picture || l.step];
  return (
    <li>
      <chakra.button
        onClick={choose}
        aria-pressed={chosen}
        disabled={!picture}
        display="flex"
        w="100%"
        textAlign="left"
        alignItems="center"
        gap="16px"
        py="10px"
        borderBottomWidth="1px"
        borderColor="hair"
        cursor={picture ? "pointer" : "default"}
        boxShadow={chosen ? "inset 3px 0 0 var(--v-colors-madder)" : "none"}
        pl="12px"
      >
        <Flex w="78px" justify="center" flexShrink={0}>
          <PictureView picture={picture} colours={colours} maxW={76} maxH={48} label="" back />
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
          <Text color="soft" fontSize="small">
            <Ruled>{l.says}</Ruled>
          </Text>
        </Box>
        <Box textAlign="right">
          <Text textStyle="section" className="tabular">
            {l.count}
          </Text>
          <Text fontSize="fine" color={done?.toGo === 0 ? "woad" : "soft"} whiteSpace="nowrap">
            {done
              ? `${done.toGo === 0 ? "all" : done.good} sewn${done.pressed > 0 ? `, ${done.pressed} pressed` : ""}`
              : ""}
          </Text>
        </Box>
      </chakra.button>
      {(done?.pressAgain ?? 0) > 0 && (
        <Text ml="106px" mb="8px" fontWeight="600" color="madder">
          {pressAgain(done?.pressAgain ?? 0)}
        </Text>
      )}
      {(l.done || (done?.pressedSo ?? 0) > 0) && l.each.length > 0 && (
        <Button size="sm" ml="106px" mb="8px" disabled={busy} onClick={() => take(commit(project.document, l))}>
          {l.done ? "No longer keep it so" : `${done?.pressedSo} are pressed so: keep it`}
        </Button>
      )}
    </li>
  );
}
