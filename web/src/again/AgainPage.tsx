// Cut again: where the knife goes, how its parts are joined, and the whole quilt beside them, all at once.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import type { Unit } from "../api/client";
import { asks } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { KnifeView, type Way } from "../drawn/KnifeView";
import { QuiltView } from "../drawn/QuiltView";
import { Fold } from "../frame/Fold";
import { many } from "../frame/many";
import { Ruled } from "../frame/Ruled";
import type { Draft } from "../quilt/draft";
import { Efforts } from "../quilt/Efforts";
import { freeId, freeName } from "../quilt/ids";
import { type Again, From, Lines, Measured } from "../quilt/methods/again";
import { methodOf, ownerOf, Problems } from "../quilt/methods/parts";
import { OfUnits } from "../quilt/OfUnits";
import type { Steps } from "../quilt/useSteps";
import { Board } from "./Board";
import { Gallery } from "./Gallery";

export const AgainPage = () => (
  <OfUnits
    by="cut again"
    at="again"
    none="Nothing of this quilt is cut again yet. Add parts of something sewn where it is said how it is made."
  >
    {(draft, unit, i) => <One key={unit.id} draft={draft} unit={unit} i={i} />}
  </OfUnits>
);

/** The block that is joined of a unit's parts and of nothing else. */
function blockOf(draft: Steps, unit: Unit) {
  return draft.document.units.findIndex(
    (u) => u.how.by === "grid" && u.how.rows.every((r) => r.cells.every((c) => ownerOf(draft, c.unit) === unit.id)),
  );
}

function One({ draft, unit, i }: { draft: Steps; unit: Unit; i: number }) {
  const how = unit.how as Again;
  const { plan } = draft.preview;
  const knife = plan.knives.find((k) => k.unit === unit.id);
  const colours = coloursOf(draft.document);
  const at = blockOf(draft, unit);
  const block = draft.document.units[at];
  const about = block?.id ?? (isLaid(draft, unit) ? unit.id : "");
  const { data } = useQuery({
    ...asks.again(draft.document, about),
    enabled: about !== "" && !draft.problems.some((p) => p.stops),
    placeholderData: keepPreviousData,
  });
  const now = data?.list.find((r) => r.now);
  const m = methodOf<"cut again">(draft, i);
  const dragging = useRef(false);
  // How far the lines lie that were moved here, by their text in the document: it may be ahead of what the core has answered.
  const off = useRef(new Map<string, number>());
  const moved = (way: Way, line: { line: number; from: number; at: { inches: number } }) => {
    const by = off.current.get(how[way]?.lines?.[line.line]?.by ?? "");
    return by === undefined ? undefined : line.from + (line.at.inches < line.from ? -by : by);
  };
  const move = (way: Way, line: { line: number; from: number }, to: number, done: boolean) => {
    if (!knife) return;
    if (!dragging.current) draft.before();
    dragging.current = !done;
    const marks = Math.max(0, Math.round(Math.abs(to - line.from) / knife.mark.inches));
    const by = `${(marks * knife.mark.inches).toFixed(9)} in`;
    off.current.set(by, marks * knife.mark.inches);
    const { share: _, ...rest } = how[way]?.lines?.[line.line] ?? { from: "middle" };
    draft.drag(["units", i, "how", way, "lines", line.line], {
      ...rest,
      by,
    });
    if (done) draft.settle();
  };
  return (
    <>
      <Flex gap={{ base: "20px", lg: "30px" }} align="start" direction={{ base: "column", lg: "row" }}>
        <Box as="section" aria-label="The knife" w={{ base: "100%", lg: "400px" }} flexShrink={0}>
          {knife && (
            <>
              <KnifeView
                knife={knife}
                colours={colours}
                maxW={400}
                maxH={380}
                label={`${knife.of}, and where it is cut`}
                moved={moved}
                onMove={move}
              />
              <Text color="soft" fontSize="small">
                <Ruled>{`${knife.of}, as it is sewn: ${knife.measured}. ${knife.looks}`}</Ruled>
              </Text>
              {knife.waits && !how.measured && (
                <Text fontSize="small" fontWeight="600" mt="2px">
                  <Ruled>{knife.waits}</Ruled>
                </Text>
              )}
            </>
          )}
          <Problems list={draft.at(`/units/${i}`, `/units/${i}/how`)} />
          <Fold
            mt="10px"
            must={draft.below(`/units/${i}`).some((p) => p.stops)}
            summary={
              <chakra.summary cursor="pointer" fontWeight="600" minH="30px">
                Type the cuts, or what it measured
              </chakra.summary>
            }
          >
            <Box mt="6px">
              <From draft={draft} how={how} i={i} />
              <Lines draft={draft} how={how} i={i} way="upright" />
              <Lines draft={draft} how={how} i={i} way="level" />
              <Measured draft={draft} how={how} i={i} />
              <Problems list={m.at(["measured"])} />
            </Box>
          </Fold>
        </Box>
        <Box as="section" aria-label="Its parts, joined again" flex="1" minW="0">
          {block && block.how.by === "grid" && knife ? (
            <Board draft={draft} how={block.how} i={at} knife={knife} />
          ) : (
            <JoinAgain draft={draft} unit={unit} />
          )}
        </Box>
        <Box as="section" aria-label="The quilt" w={{ base: "100%", lg: "320px" }} flexShrink={0}>
          <QuiltView
            layout={plan.quilt}
            colours={colours}
            maxW={320}
            maxH={320}
            label={draft.document.name}
            back={false}
          />
          <Text mt="10px" color="soft">
            <Ruled>{plan.finished.text ? `${many(plan.blocks, "block")}, ${plan.finished.text} finished` : ""}</Ruled>
          </Text>
          {now && (
            <Text mt="6px" fontWeight="600" color={now.inside > 0 ? "madder" : "woad"}>
              {`Inside the block ${now.inside} of ${now.insideOf} crossings clash; in the quilt ${now.clashes} of ${now.crossings}.`}
            </Text>
          )}
          {data && (
            <Efforts
              rows={[["cut again", data.again], ...(data.patched ? [["patch by patch", data.patched] as const] : [])]}
            />
          )}
        </Box>
      </Flex>
      {data && data.list.length > 1 && (
        <Gallery list={data.list} says={data.says} colours={colours} take={draft.take} />
      )}
    </>
  );
}

/** Whether parts are laid in the quilt as they are. */
const isLaid = (draft: Draft, unit: Unit) =>
  draft.document.top.repeat.some((row) => row.some((c) => ownerOf(draft, c.unit) === unit.id));

/** Nothing is joined of these parts yet: they are laid as they were cut, and the block takes the place of what was cut. */
function JoinAgain({ draft, unit }: { draft: Steps; unit: Unit }) {
  const knife = draft.preview.plan.knives.find((k) => k.unit === unit.id);
  if (!knife) return null;
  const d = draft.document;
  const join = (lay: boolean) => {
    const id = freeId(
      "block",
      d.units.map((u) => u.id),
    );
    const rows = knife.parts.map((row) => ({ id: "", cells: row.map((p) => ({ unit: p.id })) }));
    const next: Unit = {
      id,
      name: freeName(
        "Joined again",
        d.units.map((u) => u.name),
      ),
      how: { by: "grid", rows },
    };
    draft.take({
      ...d,
      units: [...d.units, next],
      top: lay ? { ...d.top, repeat: [[{ unit: id }]] } : d.top,
    });
  };
  if (isLaid(draft, unit)) {
    return (
      <Text>
        Its parts are laid in the quilt as they are; which goes where is decided with the blocks of the quilt.
      </Text>
    );
  }
  return (
    <Box>
      <Text mb="10px">Nothing is joined of its parts alone.</Text>
      <Flex gap="10px" wrap="wrap">
        <Button size="sm" variant="solid" onClick={() => join(true)}>
          Join them again, and lay that block in the quilt
        </Button>
        <Button size="sm" onClick={() => join(false)}>
          Join them as one more block
        </Button>
      </Flex>
    </Box>
  );
}
