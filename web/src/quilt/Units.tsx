// How each unit is made, other ways to make it, and what may stand in for it.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Unit } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { ChoiceField, TextField } from "../frame/fields";
import { Section } from "../frame/Section";
import type { Draft } from "./draft";
import { freeId, freeName } from "./ids";
import { Frame, LogCabin } from "./methods/frames";
import { Grid } from "./methods/Grid";
import { partsOf } from "./methods/parts";
import { Columns, newStrip, Patch, Strips, SubCut } from "./methods/strips";
import { FlippedCorners, FlyingGeese, HalfSquare, QuarterSquare, SquareInSquare } from "./methods/triangles";
import { Ways } from "./Ways";

export function Units({ draft }: { draft: Draft }) {
  return (
    <Section title="How it is made">
      {draft.document.units.map((u, i) => (
        <UnitRow key={u.id} draft={draft} unit={u} i={i} />
      ))}
      <AddUnit draft={draft} />
    </Section>
  );
}

/** A first unit of every method, to be changed from there. */
const beginnings: { name: string; units: (id: string, a: string, b: string, part: string) => Unit[] }[] = [
  {
    name: "a strip set and its sub-cut",
    units: (id, a, b) => [
      { id, name: "New set", how: { by: "strip set", strips: [newStrip(a, []), newStrip(b, ["s1"])] } },
      { id: `${id}-cut`, name: "New sub-cut", how: { by: "sub-cut", from: id, width: "1 strip" } },
    ],
  },
  {
    name: "a plain piece",
    units: (id, a) => [{ id, name: "Plain piece", how: { by: "patch", role: a, width: "1 strip", height: "1 strip" } }],
  },
  {
    name: "half-square triangles",
    units: (id, a, b) => [
      {
        id,
        name: "Half-square unit",
        how: {
          by: "half-square triangles",
          way: "two",
          lower: { role: a },
          upper: { role: b },
          finished: "1 strip",
          sizing: "rule",
        },
      },
    ],
  },
  {
    name: "quarter-square triangles",
    units: (id, a, b) => [
      {
        id,
        name: "Hourglass",
        how: { by: "quarter-square triangles", first: [a, b], second: [a, b], finished: "1 strip", sizing: "rule" },
      },
    ],
  },
  {
    name: "flying geese",
    units: (id, a, b) => [
      { id, name: "Goose", how: { by: "flying geese", goose: b, sky: a, finished: "2 strips", sizing: "rule" } },
    ],
  },
  {
    name: "flipped corners",
    units: (id, a, b) => [
      {
        id,
        name: "Flipped corner",
        how: {
          by: "flipped corners",
          base: { role: b },
          width: "2 strips",
          height: "2 strips",
          corners: [{ id: "c1", at: "top left", role: a, leg: "1 strip" }],
        },
      },
    ],
  },
  {
    name: "a square in a square",
    units: (id, a, b) => [
      {
        id,
        name: "Square in a square",
        how: { by: "square in a square", centre: { role: a }, corners: [b], finished: "2 strips", sizing: "rule" },
      },
    ],
  },
  {
    name: "a frame",
    units: (id, a, b) => [
      {
        id,
        name: "Framed",
        how: { by: "frame", centre: { role: a }, width: "1 strip", height: "1 strip", frames: [{ id: "f1", role: b }] },
      },
    ],
  },
  {
    name: "a log cabin",
    units: (id, a, b) => [
      {
        id,
        name: "Log cabin",
        how: {
          by: "log cabin",
          centre: { role: a },
          width: "1 strip",
          height: "1 strip",
          rounds: 2,
          logs: [{ role: b }, { role: b }, { role: a }, { role: a }],
        },
      },
    ],
  },
  {
    name: "a grid of units",
    units: (id, _a, _b, part) => [
      {
        id,
        name: "New block",
        how: {
          by: "grid",
          rows: [
            { id: "row-1", cells: [{ unit: part }, { unit: part, turn: 90 }] },
            {
              id: "row-2",
              cells: [
                { unit: part, turn: 270 },
                { unit: part, turn: 180 },
              ],
            },
          ],
        },
      },
    ],
  },
  {
    name: "a block of columns",
    units: (id, _a, _b, part) => [
      {
        id,
        name: "New block",
        how: {
          by: "joined",
          columns: [
            { id: "c1", unit: part },
            { id: "c2", unit: part, turn: 180 },
          ],
        },
      },
    ],
  },
];

function AddUnit({ draft }: { draft: Draft }) {
  const d = draft.document;
  const [kind, setKind] = useState("half-square triangles");
  return (
    <Flex gap="8px" mt="14px" align="end">
      <Box w="250px">
        <ChoiceField
          label="Add"
          value={kind}
          onChange={setKind}
          choices={beginnings.map((b) => ({ value: b.name, name: b.name }))}
        />
      </Box>
      <Button
        size="sm"
        h="36px"
        onClick={() => {
          const id = freeId("unit", d.units.map((u) => u.id).concat(d.units.map((u) => u.id.replace(/-cut$/, ""))));
          const a = d.roles[0]?.id ?? "";
          const part = draft.preview.plan.things.at(-1)?.id ?? "";
          const more = beginnings.find((b) => b.name === kind)?.units(id, a, d.roles[1]?.id ?? a, part) ?? [];
          const names = d.units.map((u) => u.name);
          draft.set(["units"], [...d.units, ...more.map((u) => ({ ...u, name: freeName(u.name, names) }))]);
        }}
      >
        Add it
      </Button>
    </Flex>
  );
}

function UnitRow({ draft, unit, i }: { draft: Draft; unit: Unit; i: number }) {
  const own = draft.below(`/units/${i}`);
  const stops = own.filter((p) => p.stops).length;
  const picture = draft.preview.plan.pictures[unit.id];
  const how = unit.how;
  return (
    <chakra.details borderBottomWidth="1px" borderColor="hair" py="8px" open={stops > 0 || undefined}>
      <chakra.summary cursor="pointer" display="flex" alignItems="center" gap="14px" minH="44px">
        <Flex w="84px" justify="center" flexShrink={0}>
          <PictureView picture={picture} colours={coloursOf(draft.document)} maxW={80} maxH={44} label="" />
        </Flex>
        <Text fontWeight="600">{unit.name}</Text>
        <Text color="soft" fontSize="13px">
          {how.by}
        </Text>
        {own.length > 0 && (
          <Text ml="auto" color={stops ? "madder" : "ink"} fontSize="13px" fontWeight="600">
            {stops ? "to mend" : "note"}
          </Text>
        )}
      </chakra.summary>
      <Box pt="8px" pb="6px">
        <Flex gap="10px" align="end" mb="12px">
          <TextField
            label="Called"
            value={unit.name}
            onChange={(v) => draft.set(["units", i, "name"], v)}
            problems={draft.at(`/units/${i}/name`, `/units/${i}/id`, `/units/${i}`)}
          />
          <Button size="sm" mb="3px" flexShrink={0} onClick={() => draft.set(["units", i], undefined)}>
            Take it out
          </Button>
        </Flex>
        {how.by === "strip set" && <Strips draft={draft} how={how} i={i} />}
        {how.by === "sub-cut" && <SubCut draft={draft} how={how} i={i} />}
        {how.by === "patch" && <Patch draft={draft} how={how} i={i} />}
        {how.by === "joined" && <Columns draft={draft} how={how} i={i} />}
        {how.by === "half-square triangles" && <HalfSquare draft={draft} how={how} i={i} />}
        {how.by === "quarter-square triangles" && <QuarterSquare draft={draft} how={how} i={i} />}
        {how.by === "flying geese" && <FlyingGeese draft={draft} how={how} i={i} />}
        {how.by === "flipped corners" && <FlippedCorners draft={draft} how={how} i={i} />}
        {how.by === "square in a square" && <SquareInSquare draft={draft} how={how} i={i} />}
        {how.by === "frame" && <Frame draft={draft} how={how} i={i} />}
        {how.by === "log cabin" && <LogCabin draft={draft} how={how} i={i} />}
        {how.by === "grid" && <Grid draft={draft} how={how} i={i} />}
        {how.by !== "strip set" && how.by !== "sub-cut" && how.by !== "patch" && (
          <>
            <StandIns draft={draft} unit={unit} i={i} />
            <Ways draft={draft} unit={unit} i={i} />
          </>
        )}
      </Box>
    </chakra.details>
  );
}

/** Leftovers of other units that are used in this one's place. */
function StandIns({ draft, unit, i }: { draft: Draft; unit: Unit; i: number }) {
  const [adding, setAdding] = useState("");
  const also = unit.also ?? [];
  const parts = partsOf(draft, i);
  const name = (id: string) => parts.find((p) => p.value === id)?.name ?? id;
  const free = parts.filter((p) => !also.includes(p.value));
  if (free.length === 0 && also.length === 0) return null;
  return (
    <Box mt="12px">
      {also.map((id, k) => (
        <Flex key={id} gap="8px" align="center" mb="6px">
          <Text fontSize="14px">{`${name(id)} stands in for it`}</Text>
          <Button
            size="sm"
            onClick={() =>
              draft.set(["units", i, "also"], also.length > 1 ? also.filter((_, n) => n !== k) : undefined)
            }
          >
            No more
          </Button>
        </Flex>
      ))}
      <Flex gap="8px" align="end">
        <Box w="250px">
          <ChoiceField
            label="Leftovers that may stand in"
            value={adding}
            onChange={setAdding}
            choices={[{ value: "", name: "none" }, ...free]}
            problems={draft.below(`/units/${i}/also`)}
          />
        </Box>
        <Button
          size="sm"
          h="36px"
          disabled={adding === ""}
          onClick={() => {
            draft.set(["units", i, "also"], [...also, adding]);
            setAdding("");
          }}
        >
          Let them
        </Button>
      </Flex>
    </Box>
  );
}
