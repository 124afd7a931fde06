// The card of a batch: how the two layers lie under the foot, in one picture and a few sentences that are read at arm's length.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useLayoutEffect, useRef, useState } from "react";
import { Link } from "react-router";
import type { Project, Step } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { LayersView } from "../drawn/LayersView";
import { LaidPicture, PictureView } from "../drawn/Picture";
import { atTheMachine } from "../frame/keyList";
import { Ruled } from "../frame/Ruled";
import { Key } from "./Key";
import { shortPhone } from "./short";
import type { Needle } from "./useNeedle";

type Props = { project: Project; step: Step; needle: Needle; room: boolean; makes: boolean; turn: () => void };

export function Card({ project, step, needle, room, makes, turn }: Props) {
  const { under, seam } = needle;
  const laid = under?.laid;
  const says = seam?.says ?? laid?.says ?? "";
  return (
    <Flex
      display={{ base: room ? "flex" : "none", md: "flex" }}
      direction={{ base: "column", md: "row" }}
      w={{ base: "100%", md: "64%" }}
      bg="cotton"
      flexShrink={0}
      minH="0"
      h={{ md: "100%" }}
    >
      {makes ? <Makes project={project} step={step} /> : <Drawn project={project} needle={needle} />}
      <Flex
        direction="column"
        justify="center"
        flex={{ md: "1" }}
        minW="0"
        px={{ base: "14px", md: "24px" }}
        py={{ base: "4px", md: "12px" }}
        gap={{ base: "2px", md: "10px" }}
      >
        {needle.n > 1 && <Seams needle={needle} place={seam?.place} />}
        <Text textStyle={{ base: "item", md: "panel" }}>
          <Ruled>{says}</Ruled> {seam?.first && <Ruled>{seam.first}</Ruled>}
        </Text>
        {seam?.allowances && (
          <Text
            fontSize={{ base: "small", md: "large" }}
            display={{ base: seam.then ? "none" : "block", md: "block" }}
            css={{ [shortPhone]: { display: "none" } }}
          >
            <Ruled>{seam.allowances}</Ruled>
          </Text>
        )}
        {seam?.then && (
          <Text fontSize={{ base: "small", md: "large" }} fontWeight="600" data-testid="then">
            <Ruled>{seam.then}</Ruled>
          </Text>
        )}
        <Text display={{ base: "none", md: "block" }} color="soft">
          <Ruled>
            {[
              seam?.why,
              under?.piles,
              under?.hold && `${upper(under.hold)}.`,
              under?.check,
              step.press && `Then press ${step.press}.`,
              step.size && `Makes ${step.size}.`,
            ]
              .filter(Boolean)
              .join(" ")}
          </Ruled>
        </Text>
        <Flex gap="8px" display={{ base: "none", md: "flex" }} align="center" wrap="wrap">
          <Button size="sm" onClick={turn} aria-pressed={makes}>
            What it makes <Key>{atTheMachine.turn.shown}</Key>
          </Button>
          <Button asChild size="sm">
            <Link to={`/q/${project.id}/iron/${encodeURIComponent(step.id)}`}>To the iron</Link>
          </Button>
        </Flex>
        <Text fontSize="note" color="soft" display={{ base: "none", md: "block" }}>
          Pins out before the needle reaches them, hands clear of it. The maker's instructions come first.
        </Text>
      </Flex>
    </Flex>
  );
}

/** The key where there is a keyboard, and the same to tap where there is none. */
const Arrow = ({ children }: { children: string }) => (
  <>
    <Key>{children}</Key>
    <chakra.span display={{ base: "inline", md: "none" }} px="8px">
      {children}
    </chakra.span>
  </>
);

/** Which seam of this step one is at. */
export function Seams({ needle, place }: { needle: Needle; place?: string | undefined }) {
  return (
    <Flex align="center" gap="6px" fontWeight="600" fontSize="small">
      <Button size="sm" aria-label="The seam before" disabled={needle.at === 0} onClick={() => needle.go(-1)}>
        <Arrow>←</Arrow>
      </Button>
      <span
        className="tabular"
        data-testid="seam"
      >{`seam ${needle.at + 1} of ${needle.n}${place ? ` · ${place}` : ""}`}</span>
      <Button size="sm" aria-label="The next seam" disabled={needle.at === needle.n - 1} onClick={() => needle.go(1)}>
        <Arrow>→</Arrow>
      </Button>
    </Flex>
  );
}

/** What comes off, from the front and from the back. */
function Makes({ project, step }: { project: Project; step: Step }) {
  const picture = project.plan.pictures[step.picture];
  const size = { picture, colours: coloursOf(project.document), maxW: 300, maxH: 215 };
  return (
    <Flex
      direction={{ base: "row", md: "column" }}
      flex={{ md: "0 0 54%" }}
      minH="0"
      justify="center"
      align="center"
      gap="24px"
      h={{ base: "min(190px, 19vh)", md: "auto" }}
      overflow="hidden"
      px="14px"
    >
      {[false, true].map((back) => (
        <Flex key={`${back}`} align="center" gap="14px" minW="0">
          <PictureView {...size} back={back} seams label={step.name} crossings={back} />
          <Text fontWeight="600" fontSize="small" w="40px">
            {back ? "back" : "front"}
          </Text>
        </Flex>
      ))}
    </Flex>
  );
}

/** The two layers, as large as there is room. */
function Drawn({ project, needle: { under, seam } }: { project: Project; needle: Needle }) {
  const frame = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ w: 0, h: 0 });
  useLayoutEffect(() => {
    const el = frame.current;
    if (!el) return;
    const watch = new ResizeObserver(() => setRoom({ w: el.clientWidth, h: el.clientHeight }));
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  const colours = coloursOf(project.document);
  const tall = room.h > 300;
  return (
    <Box
      ref={frame}
      position="relative"
      flex={{ md: "0 0 54%" }}
      minH="0"
      h={{ base: "min(190px, 19vh)", md: "auto" }}
      overflow="hidden"
      css={{ [shortPhone]: { height: "140px" } }}
    >
      {room.w > 0 && (
        <Flex position="absolute" inset="0" justify="center" align="center" pt={{ md: "44px" }} pb={{ md: "30px" }}>
          {seam && (
            <LayersView
              lower={seam.lower.picture}
              upper={seam.upper.picture}
              takes={seam.takes}
              marks={seam.marks}
              colours={colours}
              maxW={room.w - 24}
              maxH={room.h - (tall ? 84 : 6)}
              label={`${seam.upper.name} face down on ${seam.lower.name}`}
              foot
            />
          )}
          {!seam && under?.laid && (
            <LaidPicture
              under={under.laid.under}
              laid={under.laid.laid}
              colours={colours}
              maxW={room.w - 60}
              maxH={room.h - (tall ? 84 : 10)}
              label={`${under.laid.name}, face down on ${under.laid.on}`}
            />
          )}
        </Flex>
      )}
      {tall && seam && (
        <>
          <Text position="absolute" top="12px" left="28px" color="soft">
            below: {seam.lower.name}, face up
          </Text>
          <Text position="absolute" bottom="6px" left="28px" color="soft">
            on top: {seam.upper.name}, face down
          </Text>
          {seam.marks.length > 0 && (
            <Text position="absolute" top="12px" right="8px" color="soft" fontSize="note" textAlign="right">
              ▲ its allowances
              <br />△ those below
            </Text>
          )}
        </>
      )}
    </Box>
  );
}

const upper = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);
