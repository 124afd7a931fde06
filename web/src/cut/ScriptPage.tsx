// The cutting in the order of the table, large enough to read standing; a tick is a tally.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { newId, type Plan, type Project, type TallyEvent } from "../api/client";
import type { Waiting } from "../bench/outbox";
import { useOutbox } from "../bench/useOutbox";
import { Caution } from "../frame/Caution";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Unplanned } from "../frame/Unplanned";

type Part = Plan["script"][number];
type Line = Part["lines"][number];

/** What was ticked here since the page was opened, so that it can be taken back. */
type Ticked = { line: string; times: number; events: TallyEvent[] };

export function ScriptPage() {
  const project = useFramed();
  const { plan, progress } = project;
  const { pending, record, trouble, lost } = useOutbox(project, (w) => w.line !== undefined);
  const [ticked, setTicked] = useState<Ticked[]>([]);
  const keeping = useRef(Promise.resolve()); // one after another: a second tap waits until the first is kept and shown
  const tapped = useRef<Record<string, number>>({}); // by line, what is not shown yet
  const gone = useRef(new Set<Ticked>()); // taken back
  if (plan.steps.length === 0) return <Unplanned />;

  const keep = (line: string, events: TallyEvent[], times: number, counts: boolean) => {
    // The first of a line's events carries the line, so that it is counted once while all are on their way.
    tapped.current[line] = (tapped.current[line] ?? 0) + times;
    keeping.current = keeping.current
      .then(() =>
        record(
          events.map((event, i): Omit<Waiting, "quilt"> => {
            const made = counts ? (event.n ?? 0) : 0;
            return { event, line: i === 0 ? `${times} ${line}` : undefined, effect: { made, aside: 0, pressed: 0 } };
          }),
        ),
      )
      .catch(() => undefined) // what went wrong is said by the outbox; the next is kept all the same
      .finally(() => {
        tapped.current[line] = (tapped.current[line] ?? 0) - times;
      });
  };
  const tick = (line: string, l: Line, wanted: number) => {
    const [i = 0, j = 0] = line.split(".").map(Number);
    const times = Math.min(wanted, l.times - doneOf(l, i, j) - (tapped.current[line] ?? 0));
    if (times <= 0) return;
    const events = l.gives.map((g): TallyEvent => {
      const step = plan.steps.find((s) => s.id === g.step);
      const made = { exact: step?.exact ?? "", look: step?.look ?? "", rev: project.rev };
      return { id: newId(), step: g.step, kind: "made", n: g.n * times, ...made, at: new Date().toISOString() };
    });
    setTicked((before) => [...before, { line, times, events }]);
    keep(line, events, times, true);
  };
  const back = (t: Ticked) => {
    if (gone.current.has(t)) return;
    gone.current.add(t);
    setTicked((before) => before.filter((other) => other !== t));
    const undos = t.events.map(
      (e): TallyEvent => ({ id: newId(), step: e.step, kind: "undo", n: 0, of: e.id, at: new Date().toISOString() }),
    );
    keep(t.line, undos, -t.times, false);
  };
  const underWay = (line: string) =>
    pending.reduce((n, w) => {
      const [times, at] = w.line?.split(" ") ?? [];
      return at === line ? n + Number(times) : n;
    }, 0);

  const doneOf = (l: Line, i: number, j: number) =>
    Math.min(l.times, Math.max(0, (progress.script[i]?.[j] ?? 0) + underWay(`${i}.${j}`)));

  return (
    <Box px={{ base: "16px", md: "28px" }} py="22px" maxW="980px" mx="auto">
      <Flex align="baseline" gap="18px" wrap="wrap" mb="4px">
        <Heading as="h2" textStyle="page">
          In order, at the mat
        </Heading>
        <Link to="../cut">
          <Text as="span" textDecoration="underline">
            Drawn to scale
          </Text>
        </Link>
      </Flex>
      <Text color="soft">
        Every reading is from the end squared last. A tick counts: the thread and the bench know of it at once.
      </Text>
      {(lost || (trouble && trouble.code !== "counted-soon")) && (
        <Text color="madder" fontWeight="600" role="status" mt="6px">
          {lost ||
            (trouble?.status === 0
              ? "The server does not answer; what you tick is kept here and sent when it does."
              : `${trouble?.detail} What you tick is kept here.`)}
        </Text>
      )}
      {plan.script.map((part, i) => (
        <Box as="section" key={`${part.set} ${part.name}`} mt="26px" aria-label={part.name}>
          <Flex align="center" gap="12px" borderBottomWidth="2px" borderColor="ink" pb="6px">
            {part.colour && (
              <Box w="26px" h="26px" style={{ background: part.colour }} borderWidth="1px" borderColor="line" />
            )}
            <Heading as="h3" textStyle="lead">
              {part.name}
            </Heading>
          </Flex>
          {part.lines.map((l, j) => {
            const line = `${i}.${j}`;
            const done = doneOf(l, i, j);
            // Lines that fill the same piles are cut in their order.
            const waits = part.lines.some(
              (other, k) =>
                k < j &&
                doneOf(other, i, k) < other.times &&
                other.gives.some((g) => l.gives.some((mine) => mine.step === g.step)),
            );
            const last = ticked.filter((t) => t.line === line).at(-1);
            return (
              <ScriptRow
                key={line}
                line={l}
                done={done}
                waits={waits}
                tick={(times) => tick(line, l, times)}
                back={last && done > 0 ? () => back(last) : undefined}
                project={project}
              />
            );
          })}
        </Box>
      ))}
      <Caution>
        Close the blade whenever you put it down. Cut away from yourself, standing, fingers off the ruler's edge; fewer
        layers when unsure, and a dull blade slips. Follow the makers' instructions for cutter and ruler.
      </Caution>
    </Box>
  );
}

function ScriptRow({
  line,
  done,
  waits,
  tick,
  back,
  project,
}: {
  line: Line;
  done: number;
  waits: boolean;
  tick: (times: number) => void;
  back?: () => void;
  project: Project;
}) {
  const left = line.times - done;
  const counted = line.times > 0;
  const all = counted && left === 0;
  const step = line.gives[0]?.step;
  const stands = project.progress.steps.find((s) => s.id === step);
  const held =
    line.held || (stands?.waits && left > 0 ? `${stands.state[0]?.toUpperCase()}${stands.state.slice(1)}.` : "");
  const measure = line.held || !stands?.waits ? "../cut#measure" : `../trim/${encodeURIComponent(stands.waits)}`;
  return (
    <Flex
      py="14px"
      gap="16px"
      borderBottomWidth="1px"
      borderColor="hair"
      align="start"
      direction={{ base: "column", md: "row" }}
    >
      <Box flex="1" minW="0" color={all ? "soft" : "ink"}>
        <Text fontSize={counted ? "lead" : "large"} fontWeight={counted ? "600" : "400"} lineHeight="1.35">
          <Ruled>{line.says}</Ruled>
        </Text>
        {line.rows.map((row, k) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are known by their place
          <Text key={k} fontSize="large" lineHeight="1.35">
            <Ruled>{row}</Ruled>
          </Text>
        ))}
        {line.lots.map((lot) => (
          <Text key={lot} fontSize="large" lineHeight="1.35">
            <Ruled>{lot}</Ruled>
          </Text>
        ))}
        {held && (
          <Text fontSize="small" color="madder" fontWeight="600">
            {held}
          </Text>
        )}
        {line.for && (
          <Text fontSize="small" color="soft">
            <Ruled>{line.for}</Ruled>
          </Text>
        )}
        {line.list.length > 0 && (
          <Flex
            as="ol"
            wrap="wrap"
            gap="6px 18px"
            mt="8px"
            fontSize="panel"
            fontWeight="600"
            className="tabular"
            aria-label="Widths in order"
          >
            {line.list.map((w, k) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: widths are known by their place
              <li key={k} style={{ listStyle: "none" }}>
                <Ruled>{w}</Ruled>
              </li>
            ))}
          </Flex>
        )}
        {line.list.length === 0 && line.reads.length > 0 && (
          <Flex
            as="ol"
            wrap="wrap"
            gap="4px 16px"
            mt="6px"
            fontSize="section"
            className="tabular"
            aria-label="Readings"
          >
            {line.reads.map((r, k) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: readings are known by their place
              <li key={k} style={{ listStyle: "none" }}>
                {r === "" ? (
                  <Text as="span" fontSize="small" color="soft">
                    square up
                  </Text>
                ) : (
                  <Ruled>{r}</Ruled>
                )}
              </li>
            ))}
          </Flex>
        )}
      </Box>
      {counted && (
        <Flex gap="8px" align="center" wrap="wrap" minW={{ md: "330px" }} justify={{ md: "flex-end" }}>
          <Text
            className="tabular"
            fontSize="section"
            fontWeight="600"
            color={all ? "woad" : "ink"}
            mr="6px"
            whiteSpace="nowrap"
          >
            {all ? `${line.times > 1 ? `all ${line.times} ` : ""}cut ✓` : `${done} of ${line.times}`}
          </Text>
          {waits && left > 0 && !held && (
            <Text fontSize="small" color="soft">
              after those above
            </Text>
          )}
          {held && left > 0 && (
            <Link to={measure}>
              <Text as="span" fontSize="small" textDecoration="underline">
                Measure first
              </Text>
            </Link>
          )}
          {!waits && !held && left > 0 && (
            <Button
              variant="solid"
              h="48px"
              onClick={() => tick(Math.min(line.stack, left))}
              aria-label={`${Math.min(line.stack, left)} cut: ${line.says}`}
            >
              {line.stack > 1 && left > 1 ? `A stack of ${Math.min(line.stack, left)} cut` : "One cut"}
            </Button>
          )}
          {!waits && !held && left > line.stack && (
            <Button h="48px" onClick={() => tick(left)} aria-label={`All ${left} cut: ${line.says}`}>
              {done === 0 ? `All ${left}` : `The other ${left}`}
            </Button>
          )}
          {back && (
            <Button h="48px" variant="plain" onClick={back} aria-label={`Take back: ${line.says}`}>
              Take back
            </Button>
          )}
          {all && step && !back && (
            <Link to={`/q/${project.id}/bench/${encodeURIComponent(step)}`} aria-label={`Count again: ${line.says}`}>
              <Text as="span" fontSize="small" textDecoration="underline">
                Count again
              </Text>
            </Link>
          )}
        </Flex>
      )}
    </Flex>
  );
}
