// At the machine: one batch, full screen, read at a glance and counted with one key. Nothing scrolls, nothing asks twice.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useLayoutEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Project, Step } from "../api/client";
import { useProject } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { Key as AnyKey } from "../frame/Key";
import { Ruled } from "../frame/Ruled";
import { Loading, Plain, Wrong } from "../frame/States";
import { isTyping } from "../frame/useKey";
import { useTally } from "./useTally";

const reasons = ["seam off", "turned the wrong way", "cut crooked", "stuck together", "stained or torn"];

export function BenchPage() {
  const { step: id } = useParams();
  const { data: project, error } = useProject();
  if (!project)
    return error ? (
      <Plain title="The bench cannot be set up">
        <Wrong error={error} />
      </Plain>
    ) : (
      <Loading label="Setting up the bench" />
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
  return <Bench key={step.id} project={project} step={step} />;
}

/** Keys are named only where there may be a keyboard. */
function Key({ children }: { children: React.ReactNode }) {
  return <AnyKey display={{ base: "none", md: "inline" }}>{children}</AnyKey>;
}

type Mode = "count" | "aside" | "recount";

function Bench({ project, step }: { project: Project; step: Step }) {
  const tally = useTally(project, step);
  const [digits, setDigits] = useState("");
  const [mode, setMode] = useState<Mode>("count");
  const away = useNavigate();
  const leave = () => away(`/q/${project.id}/${step.does === "sew" ? "sew" : "cut"}`);
  const steps = project.plan.steps;
  const order = steps.findIndex((s) => s.id === step.id);

  const p = tally.progress;
  const made = (p?.made ?? 0) + tally.pending.made;
  const aside = (p?.aside ?? 0) + tally.pending.aside;
  const good = (p?.good ?? 0) + tally.pending.made - tally.pending.aside;
  const toGo = Math.max(0, (p?.toGo ?? step.make) - tally.pending.made);
  const typed = digits === "" ? undefined : Number(digits);

  const enter = () => {
    if (typed === undefined) return;
    if (mode === "recount") tally.recount(typed);
    else if (typed > 0) tally.made(typed);
    setDigits("");
    setMode("count");
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
    else if (key === " " && mode === "count") {
      e.preventDefault();
      tally.made(1);
    } else if (key === "enter" && digits !== "" && !onButton) enter();
    else if (key === "enter" && digits !== "") {
      e.preventDefault();
      enter();
    } else if (key === "z") tally.undo();
    else if (key === "r") setMode(mode === "aside" ? "count" : "aside");
    else if (key === "c") setMode(mode === "recount" ? "count" : "recount");
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
        <Parts project={project} step={step} />
        <Flex
          direction="column"
          flex="1"
          px={{ base: "14px", md: "28px" }}
          py={{ base: "8px", md: "22px" }}
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
                fontSize={{ base: "104px", md: "176px" }}
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
                of {p?.make ?? step.make}
              </Text>
            </Flex>
            <Text fontSize={{ base: "17px", md: "21px" }} className="tabular" mt="6px">
              <b data-testid="to-go">{toGo}</b> to go · <b>{made}</b> made · <b data-testid="aside">{aside}</b> set
              aside
              {step.spare > 0 && ` · ${step.spare} of them spare`}
            </Text>
            <Message tally={tally} project={project} step={step} />
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
                  minH={{ base: "84px", md: "76px" }}
                  fontSize="20px"
                  onClick={() => tally.made(1)}
                >
                  One more <Key>Space</Key>
                </Button>
                <Button
                  gridColumn="span 3"
                  minH={{ base: "84px", md: "76px" }}
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
                <Button gridColumn="span 2" minH="56px" disabled={!tally.canUndo} onClick={() => tally.undo()}>
                  Take back <Key>Z</Key>
                </Button>
                <Button gridColumn="span 2" minH="56px" onClick={() => setMode("aside")}>
                  Set aside <Key>R</Key>
                </Button>
                <Button
                  gridColumn="span 2"
                  minH="56px"
                  aria-pressed={mode === "recount"}
                  onClick={() => setMode(mode === "recount" ? "count" : "recount")}
                >
                  Recount <Key>C</Key>
                </Button>
              </Box>
              {mode === "recount" && <Pad digits={digits} setDigits={setDigits} />}
              <Text color="soft" fontSize="14px" mt="8px" display={{ base: "none", md: "block" }}>
                Digits and <Key>Enter</Key> count that many at once.
              </Text>
            </Box>
          )}
        </Flex>
      </Flex>
      <Flex
        as="footer"
        bg="cotton"
        borderTopWidth="1px"
        borderColor="hair"
        px={{ base: "14px", md: "28px" }}
        py="10px"
        gap={{ base: "14px", md: "30px" }}
        overflowX="auto"
        flexShrink={0}
      >
        {project.progress.stages.map((s) => (
          <Box
            key={s.stage}
            flexShrink={0}
            borderTopWidth="3px"
            borderColor={s.stage === step.stage ? "madder" : "transparent"}
            pt="3px"
          >
            <Text fontSize="12.5px" color="soft" whiteSpace="nowrap">
              {s.stage}
            </Text>
            <Text className="tabular" fontWeight="600" color={s.done >= s.make ? "woad" : "ink"} whiteSpace="nowrap">
              {s.done >= s.make ? `all ${s.make}` : `${s.done} / ${s.make}`}
            </Text>
          </Box>
        ))}
      </Flex>
    </Flex>
  );
}

/** The two parts as they come under the needle, or what is cut. */
function Parts({ project, step }: { project: Project; step: Step }) {
  const colours = coloursOf(project.document);
  const s = step.sewing;
  return (
    <Flex
      direction="column"
      justify="center"
      gap={{ base: "6px", md: "16px" }}
      w={{ base: "100%", md: "46%" }}
      maxW={{ md: "600px" }}
      bg="cotton"
      px={{ base: "14px", md: "28px" }}
      py={{ base: "8px", md: "20px" }}
      flexShrink={0}
    >
      <Flex justify="center" align="center" gap={{ base: "10px", md: "22px" }} h={{ base: "130px", md: "340px" }}>
        {s?.leftPicture && s.rightPicture ? (
          <>
            <Part name={s.left}>
              <PictureView
                picture={s.leftPicture}
                colours={colours}
                maxW={220}
                maxH={290}
                label={`on the left, ${s.left}`}
                seams
              />
            </Part>
            <chakra.svg
              w="16px"
              h={{ base: "110px", md: "290px" }}
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
                maxW={220}
                maxH={290}
                label={`on the right, ${s.right}`}
                seams
              />
            </Part>
          </>
        ) : step.picture && project.plan.pictures[step.picture] ? (
          <PictureView
            picture={project.plan.pictures[step.picture]}
            colours={colours}
            maxW={520}
            maxH={320}
            label={step.name}
            seams
          />
        ) : (
          <QuiltView layout={project.plan.quilt} colours={colours} maxW={420} maxH={320} label={step.name} />
        )}
      </Flex>
      <Box>
        <Text fontFamily="heading" fontSize={{ base: "17px", md: "22px" }} fontWeight="600">
          <Ruled>{step.says}</Ruled>
        </Text>
        {s && (
          <Text display={{ base: "none", md: "block" }} mt="4px">
            <Ruled>{`Bring ${s.edge}.`}</Ruled>
          </Text>
        )}
        {s && (
          <Text fontSize={{ base: "14px", md: "16px" }} color="soft">
            <Ruled>{`Then press ${s.press}. Makes ${step.size}.`}</Ruled>
          </Text>
        )}
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
      <Text fontSize="14px" fontWeight="600" textAlign="center">
        {name}
      </Text>
    </Flex>
  );
}

/** One line that says what needs saying now: waiting, doubts, what runs short, what is done. */
function Message({ tally, project, step }: { tally: ReturnType<typeof useTally>; project: Project; step: Step }) {
  const p = tally.progress;
  const doubt = project.progress.doubts.find((d) => d.step === step.id);
  const next = project.plan.steps.find((s) => s.id === project.progress.next);
  let says = "";
  let warm = true;
  if (tally.refused.length > 0)
    says = `${tally.refused.length} could not be stored: ${tally.refused[0]?.refused ?? ""}`;
  else if (tally.offline)
    says = `The server does not answer. ${tally.waiting} counted here and kept; go on, they are sent when it is back.`;
  else if (doubt) says = `${doubt.says} ${doubt.mend}`;
  else if (p && p.short > 0) says = `${p.short} of them replace what was set aside later.`;
  else if (p && p.toGo === 0) {
    warm = false;
    says = next && next.id !== step.id ? `All made. Next: ${next.says}` : "All made.";
  } else if (p && p.ready >= 0 && p.ready < p.toGo) says = `Parts on hand for ${p.ready}.`;
  return (
    <Flex minH={{ base: "24px", md: "30px" }} align="center" gap="12px" mt="4px" role="status">
      <Text fontSize={{ base: "14px", md: "16px" }} fontWeight="600" color={warm ? "madder" : "woad"}>
        <Ruled>{says}</Ruled>
      </Text>
      {p?.toGo === 0 && next && next.id !== step.id && (
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
