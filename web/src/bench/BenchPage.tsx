// At the machine, the mat or the iron: one batch, full screen, read at a glance and counted with one key. Nothing scrolls,
// nothing asks twice.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useLayoutEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Picture, Project, Step } from "../api/client";
import { useProject } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { LaidView, PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { Key as AnyKey } from "../frame/Key";
import { Ruled } from "../frame/Ruled";
import { StageCounts } from "../frame/StageCounts";
import { Loading, Plain, Wrong } from "../frame/States";
import { isTyping } from "../frame/useKey";
import { Chain } from "./Chain";
import { type Station, useTally } from "./useTally";

const cautions = {
  iron: "Steam burns: lift the iron straight up, fingers clear of the edge, iron down and off when you leave.",
  sew: "Pins out before the needle reaches them, hands clear of it, needle down to adjust.",
  mat: "Close the blade whenever you put it down, cut away from yourself, fingers off the ruler's edge.",
};

/** A phone held upright with the browser's own bars on: the chain gives way to the buttons. */
const shortPhone = "@media (max-width: 767px) and (max-height: 719px)";

const reasons = ["seam off", "turned the wrong way", "cut crooked", "stuck together", "stained or torn"];

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
  if (!step) {
    return (
      <Plain title="This step is not in the plan">
        <Text mb="12px">The plan has changed since this address was made. What was counted is kept.</Text>
        <Button asChild>
          <Link to={`/q/${project.id}/sew`}>See the order of sewing</Link>
        </Button>
      </Plain>
    );
  }
  return <Bench key={step.id} project={project} step={step} station={station} />;
}

/** Keys are named only where there may be a keyboard. */
function Key({ children }: { children: React.ReactNode }) {
  return <AnyKey display={{ base: "none", md: "inline" }}>{children}</AnyKey>;
}

type Mode = "count" | "many" | "aside" | "recount";

function Bench({ project, step, station }: { project: Project; step: Step; station: Station }) {
  const tally = useTally(project, step, station);
  const iron = station === "iron";
  const [back, setBack] = useState(iron);
  const [digits, setDigits] = useState("");
  const [mode, setMode] = useState<Mode>("count");
  const away = useNavigate();
  const leave = () =>
    away(`/q/${project.id}/${iron ? "press" : step.does === "cut" || step.does === "sub-cut" ? "cut" : "sew"}`);
  const steps = project.plan.steps;
  const order = steps.findIndex((s) => s.id === step.id);

  const p = tally.progress;
  const made = (p?.made ?? 0) + tally.pending.made;
  const aside = (p?.aside ?? 0) + tally.pending.aside;
  const sewn = (p?.good ?? 0) + tally.pending.made - tally.pending.aside;
  const good = iron ? (p?.pressed ?? 0) + tally.pending.pressed : sewn;
  const toGo = Math.max(0, iron ? sewn - good : (p?.toGo ?? step.make) - tally.pending.made);
  const of = iron ? `of ${sewn} sewn` : `of ${p?.make ?? step.make}`;
  const typed = digits === "" ? undefined : Number(digits);

  const enter = () => {
    if (typed === undefined) return;
    if (mode === "recount") tally.recount(typed);
    else if (typed > 0) tally.made(typed);
    setDigits("");
    setMode("count");
  };
  // A number meant for one kind of count is not left standing for the other.
  const recountOrNot = () => {
    setDigits("");
    setMode(mode === "recount" ? "count" : "recount");
  };
  const setAside = (reason: string) => {
    tally.aside(Math.max(1, typed ?? 1), reason);
    setDigits("");
    setMode("count");
  };

  const keys = useRef<(e: KeyboardEvent) => void>(() => {});
  keys.current = (e) => {
    if (isTyping(e) || e.repeat) return;
    const onButton = (e.target as HTMLElement | null)?.closest("button, a");
    const key = e.key.toLowerCase();
    if (mode === "aside" && /^[1-5]$/.test(key)) setAside(reasons[Number(key) - 1] ?? "");
    else if (/^\d$/.test(key)) setDigits((d) => (d + key).replace(/^0+(?=\d)/, "").slice(0, 4));
    else if (key === "backspace") setDigits((d) => d.slice(0, -1));
    else if (key === " " && (mode === "count" || mode === "many")) {
      e.preventDefault();
      tally.made(1);
    } else if (key === "enter" && digits !== "" && !onButton) enter();
    else if (key === "enter" && digits !== "") {
      e.preventDefault();
      enter();
    } else if (key === "z") tally.undo();
    else if (key === "t") setBack((b) => !b);
    else if (key === "r" && !iron) setMode(mode === "aside" ? "count" : "aside");
    else if (key === "c" && !iron) recountOrNot();
    else if (key === "escape") {
      if (mode !== "count" || digits !== "") {
        setMode("count");
        setDigits("");
      } else leave();
    }
  };
  // Before the first paint: what can be seen can be pressed.
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => keys.current(e);
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);

  return (
    <Flex direction="column" h="100dvh" overflow="hidden" bg="paper">
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
        <Heading as="h1" fontFamily="heading" fontSize={{ base: "18px", md: "22px" }} fontWeight="600" lineClamp={1}>
          <Ruled>{step.name}</Ruled>
        </Heading>
        <Text color="soft" display={{ base: "none", md: "block" }}>
          <Ruled>{`${project.document.name} · step ${order + 1} of ${steps.length}${step.sewing ? ` · ${step.sewing.stitch}` : ""}`}</Ruled>
        </Text>
        <Button size="sm" ml="auto" flexShrink={0} onClick={leave}>
          Leave <Key>Esc</Key>
        </Button>
      </Flex>
      <Flex as="main" flex="1" minH="0" direction={{ base: "column", md: "row" }}>
        <Parts
          project={project}
          step={step}
          back={back}
          iron={iron}
          turn={() => setBack((b) => !b)}
          room={mode === "count"}
        />
        <Flex
          direction="column"
          flex="1"
          px={{ base: "14px", md: "28px" }}
          py={{ base: "6px", md: "14px" }}
          minW="0"
          justify="space-between"
        >
          <Box>
            <Flex align="baseline" gap="14px" wrap="wrap" aria-live="polite">
              <Text
                as="span"
                fontFamily="heading"
                fontWeight="700"
                lineHeight="1"
                fontSize={{ base: "min(96px, 12vh)", md: "150px" }}
                className="tabular"
                data-testid="good"
              >
                {good}
              </Text>
              <Text
                as="span"
                fontFamily="heading"
                color="soft"
                fontSize={{ base: "30px", md: "44px" }}
                className="tabular"
              >
                {of}
              </Text>
            </Flex>
            <Text fontSize={{ base: "17px", md: "21px" }} className="tabular" mt="6px">
              <b data-testid="to-go">{toGo}</b> {iron ? "to press" : "to go"} · <b>{made}</b> made ·{" "}
              <b data-testid="aside">{aside}</b> set aside
              {step.spare > 0 && ` · ${step.spare} of them spare`}
            </Text>
            <Message tally={tally} project={project} step={step} iron={iron} />
          </Box>
          {mode === "aside" ? (
            <Aside n={Math.max(1, typed ?? 1)} choose={setAside} leave={() => setMode("count")} />
          ) : (
            <Box>
              <Flex minH={{ base: "26px", md: "34px" }} align="center" role="status">
                <Text fontSize={{ base: "16px", md: "20px" }} fontWeight="600" color="madder">
                  {mode === "recount"
                    ? typed === undefined
                      ? "Count the good ones again: how many are there?"
                      : `There are ${typed}: Enter`
                    : typed !== undefined
                      ? `${typed} more: Enter`
                      : ""}
                </Text>
              </Flex>
              <Box display="grid" gridTemplateColumns="repeat(6, 1fr)" gap="10px">
                <Button
                  variant="solid"
                  gridColumn="span 3"
                  minH={{ base: "72px", md: "76px" }}
                  fontSize="20px"
                  onClick={() => tally.made(1)}
                >
                  One more <Key>Space</Key>
                </Button>
                <Button
                  gridColumn={{ base: "span 2", md: "span 3" }}
                  minH={{ base: "72px", md: "76px" }}
                  fontSize="17px"
                  onClick={typed === undefined ? () => tally.made(Math.min(10, Math.max(1, toGo))) : enter}
                >
                  {typed === undefined
                    ? `${Math.min(10, Math.max(1, toGo))} more`
                    : mode === "recount"
                      ? `There are ${typed}`
                      : `${typed} more`}
                  {typed !== undefined && <Key>Enter</Key>}
                </Button>
                <Button
                  display={{ base: "inline-flex", md: "none" }}
                  minH="72px"
                  px="0"
                  aria-label="Type a number"
                  aria-pressed={mode === "many"}
                  onClick={() => setMode(mode === "many" ? "count" : "many")}
                >
                  123
                </Button>
                <Button
                  gridColumn={iron ? "span 6" : "span 2"}
                  minH="56px"
                  disabled={!tally.canUndo}
                  onClick={() => tally.undo()}
                >
                  Take back <Key>Z</Key>
                </Button>
                {!iron && (
                  <>
                    <Button gridColumn="span 2" minH="56px" onClick={() => setMode("aside")}>
                      Set aside <Key>R</Key>
                    </Button>
                    <Button gridColumn="span 2" minH="56px" aria-pressed={mode === "recount"} onClick={recountOrNot}>
                      Recount <Key>C</Key>
                    </Button>
                  </>
                )}
              </Box>
              {(mode === "recount" || mode === "many") && <Pad digits={digits} setDigits={setDigits} />}
              <Text color="soft" fontSize="14px" mt="8px" display={{ base: "none", md: "block" }}>
                Digits and <Key>Enter</Key> count that many at once.
              </Text>
            </Box>
          )}
        </Flex>
      </Flex>
      {step.sewing && step.picture && project.plan.pictures[step.picture] && (
        <ChainRow
          picture={project.plan.pictures[step.picture]}
          project={project}
          good={good}
          make={iron ? sewn : (p?.make ?? step.make)}
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

type PartsProps = {
  project: Project;
  step: Step;
  back: boolean;
  iron: boolean;
  turn: () => void /** Whether a phone has room for them. */;
  room: boolean;
};

/** The two parts as they come under the needle, what is cut, or what lies on the ironing board. */
function Parts({ project, step, back, iron, turn, room }: PartsProps) {
  const colours = coloursOf(project.document);
  const s = step.sewing;
  const card = project.plan.press.lines.find((l) => l.step === step.id)?.card;
  const whole = step.picture ? project.plan.pictures[step.picture] : undefined;
  return (
    <Flex
      display={{ base: room ? "flex" : "none", md: "flex" }}
      direction="column"
      justify="center"
      gap={{ base: "6px", md: "14px" }}
      w={{ base: "100%", md: "46%" }}
      maxW={{ md: "600px" }}
      bg="cotton"
      px={{ base: "14px", md: "28px" }}
      py={{ base: "8px", md: "16px" }}
      flexShrink={0}
    >
      <Flex
        justify="center"
        align="center"
        gap={{ base: "10px", md: "22px" }}
        h={{ base: "130px", md: "300px" }}
        css={{ [shortPhone]: { height: "96px" } }}
      >
        {s?.laid && !iron ? (
          <Part name={`${s.right} on ${s.left}`}>
            <LaidView
              laid={s.laid}
              colours={colours}
              maxW={420}
              maxH={264}
              label={`${s.right}, face down on ${s.left}`}
              back={back}
            />
          </Part>
        ) : s?.leftPicture && s.rightPicture && !iron ? (
          <>
            <Part name={s.left}>
              <PictureView
                picture={s.leftPicture}
                colours={colours}
                maxW={200}
                maxH={260}
                label={`on the left, ${s.left}`}
                seams
                back={back}
              />
            </Part>
            <chakra.svg
              w="16px"
              h={{ base: "110px", md: "260px" }}
              viewBox="0 0 16 290"
              preserveAspectRatio="none"
              aria-hidden="true"
              flexShrink={0}
            >
              <line
                x1="8"
                y1="0"
                x2="8"
                y2="290"
                stroke="var(--v-colors-madder)"
                strokeWidth="4"
                strokeDasharray="13 8"
              />
            </chakra.svg>
            <Part name={s.right}>
              <PictureView
                picture={s.rightPicture}
                colours={colours}
                maxW={200}
                maxH={260}
                label={`on the right, ${s.right}`}
                seams
                back={back}
              />
            </Part>
          </>
        ) : whole ? (
          <Part name={back ? "seen from the back" : ""}>
            <PictureView
              picture={whole}
              colours={colours}
              maxW={500}
              maxH={264}
              label={step.name}
              seams
              back={back}
              crossings={iron && back}
            />
          </Part>
        ) : (
          <QuiltView
            layout={project.plan.quilt}
            colours={colours}
            maxW={420}
            maxH={280}
            label={step.name}
            back={back}
          />
        )}
      </Flex>
      <Box>
        <Text fontFamily="heading" fontSize={{ base: "17px", md: "22px" }} fontWeight="600">
          <Ruled>{iron && step.press ? `Press ${step.press}.` : step.says}</Ruled>
        </Text>
        {s && !iron && (
          <Text display={{ base: "none", md: "block" }} mt="4px">
            <Ruled>{`Bring ${s.edge}${s.hold ? `; ${s.hold}` : ""}.`}</Ruled>
          </Text>
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
        {(s || iron) && (
          <Text fontSize={{ base: "14px", md: "16px" }} color="soft">
            {!iron && step.press && <Ruled>{`Then press ${step.press}. `}</Ruled>}
            {step.size && (
              <Ruled>{iron && card ? "" : iron ? `It measures ${step.size} then.` : `Makes ${step.size}.`}</Ruled>
            )}
          </Text>
        )}
        {(s || step.press) && (
          <Flex gap="8px" mt="8px" display={{ base: "none", md: "flex" }}>
            <Button size="sm" onClick={turn} aria-pressed={back}>
              Turn over <Key>T</Key>
            </Button>
            <Button asChild size="sm">
              <Link to={`/q/${project.id}/${iron ? "bench" : "iron"}/${encodeURIComponent(step.id)}`}>
                {iron ? (s ? "To the machine" : "To the mat") : "To the iron"}
              </Link>
            </Button>
          </Flex>
        )}
        <Text fontSize="13px" color="soft" mt="8px" display={{ base: "none", md: "block" }}>
          {`${iron ? cautions.iron : s ? cautions.sew : cautions.mat} The maker's instructions come first.`}
        </Text>
      </Box>
    </Flex>
  );
}

function Part({ name, children }: { name: string; children: React.ReactNode }) {
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
        <Text fontSize="14px" fontWeight="600" textAlign="center">
          {name}
        </Text>
      )}
    </Flex>
  );
}

/** The chain across the whole width. */
function ChainRow({
  picture,
  project,
  good,
  make,
}: {
  picture: Picture | undefined;
  project: Project;
  good: number;
  make: number;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const el = frame.current;
    if (!el) return;
    const watch = new ResizeObserver(() => setWidth(el.clientWidth));
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  return (
    <Box
      ref={frame}
      bg="cotton"
      borderTopWidth="1px"
      borderColor="hair"
      overflow="hidden"
      flexShrink={0}
      h={{ base: "84px", md: "112px" }}
      css={{ [shortPhone]: { display: "none" } }}
      pt="6px"
    >
      {picture && width > 0 && (
        <Chain
          picture={picture}
          colours={coloursOf(project.document)}
          good={good}
          make={make}
          chain={project.plan.chain}
          width={width}
          height={width < 700 ? 78 : 106}
        />
      )}
    </Box>
  );
}

type MessageProps = { tally: ReturnType<typeof useTally>; project: Project; step: Step; iron: boolean };

/** One line that says what needs saying now: waiting, doubts, what runs short, what is done. */
function Message({ tally, project, step, iron }: MessageProps) {
  const p = tally.progress;
  const doubt = project.progress.doubts.find((d) => d.step === step.id);
  const next = project.plan.steps.find((s) => s.id === project.progress.next);
  let says = "";
  let warm = true;
  if (tally.lost) says = tally.lost;
  else if (tally.refused.length > 0)
    says = `${tally.refused.length} could not be stored: ${tally.refused[0]?.refused ?? ""}`;
  else if (tally.offline)
    says = `The server does not answer. ${tally.waiting} counted here and kept; go on, they are sent when it is back.`;
  else if (doubt) says = `${doubt.says} ${doubt.mend}`;
  else if (iron) {
    warm = false;
    says = p && p.pressed > 0 && p.pressed === p.good ? "The count at the iron and the count at the needle agree." : "";
  } else if (p && p.short > 0) says = `${p.short} of them replace what was set aside later.`;
  else if (p && p.toGo === 0) {
    warm = false;
    says = next && next.id !== step.id ? `All made. Next: ${next.says}` : "All made.";
  } else if (p && p.ready >= 0 && p.ready < p.toGo) says = `Parts on hand for ${p.ready}.`;
  return (
    <Flex minH={{ base: "24px", md: "30px" }} align="center" gap="12px" mt="4px" role="status">
      <Text fontSize={{ base: "14px", md: "16px" }} fontWeight="600" color={warm ? "madder" : "woad"}>
        <Ruled>{says}</Ruled>
      </Text>
      {!iron && p?.toGo === 0 && next && next.id !== step.id && (
        <Button asChild size="sm" variant="solid">
          <Link to={`/q/${project.id}/bench/${encodeURIComponent(next.id)}`}>Go on</Link>
        </Button>
      )}
    </Flex>
  );
}

function Aside({ n, choose, leave }: { n: number; choose: (reason: string) => void; leave: () => void }) {
  const [other, setOther] = useState("");
  return (
    <Box role="group" aria-label="Why set aside">
      <Text fontWeight="600" fontSize="19px" mb="8px">
        {n === 1 ? "Set one aside. Why?" : `Set ${n} aside. Why?`}
      </Text>
      <Box display="grid" gridTemplateColumns={{ base: "1fr 1fr", md: "1fr 1fr 1fr" }} gap="10px">
        {reasons.map((r, i) => (
          <Button key={r} minH="54px" onClick={() => choose(r)}>
            {r} <Key>{i + 1}</Key>
          </Button>
        ))}
        <Button minH="54px" variant="plain" onClick={leave}>
          Not at all <Key>Esc</Key>
        </Button>
      </Box>
      <chakra.form
        mt="10px"
        display="flex"
        gap="10px"
        onSubmit={(e) => {
          e.preventDefault();
          choose(other.trim());
        }}
      >
        <chakra.input
          aria-label="Another reason"
          placeholder="another reason"
          value={other}
          maxLength={300}
          onChange={(e) => setOther(e.target.value)}
          flex="1"
          minH="42px"
          px="10px"
          bg="paper"
          borderWidth="1px"
          borderColor="line"
          borderRadius="4px"
        />
        <Button type="submit">Set aside</Button>
      </chakra.form>
    </Box>
  );
}

/** Digits to tap, where there is no keyboard. */
function Pad({ digits, setDigits }: { digits: string; setDigits: (d: string) => void }) {
  return (
    <Box display="grid" gridTemplateColumns="repeat(11, 1fr)" gap="4px" mt="8px">
      {["0", "1", "2", "3", "4", "5", "6", "7", "8", "9"].map((d) => (
        <Button key={d} size="sm" px="0" minH="40px" onClick={() => setDigits((digits + d).slice(0, 4))}>
          {d}
        </Button>
      ))}
      <Button size="sm" px="0" minH="40px" aria-label="Rub out" onClick={() => setDigits(digits.slice(0, -1))}>
        ←
      </Button>
    </Box>
  );
}
