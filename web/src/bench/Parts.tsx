// What lies under the needle, on the mat or on the ironing board, and what to do with it.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Project, Step } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { KnifeView } from "../drawn/KnifeView";
import { LaidView, PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { atTheMachine } from "../frame/keyList";
import { Ruled } from "../frame/Ruled";
import { Key } from "./Key";
import { shortPhone } from "./short";

const cautions = {
  iron: "Steam burns: lift the iron straight up, fingers clear of the edge, iron down and off when you leave.",
  sew: "Pins out before the needle reaches them, hands clear of it, needle down to adjust.",
  mat: "Close the blade whenever you put it down, cut away from yourself, fingers off the ruler's edge.",
};

type Shown = { project: Project; step: Step; back: boolean; iron: boolean };

/** room: whether a phone has room for them. */
export function Parts({ turn, room, ...shown }: Shown & { turn: () => void; room: boolean }) {
  return (
    <Flex
      display={{ base: room ? "flex" : "none", md: "flex" }}
      direction="column"
      justify="center"
      gap={{ base: "6px", md: "14px" }}
      w={{ base: "100%", md: "58%" }}
      maxW={{ md: "820px" }}
      bg="cotton"
      px={{ base: "14px", md: "28px" }}
      py={{ base: "8px", md: "16px" }}
      flexShrink={0}
    >
      <Flex
        justify="center"
        align="center"
        gap={{ base: "10px", md: "22px" }}
        h={{ base: "130px", md: shown.step.knife ? "min(38vh, 420px)" : "min(43vh, 460px)" }}
        css={{ [shortPhone]: { height: "96px" } }}
      >
        <Lies {...shown} />
      </Flex>
      <Says turn={turn} {...shown} />
    </Flex>
  );
}

/** The two parts as they come under the needle, what is cut, or what lies on the ironing board. */
function Lies({ project, step, back, iron }: Shown) {
  const colours = coloursOf(project.document);
  const s = step.sewing;
  const { pictures } = project.plan;
  const pressed = iron ? project.plan.press.lines.find((l) => l.step === step.id)?.picture : undefined;
  const whole = pictures[step.picture || pressed || ""];
  const half = (side: string, name: string, picture: string) => (
    <Part name={name}>
      <PictureView
        picture={pictures[picture]}
        colours={colours}
        maxW={300}
        maxH={440}
        label={`on the ${side}, ${name}`}
        seams
        back={back}
      />
    </Part>
  );
  const knife = step.knife ? project.plan.knives.find((k) => k.unit === step.knife) : undefined;
  return knife && !iron ? (
    <Part name={`${knife.of}: ${knife.measured}`}>
      <KnifeView
        knife={knife}
        colours={colours}
        maxW={560}
        maxH={440}
        label={`${knife.of}, and where it is cut for ${step.name}`}
        here={step.id}
        places
      />
    </Part>
  ) : s?.laid && !iron ? (
    <Part name={`${s.right} on ${s.left}`}>
      <LaidView
        under={pictures[s.leftPicture ?? ""]}
        laid={s.laid}
        colours={colours}
        maxW={640}
        maxH={440}
        label={`${s.right}, face down on ${s.left}`}
        back={back}
      />
    </Part>
  ) : s?.leftPicture && s.rightPicture && !iron ? (
    // Turned over together like a page, the two change places: the edges that come together still meet.
    <>
      {back ? half("left", s.right, s.rightPicture) : half("left", s.left, s.leftPicture)}
      <chakra.svg
        w="16px"
        h={{ base: "110px", md: "100%" }}
        viewBox="0 0 16 290"
        preserveAspectRatio="none"
        aria-hidden="true"
        flexShrink={0}
      >
        <line x1="8" y1="0" x2="8" y2="290" stroke="var(--v-colors-madder)" strokeWidth="4" strokeDasharray="13 8" />
      </chakra.svg>
      {back ? half("right", s.left, s.leftPicture) : half("right", s.right, s.rightPicture)}
    </>
  ) : whole ? (
    <Part name={back ? "seen from the back" : ""}>
      <PictureView
        picture={whole}
        colours={colours}
        maxW={640}
        maxH={440}
        label={step.name}
        seams
        back={back}
        crossings={iron && back}
      />
    </Part>
  ) : (
    <Box h="100%" css={{ "& svg": { height: "100%", width: "auto", maxWidth: "100%" } }}>
      <QuiltView layout={project.plan.quilt} colours={colours} maxW={560} maxH={440} label={step.name} back={back} />
    </Box>
  );
}

function Says({ project, step, back, iron, turn }: Shown & { turn: () => void }) {
  const s = step.sewing;
  const knife = step.knife ? project.plan.knives.find((k) => k.unit === step.knife) : undefined;
  const card = project.plan.press.lines.find((l) => l.step === step.id)?.card;
  return (
    <Box>
      <Text textStyle={{ base: "item", md: "panel" }}>
        <Ruled>{iron && step.press ? `Press ${step.press}.` : step.says}</Ruled>
      </Text>
      {s && !iron && (
        <Text display={{ base: "none", md: "block" }} mt="4px">
          <Ruled>{`Bring ${s.edge}${s.hold ? `; ${s.hold}` : ""}.`}</Ruled>
        </Text>
      )}
      {knife && !iron && (
        <Box
          as="ol"
          display={{ base: "none", md: "block" }}
          mt="4px"
          pl="20px"
          fontSize="small"
          css={{ listStyle: "decimal" }}
        >
          {knife.waits && (
            <chakra.li fontWeight="600">
              <Ruled>{knife.waits}</Ruled>
            </chakra.li>
          )}
          {knife.does.map((d) => (
            <li key={d}>
              <Ruled>{d}</Ruled>
            </li>
          ))}
        </Box>
      )}
      {iron && card && (
        <Box display={{ base: "none", md: "block" }} mt="4px">
          <Text>
            <Ruled>{`${card.lay} ${card.way}`}</Ruled>
          </Text>
          {card.cautions.map((c) => (
            <Text key={c} color="madder" fontWeight="600">
              {c}
            </Text>
          ))}
          <Text mt="4px">
            <Ruled>{card.check}</Ruled>
          </Text>
        </Box>
      )}
      {(s || iron || step.wrong) && (
        <Text fontSize={{ base: "small", md: "body" }} color="soft">
          {!iron && step.wrong && <Ruled>{`${step.wrong} `}</Ruled>}
          {!iron && step.press && <Ruled>{`Then press ${step.press}. `}</Ruled>}
          {step.size && (
            <Ruled>{iron && card ? "" : iron ? `It measures ${step.size} then.` : `Makes ${step.size}.`}</Ruled>
          )}
        </Text>
      )}
      {(s || step.press) && (
        <Flex gap="8px" mt="8px" display={{ base: "none", md: "flex" }}>
          <Button size="sm" onClick={turn} aria-pressed={back}>
            Turn over <Key>{atTheMachine.turn.shown}</Key>
          </Button>
          <Button asChild size="sm">
            <Link to={`/q/${project.id}/${iron ? "bench" : "iron"}/${encodeURIComponent(step.id)}`}>
              {iron ? (s ? "To the machine" : "To the mat") : "To the iron"}
            </Link>
          </Button>
        </Flex>
      )}
      <Text fontSize="note" color="soft" mt="8px" display={{ base: "none", md: "block" }}>
        {`${iron ? cautions.iron : s ? cautions.sew : step.does === "mark" ? "" : cautions.mat} The maker's instructions come first.`.trim()}
      </Text>
    </Box>
  );
}

function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Flex
      direction="column"
      align="center"
      gap="6px"
      h="100%"
      justify="center"
      css={{ "& svg": { maxHeight: "calc(100% - 26px)", width: "auto" } }}
      minW="0"
    >
      {children}
      {name && (
        <Text fontSize="small" fontWeight="600" textAlign="center">
          {name}
        </Text>
      )}
    </Flex>
  );
}
