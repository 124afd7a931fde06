// How each unit is made, other ways to make it, and what may stand in for it.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Problem, Unit } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { Fold } from "../frame/Fold";
import { ChoiceField, NumberField, TextField, Tick } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import type { Draft } from "./draft";
import { freeId, freeName } from "./ids";
import { beginnings, MethodEditor, methods } from "./methods/list";
import { BothWays, partsOf } from "./methods/parts";
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
    <Fold
      borderBottomWidth="1px"
      borderColor="hair"
      py="8px"
      must={stops > 0}
      summary={
        <chakra.summary cursor="pointer" display="flex" alignItems="center" gap="14px" minH="44px">
          <Flex w="84px" justify="center" flexShrink={0}>
            <PictureView picture={picture} colours={coloursOf(draft.document)} maxW={80} maxH={44} label="" />
          </Flex>
          <Text fontWeight="600">{unit.name}</Text>
          <Text color="soft" fontSize="note">
            {how.by}
          </Text>
          {own.length > 0 && (
            <Text ml="auto" color={stops ? "madder" : "ink"} fontSize="note" fontWeight="600">
              {stops ? "to mend" : "note"}
            </Text>
          )}
        </chakra.summary>
      }
    >
      <Box pt="8px" pb="6px">
        <Flex gap="10px" align="end" mb="12px">
          <TextField
            label="Called"
            value={unit.name}
            onChange={(v) => draft.set(["units", i, "name"], v)}
            problems={draft.at(`/units/${i}/name`, `/units/${i}/id`, `/units/${i}`)}
          />
          {how.by !== "strip set" && (
            <NumberField
              label="Beyond the quilt"
              value={unit.extra ?? 0}
              min={0}
              max={1000}
              w="110px"
              onChange={(v) => draft.set(["units", i, "extra"], v || undefined)}
              problems={draft.at(`/units/${i}/extra`)}
            />
          )}
          <Button size="sm" mb="3px" flexShrink={0} onClick={() => draft.set(["units", i], undefined)}>
            Take it out
          </Button>
        </Flex>
        {unit.measured && !unit.measured.trimmed && <MeasuredUnit draft={draft} measured={unit.measured} i={i} />}
        <MethodEditor by={how.by} draft={draft} how={how} i={i} />
        {methods[how.by].sewn && <Trimmed draft={draft} unit={unit} i={i} />}
        {methods[how.by].sewn && (
          <>
            <StandIns draft={draft} unit={unit} i={i} />
            <Ways draft={draft} unit={unit} i={i} />
          </>
        )}
      </Box>
    </Fold>
  );
}

/** Whether it is trimmed, and to what: as its method says, not at all, or once it is sewn. */
function Trimmed({ draft, unit, i }: { draft: Draft; unit: Unit; i: number }) {
  const to = unit.measured?.trimmed ? unit.measured : undefined;
  const set = (key: "width" | "height", v: string) => {
    const next = { width: to?.width, height: to?.height, [key]: v.trim() || undefined };
    draft.set(["units", i, "measured"], next.width || next.height ? { ...next, trimmed: true } : undefined);
  };
  if (methods[unit.how.by].trims)
    return (
      <>
        <Tick
          label="Leave it untrimmed"
          value={!!unit.untrimmed}
          onChange={(v) => draft.set(["units", i, "untrimmed"], v || undefined)}
        />
        <Told list={draft.at(`/units/${i}/untrimmed`)} />
        {to && <MeasuredUnit draft={draft} measured={to} i={i} />}
      </>
    );
  if (unit.measured && !to) return null;
  return (
    <Box mb="12px" role="group" aria-label="Trimmed when it is done">
      <Flex gap="10px" align="start">
        <BothWays
          label="Trim it to,"
          value={to}
          set={set}
          settle={draft.settle}
          problems={(key) => draft.at(`/units/${i}/measured/${key}`)}
        />
      </Flex>
      <Told list={draft.at(`/units/${i}/measured`)} />
    </Box>
  );
}

/** What is wrong there, and the mend. */
function Told({ list }: { list: Problem[] }) {
  return list.map((p) => (
    <Text key={p.code + p.at} fontSize="note" color="madder" fontWeight="600" role="alert">
      <Ruled>{`${p.says} ${p.mend}`}</Ruled>
    </Text>
  ));
}

/** What the quilt is planned on, where a unit does not measure what it should. */
function MeasuredUnit({ draft, measured, i }: { draft: Draft; measured: NonNullable<Unit["measured"]>; i: number }) {
  const does = measured.trimmed ? "trimmed to" : measured.expected ? "expected to measure" : "measures";
  return (
    <Box mb="12px">
      <Flex gap="10px" align="baseline">
        <Text fontSize="small" fontWeight="600">
          <Ruled>{`Planned on it: ${does} ${[measured.width, measured.height].filter(Boolean).join(" × ")}.`}</Ruled>
        </Text>
        <Button size="sm" onClick={() => draft.set(["units", i, "measured"], undefined)}>
          As it should be
        </Button>
      </Flex>
      <Told list={draft.below(`/units/${i}/measured`)} />
    </Box>
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
          <Text fontSize="small">{`${name(id)} stands in for it`}</Text>
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
