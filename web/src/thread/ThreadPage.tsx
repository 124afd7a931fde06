// The thread: the plan as one picture from cloth to quilt, and the tally on it. A list beside it says the same.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useLayoutEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import type { Project } from "../api/client";
import { type Colours, coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Unplanned } from "../frame/Unplanned";
import { WorkingText } from "../frame/Working";
import { clothId, layThread, type Node, quiltId, rowsId } from "./layout";

export function ThreadPage() {
  const project = useFramed();
  const { plan } = project;
  const frame = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ w: 1220, h: 590 });
  const [open, setOpen] = useState<string>();
  const [over, setOver] = useState<string>();
  useLayoutEffect(() => {
    const el = frame.current;
    if (!el) return;
    const measure = () =>
      setRoom({ w: Math.max(900, el.clientWidth - 28), h: Math.max(420, window.innerHeight - 210) });
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  const thread = useMemo(() => layThread(plan, room.w, room.h), [plan, room]);
  if (plan.steps.length === 0) return <Unplanned />;
  const colours = coloursOf(project.document);
  const at = new Map(thread.nodes.map((n) => [n.id, n]));
  const lit = over ?? open;
  const strips = new Set(plan.steps.filter((s) => s.stage === "strips").map((s) => s.id));
  // Threads come in at the middle of the drawing, which stands above two or three lines of text.
  const lift = (n: Node) => (thread.slot < 80 ? 16 : strips.has(n.id) ? 16 : 24);
  const half = pictureRoom(thread.slot).w / 2 + 5;
  return (
    <Box>
      <Box ref={frame} overflowX="auto" px="14px" className="thread-print">
        <Flex w={`${room.w}px`} py="10px">
          {thread.columns.map((c, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: columns without a name of their own continue the last
            <Text key={`${c}${i}`} flex="1" textAlign="center" fontSize="fine" fontWeight="600" color="soft">
              {c}
            </Text>
          ))}
        </Flex>
        <Box
          position="relative"
          w={`${room.w}px`}
          h={`${thread.height}px`}
          role="list"
          aria-label="From cloth to quilt"
        >
          <svg width={room.w} height={thread.height} aria-hidden="true" style={{ position: "absolute", inset: 0 }}>
            {thread.links.map((l) => {
              const a = at.get(l.from);
              const b = at.get(l.to);
              if (!a || !b) return null;
              const on = lit !== undefined && (l.from === lit || l.to === lit);
              const done = begun(project, l.to);
              const x1 = a.x + half;
              const x2 = b.x - half;
              const bend = Math.max(20, (x2 - x1) / 2);
              const [y1, y2] = [a.y - lift(a), b.y - lift(b)];
              const lane = (y1 + y2) / 2 < thread.height / 2 ? 6 : thread.height - 6;
              const d =
                a.column === b.column
                  ? `M${a.x} ${a.y + thread.slot * 0.42} V${b.y - thread.slot * 0.42}`
                  : b.column - a.column > 4 // a long way round, clear of everything between
                    ? `M${x1} ${y1} C${x1 + 50} ${y1} ${x1 + 30} ${lane} ${x1 + 80} ${lane} H${x2 - 80} C${x2 - 30} ${lane} ${x2 - 50} ${y2} ${x2} ${y2}`
                    : `M${x1} ${y1} C${x1 + bend} ${y1} ${x2 - bend} ${y2} ${x2} ${y2}`;
              return (
                <path
                  key={`${l.from} ${l.to}`}
                  d={d}
                  fill="none"
                  stroke={on ? "var(--v-colors-madder)" : done ? "var(--v-colors-ink)" : "var(--v-colors-line)"}
                  strokeOpacity={lit !== undefined && !on ? 0.18 : done ? 0.85 : 0.7}
                  strokeWidth={on ? 2.2 : 1.4}
                  strokeDasharray={l.act === "sew" ? "6 4" : "1.5 4"}
                  strokeLinecap={l.act === "sew" ? "butt" : "round"}
                />
              );
            })}
          </svg>
          {thread.nodes.map((n) => (
            <Knot
              key={n.id}
              node={n}
              project={project}
              colours={colours}
              slot={thread.slot}
              width={room.w / thread.columns.length}
              faded={
                lit !== undefined &&
                n.id !== lit &&
                !thread.links.some((l) => (l.from === lit && l.to === n.id) || (l.to === lit && l.from === n.id))
              }
              chosen={open === n.id}
              choose={() => setOpen((o) => (o === n.id ? undefined : n.id))}
              hover={setOver}
            />
          ))}
        </Box>
      </Box>
      {open && <Card id={open} project={project} colours={colours} close={() => setOpen(undefined)} />}
    </Box>
  );
}

/** How large a drawing may be where so much room is. */
const pictureRoom = (slot: number) =>
  slot >= 100 ? { w: 92, h: 52 } : slot >= 80 ? { w: 76, h: 38 } : { w: 62, h: 24 };

function begun(project: Project, id: string) {
  if (id === quiltId) return project.progress.next === "";
  if (id === rowsId) return (rowsOf(project)?.done ?? 0) > 0;
  return (project.progress.steps.find((s) => s.id === id)?.made ?? 0) > 0;
}

/** The count of all rows together. */
const rowsOf = (project: Project) => project.progress.stages.find((s) => s.stage === "rows");

type KnotProps = {
  node: Node;
  project: Project;
  colours: Colours;
  slot: number;
  width: number;
  faded: boolean;
  chosen: boolean;
  choose: () => void;
  hover: (id?: string) => void;
};

function Knot({ node, project, colours, slot, width, faded, chosen, choose, hover }: KnotProps) {
  const { plan, progress } = project;
  const step = plan.steps.find((s) => s.id === node.id);
  const p = progress.steps.find((s) => s.id === node.id);
  const fabric = plan.cut.find((c) => clothId(c.fabric) === node.id);
  const rows = node.id === rowsId ? rowsOf(project) : undefined;
  const here = rows ? plan.steps.some((s) => s.id === progress.next && s.stage === "rows") : progress.next === node.id;
  const size = pictureRoom(slot);
  const small = slot < 80;
  const name = step?.name ?? fabric?.name ?? (rows ? "All rows" : plan.name);
  const measures = rows
    ? ""
    : (step?.size ?? (fabric ? fabric.buy : plan.finished.text && `${plan.finished.text} finished`));
  const warm = here || (p?.short ?? 0) > 0;
  const attention = p?.state.startsWith("done") === false && p.state !== "not begun";
  return (
    <chakra.div
      position="absolute"
      role="listitem"
      left={`${node.x - width / 2}px`}
      top={`${node.y - node.h / 2}px`}
      w={`${width}px`}
      h={`${node.h}px`}
      opacity={faded ? 0.35 : 1}
    >
      <chakra.button
        type="button"
        onClick={choose}
        onMouseEnter={() => hover(node.id)}
        onMouseLeave={() => hover(undefined)}
        onFocus={() => hover(node.id)}
        onBlur={() => hover(undefined)}
        aria-expanded={chosen}
        aria-label={`${name}${measures && `, ${measures}`}${rows ? `, ${rows.done} of ${rows.make}` : ""}${p ? `, ${p.good} of ${p.make}, ${p.state}` : ""}`}
        w="100%"
        h="100%"
        display="flex"
        flexDirection="column"
        alignItems="center"
        justifyContent="center"
        cursor="pointer"
        lineHeight="1.25"
      >
        <chakra.span
          p="3px"
          borderWidth="2px"
          borderColor={here || chosen ? "madder" : "transparent"}
          borderRadius="3px"
        >
          {fabric ? (
            <Bolt colour={fabric.colour} w={size.w * 0.7} h={size.h * 0.9} />
          ) : step?.picture && plan.pictures[step.picture] ? (
            <PictureView picture={plan.pictures[step.picture]} colours={colours} maxW={size.w} maxH={size.h} label="" />
          ) : (
            <QuiltView
              layout={plan.quilt}
              colours={colours}
              maxW={size.w}
              maxH={node.id === quiltId ? 120 : size.h}
              label=""
            />
          )}
        </chakra.span>
        <chakra.span
          fontSize={small ? "fine" : "fine"}
          fontWeight="600"
          maxW="98%"
          lineClamp={slot < 70 ? 3 : 2}
          lineHeight="1.2"
          flexShrink={0}
        >
          <Ruled>{slot < 104 ? own(name) : name}</Ruled>
        </chakra.span>
        {slot >= 104 && step?.stage !== "strips" && (
          <chakra.span fontSize="fine" color="soft" whiteSpace="nowrap">
            <Ruled>{measures}</Ruled>
          </chakra.span>
        )}
        {rows && (
          <chakra.span fontSize="fine" flexShrink={0} className="tabular">
            <b>{rows.done}</b> / {rows.make}
          </chakra.span>
        )}
        {p && (
          <chakra.span
            fontSize="fine"
            flexShrink={0}
            className="tabular"
            whiteSpace="nowrap"
            maxW="100%"
            overflow="hidden"
            textOverflow="ellipsis"
          >
            <b>{p.good}</b> / {p.make}
            {attention && (
              <chakra.span color={warm ? "madder" : "soft"} fontWeight={warm ? 600 : 400}>
                {" "}
                <Ruled>{p.state}</Ruled>
              </chakra.span>
            )}
            {!attention && p.state.startsWith("done") && (
              <chakra.span color="woad" fontWeight="600">
                {" ✓"}
              </chakra.span>
            )}
          </chakra.span>
        )}
      </chakra.button>
    </chakra.div>
  );
}

/** Cloth on its bolt. */
function Bolt({ colour, w, h }: { colour: string; w: number; h: number }) {
  return (
    <svg width={w} height={h} viewBox="0 0 60 44" preserveAspectRatio="none" aria-hidden="true">
      <rect x="0" y="0" width="6" height="44" fill="var(--v-colors-spool)" />
      <rect x="54" y="0" width="6" height="44" fill="var(--v-colors-spool)" />
      <rect x="6" y="4" width="48" height="36" rx="2" fill={colour} stroke="var(--v-colors-edge)" />
      {[13, 22, 31].map((y) => (
        <line key={y} x1="6" x2="54" y1={y} y2={y} stroke="var(--v-colors-seamline)" />
      ))}
    </svg>
  );
}

/** What one node has to say. */
function Card({ id, project, colours, close }: { id: string; project: Project; colours: Colours; close: () => void }) {
  const { plan, progress } = project;
  const step = plan.steps.find((s) => s.id === id);
  const p = progress.steps.find((s) => s.id === id);
  const fabric = plan.cut.find((c) => clothId(c.fabric) === id);
  const trim = plan.trim.find((t) => t.id === id);
  const goes = plan.steps.filter((s) => s.takes.some((t) => t.step === id));
  const from = step?.takes.map((t) => plan.steps.find((s) => s.id === t.step)?.name).filter(Boolean) ?? [];
  const line = (term: string, text: string) =>
    text && (
      <Flex gap="10px" key={term}>
        <chakra.dt color="soft" w="92px" flexShrink={0}>
          {term}
        </chakra.dt>
        <chakra.dd>
          <Ruled>{text}</Ruled>
        </chakra.dd>
      </Flex>
    );
  return (
    <Flex
      as="section"
      aria-label="What it is"
      bg="paper"
      borderTopWidth="1px"
      borderColor="hair"
      px={{ base: "14px", md: "28px" }}
      py="16px"
      gap="28px"
      wrap="wrap"
      align="flex-start"
    >
      <Box w="150px">
        {step?.picture ? (
          <PictureView
            picture={plan.pictures[step.picture]}
            colours={colours}
            maxW={150}
            maxH={130}
            label={step.name}
            seams
          />
        ) : (
          <QuiltView layout={plan.quilt} colours={colours} maxW={150} maxH={130} label={plan.name} />
        )}
      </Box>
      <Box flex="1" minW="260px">
        <Heading as="h2" textStyle="lead" mb="6px">
          <Ruled>{step?.name ?? fabric?.name ?? (id === rowsId ? "All rows" : plan.name)}</Ruled>
        </Heading>
        {id === rowsId && (
          <Flex as="ul" aria-label="Rows" gap="6px" wrap="wrap">
            {plan.steps
              .filter((s) => s.stage === "rows")
              .map((s) => {
                const at = progress.steps.find((x) => x.id === s.id);
                return (
                  <li key={s.id}>
                    <Button asChild size="sm">
                      <Link to={`/q/${project.id}/bench/${encodeURIComponent(s.id)}`}>
                        {`${s.name}: ${at?.good ?? 0} of ${s.make}`}
                      </Link>
                    </Button>
                  </li>
                );
              })}
          </Flex>
        )}
        <chakra.dl fontSize="small">
          {step && line("do", step.says)}
          {step?.size && line("size", `${step.size} unfinished${trim?.finished ? `, ${trim.finished} finished` : ""}`)}
          {p &&
            line(
              "count",
              `${p.good} of ${p.make}${step && step.spare > 0 ? `, ${step.spare} of them spare` : ""} · ${p.aside} set aside ${p.presumed > 0 ? ` · ${p.presumed} there before they were counted` : ""} · ${p.used} used · ${p.onHand} on hand · ${p.toGo} to go`,
            )}
          {p && line("stands", p.state)}
          {step?.press && line("press", step.press)}
          {line("made from", from.join(", "))}
          {line("goes into", goes.map((g) => g.name).join(", "))}
          {fabric && line("buy", `${fabric.buy} of ${fabric.usable.text} usable`)}
          {id === quiltId && plan.finished.text && line("finishes", plan.finished.text)}
        </chakra.dl>
      </Box>
      <Box flex="1" minW="240px">
        {step && <WorkingText working={step.working} />}
        {trim && <WorkingText working={trim.working} />}
        {fabric && <WorkingText working={fabric.working} />}
      </Box>
      <Flex direction="column" gap="8px">
        {step && (
          <Button asChild variant="solid">
            <Link to={`/q/${project.id}/bench/${encodeURIComponent(step.id)}`}>
              {step.does === "sew" ? "To the machine" : "To the mat"}
            </Link>
          </Button>
        )}
        <Button onClick={close}>Close</Button>
      </Flex>
    </Flex>
  );
}

/** What tells a knot from its neighbours: the unit's own name stands before each of its steps. */
const own = (name: string) => name.slice(name.lastIndexOf(": ") + 1).trim();
