// A wave: the curve one drags, the block it makes, where every ring is opened, and the whole quilt beside it, all at once.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import type { Tube, Unit } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { Key } from "../frame/Key";
import { onCuts } from "../frame/keyList";
import { Ruled } from "../frame/Ruled";
import { useKey } from "../frame/useKey";
import { Remedies } from "../press/Remedies";
import { Problems } from "../quilt/methods/parts";
import { another, Layout, type Ring, stepped, type TubeHow } from "../quilt/methods/tube";
import { OfUnits } from "../quilt/OfUnits";
import type { Steps } from "../quilt/useSteps";
import { Closings } from "./Closings";
import { Curve } from "./Curve";
import { Openings } from "./Openings";

export const WavePage = () => (
  <OfUnits
    by="tube"
    at="wave"
    none="No rings of a tube are opened in this quilt. Add a wave where it is said how its parts are made."
  >
    {(draft, unit, i) => <One key={unit.id} draft={draft} unit={unit} i={i} />}
  </OfUnits>
);

function One({ draft, unit, i }: { draft: Steps; unit: Unit; i: number }) {
  const how = unit.how as TubeHow;
  const { plan } = draft.preview;
  const tube = plan.tubes.find((t) => t.unit === unit.id);
  const colours = coloursOf(draft.document);
  const [chosen, setChosen] = useState(0);
  const [mirror, setMirror] = useState(false);
  const [halves, setHalves] = useState(false);
  const wave = useWave(draft, i, how, tube, mirror);
  useKey(onCuts.mirror, () => setMirror((on) => !on));
  useKey(onCuts.halves, () => setHalves((on) => !on));
  useKey(onCuts.values, () => wave.byValue());
  const k = Math.min(chosen, how.columns.length - 1);
  const stops = draft.below(`/units/${i}`).filter((p) => p.stops);
  const clashes = plan.press.clashes;
  return (
    <>
      <Flex gap={{ base: "20px", lg: "28px" }} align="start" direction={{ base: "column", lg: "row" }}>
        <Box as="section" aria-label="The wave" flex="1" minW="0" w="100%">
          {tube && tube.columns.length === how.columns.length && (
            <Curve
              tube={tube}
              at={wave.at}
              wide={wave.wide}
              chosen={k}
              onChoose={setChosen}
              onLift={wave.lift}
              onWiden={wave.widen}
              by={halves ? 1 : 2}
              w={560}
              h={300}
              label={`The curve of ${unit.name}`}
            />
          )}
          <Flex gap="8px" mt="8px" wrap="wrap" align="center">
            <Button size="sm" aria-pressed={mirror} onClick={() => setMirror((on) => !on)}>
              Both halves alike <Key>{onCuts.mirror.shown}</Key>
            </Button>
            <Button size="sm" aria-pressed={halves} onClick={() => setHalves((on) => !on)}>
              Half steps <Key>{onCuts.halves.shown}</Key>
            </Button>
            <Button size="sm" onClick={wave.byValue}>
              Colours by value <Key>{onCuts.values.shown}</Key>
            </Button>
            <Button size="sm" onClick={() => wave.add(k)}>
              Add a column
            </Button>
            <Button size="sm" disabled={how.columns.length < 2} onClick={() => wave.remove(k)}>
              Take column {k + 1} out
            </Button>
          </Flex>
          {stops.length > 0 && <Problems list={stops} />}
          {tube && (
            <Box mt="10px">
              <Text color={tube.closes ? "ink" : "madder"} fontWeight={tube.closes ? "500" : "600"}>
                <Ruled>{`${tube.slopes} ${tube.repeat}`}</Ruled>
              </Text>
              {tube.clashes && (
                <Text
                  mt="4px"
                  fontWeight="600"
                  color={tube.columns.some((c) => c.flips.length > 0) ? "madder" : "woad"}
                >
                  {tube.clashes}
                </Text>
              )}
              <Text mt="4px" color="soft" fontSize="small">
                <Ruled>{`${tube.wide}; ${tube.tall}. ${tube.list}`}</Ruled>
              </Text>
            </Box>
          )}
          <Layout draft={draft} how={how} i={i} />
        </Box>
        <Box as="section" aria-label="What it makes" w={{ base: "100%", lg: "190px" }} flexShrink={0}>
          <PictureView
            picture={plan.pictures[unit.id]}
            colours={colours}
            maxW={190}
            maxH={400}
            label={`${unit.name}, joined`}
            seams
            crossings={clashes > 0}
          />
        </Box>
        <Box as="section" aria-label="The quilt" w={{ base: "100%", lg: "330px" }} flexShrink={0}>
          <QuiltView
            layout={plan.quilt}
            colours={colours}
            maxW={330}
            maxH={330}
            label={draft.document.name}
            back={false}
          />
          <Text mt="8px" color="soft">
            <Ruled>{plan.finished.text ? `${plan.set}, ${plan.finished.text} finished` : ""}</Ruled>
          </Text>
          {tube?.sets.map((s) => (
            <Text key={s.unit} mt="6px" fontSize="small">
              <Ruled>{`${s.name}: ${s.round} round, ${s.flat} folded. ${s.says}`}</Ruled>
            </Text>
          ))}
          {clashes > 0 && (
            <Remedies
              key={unit.id}
              document={draft.document}
              clashes={clashes}
              onTake={(r) => draft.take(r.document)}
              brief
            />
          )}
        </Box>
      </Flex>
      {tube && !tube.closes && stops.length === 0 && <Closings draft={draft} unit={unit.id} />}
      {tube && <Openings tube={tube} chosen={k} onChoose={setChosen} />}
    </>
  );
}

/** What is done to the columns of a wave. They are kept as steps, one against the other. */
function useWave(draft: Steps, i: number, how: TubeHow, tube: Tube | undefined, mirror: boolean) {
  const [dragging, setDragging] = useState(false);
  const at: number[] = [];
  for (const [k, c] of how.columns.entries()) {
    const step = c.top ? (tube?.columns[k]?.step ?? 0) : (c.step ?? 0);
    at.push((at.at(-1) ?? 0) + step * 2);
  }
  // How wide rings are that were dragged here, by their text in the document: it may be ahead of what the core has answered.
  const typed = useRef(new Map<string, number>());
  const wide = how.columns.map((c, k) => typed.current.get(c.width ?? "") ?? tube?.columns[k]?.width.inches ?? 0);
  const n = how.columns.length;
  const partner = (k: number) => (mirror && n > 2 ? (n - k) % n : k);
  const write = (columns: Ring[], done: boolean) => {
    if (!dragging) draft.before();
    setDragging(!done);
    draft.drag(["units", i, "how", "columns"], columns);
    if (done) draft.settle();
  };
  const heights = (to: number[]) => {
    const round = 2 * (tube?.sets[0]?.strips.length ?? 1);
    return how.columns.map((c, k) => {
      let step = (to[k] ?? 0) - (to[k - 1] ?? 0);
      while (Math.abs(step) > round) step -= Math.sign(step) * round;
      return stepped(c, step / 2);
    });
  };
  return {
    at,
    wide,
    lift: (k: number, to: number, done: boolean) => {
      const next = [...at];
      next[k] = to;
      next[partner(k)] = to;
      write(heights(next), done);
    },
    widen: (k: number, inches: number, done: boolean) => {
      if (!tube) return;
      const mark = tube.mark.inches;
      const marks = Math.max(Math.floor(tube.least.inches / mark + 1e-9) + 1, Math.round(inches / mark));
      const width = `${(Math.min(marks * mark, tube.most.inches)).toFixed(9)} in`;
      typed.current.set(width, Math.min(marks * mark, tube.most.inches));
      write(
        how.columns.map((c, j) => (j === k || j === partner(k) ? { ...c, width } : c)),
        done,
      );
    },
    add: (k: number) => {
      const like = how.columns[k];
      if (!like) return;
      const next = { ...another(how), from: like.from, width: like.width ?? "1 strip" };
      const columns = [...how.columns.slice(0, k + 1), stepped(next, 0), ...how.columns.slice(k + 1)];
      draft.set(["units", i, "how", "columns"], columns);
    },
    remove: (k: number) => {
      const kept = heights(at)
        .map((c, j) => ({ c, height: at[j] ?? 0 }))
        .filter((_, j) => j !== k);
      draft.set(
        ["units", i, "how", "columns"],
        kept.map(({ c, height }, j) => stepped(c, (height - (kept[j - 1]?.height ?? 0)) / 2)),
      );
    },
    /** The strips of every tube from dark to light, or the other way where they lie so already. */
    byValue: () => {
      if (!tube) return;
      const units = draft.document.units.map((u) => {
        const set = tube.sets.find((s) => s.unit === u.id);
        if (!set || u.how.by !== "strip set") return u;
        const now = u.how.strips.map((s) => s.id).join();
        const order = now === set.byValue.join() ? set.byValue.toReversed() : set.byValue;
        const strips = order.flatMap((id) => (u.how.by === "strip set" ? u.how.strips.filter((s) => s.id === id) : []));
        return { ...u, how: { ...u.how, strips } };
      });
      draft.take({ ...draft.document, units });
    },
  };
}
