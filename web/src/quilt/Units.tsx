// How each unit is made: strips of a set, width of a sub-cut, size of a patch, columns of a join.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import type { Unit } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { ChoiceField, TextField } from "../frame/fields";
import { Section } from "../frame/Section";
import type { Draft } from "./draft";
import { freeId } from "./ids";

type How<By extends Unit["how"]["by"]> = Extract<Unit["how"], { by: By }>;

export function Units({ draft }: { draft: Draft }) {
  const d = draft.document;
  const ids = d.units.map((u) => u.id);
  const add = (...units: Unit[]) => draft.set(["units"], [...d.units, ...units]);
  return (
    <Section title="How it is made">
      {d.units.map((u, i) => (
        <UnitRow key={u.id} draft={draft} unit={u} i={i} />
      ))}
      <Flex gap="8px" wrap="wrap" mt="14px">
        <Button
          size="sm"
          onClick={() => {
            const n = d.units.filter((u) => u.how.by === "strip set").length + 1;
            const set = freeId("set", ids);
            const role = d.roles[0]?.id ?? "";
            add(
              {
                id: set,
                name: `Set ${n}`,
                how: { by: "strip set", strips: [strip(role, []), strip(d.roles[1]?.id ?? role, ["s1"])] },
              },
              { id: `${set}-cut`, name: `Sub-cut ${n}`, how: { by: "sub-cut", from: set, width: "1 strip" } },
            );
          }}
        >
          Add a strip set
        </Button>
        <Button
          size="sm"
          onClick={() =>
            add({
              id: freeId("patch", ids),
              name: "Plain piece",
              how: { by: "patch", role: d.roles[0]?.id ?? "", width: "3 strips", height: "3 strips" },
            })
          }
        >
          Add a plain piece
        </Button>
        <Button
          size="sm"
          onClick={() => {
            const part = d.units.find((u) => u.how.by === "sub-cut")?.id ?? "";
            add({
              id: freeId("block", ids),
              name: "New block",
              how: {
                by: "joined",
                columns: [
                  { id: "c1", unit: part },
                  { id: "c2", unit: part, turn: 180 },
                ],
              },
            });
          }}
        >
          Add a block of columns
        </Button>
      </Flex>
    </Section>
  );
}

const strip = (role: string, taken: string[]) => {
  let n = taken.length + 1;
  while (taken.includes(`s${n}`)) n++;
  return { id: `s${n}`, role, width: "1 strip" };
};

function UnitRow({ draft, unit, i }: { draft: Draft; unit: Unit; i: number }) {
  const own = draft.below(`/units/${i}`);
  const stops = own.filter((p) => p.stops).length;
  const picture = draft.preview.plan.pictures[unit.id];
  return (
    <chakra.details borderBottomWidth="1px" borderColor="hair" py="8px" open={stops > 0 || undefined}>
      <chakra.summary cursor="pointer" display="flex" alignItems="center" gap="14px" minH="44px">
        <Flex w="84px" justify="center" flexShrink={0}>
          <PictureView picture={picture} colours={coloursOf(draft.document)} maxW={80} maxH={44} label="" />
        </Flex>
        <Text fontWeight="600">{unit.name}</Text>
        <Text color="soft" fontSize="13px">
          {unit.how.by}
        </Text>
        {own.length > 0 && (
          <Text ml="auto" color={stops ? "madder" : "ink"} fontSize="13px" fontWeight="600">
            {stops ? "to mend" : "note"}
          </Text>
        )}
      </chakra.summary>
      <Box pl={{ base: 0, md: "98px" }} pt="8px" pb="6px">
        <Flex gap="10px" align="end" mb="12px">
          <TextField
            label="Called"
            value={unit.name}
            onChange={(v) => draft.set(["units", i, "name"], v)}
            problems={draft.at(`/units/${i}/name`, `/units/${i}/id`, `/units/${i}/how`, `/units/${i}`)}
          />
          <Button size="sm" mb="3px" flexShrink={0} onClick={() => draft.set(["units", i], undefined)}>
            Take it out
          </Button>
        </Flex>
        {unit.how.by === "strip set" && <Strips draft={draft} how={unit.how} i={i} />}
        {unit.how.by === "sub-cut" && <SubCut draft={draft} how={unit.how} i={i} />}
        {unit.how.by === "patch" && <Patch draft={draft} how={unit.how} i={i} />}
        {unit.how.by === "joined" && <Columns draft={draft} how={unit.how} i={i} />}
      </Box>
    </chakra.details>
  );
}

function useRoles(draft: Draft) {
  const d = draft.document;
  return d.roles.map((r) => ({ value: r.id, name: d.fabrics.find((f) => f.id === r.fabric)?.name ?? r.name }));
}

function Strips({ draft, how, i }: { draft: Draft; how: How<"strip set">; i: number }) {
  const roles = useRoles(draft);
  const path = ["units", i, "how", "strips"];
  return (
    <>
      {how.strips.map((s, k) => (
        <Flex key={s.id} gap="8px" mb="6px" align="start">
          <ChoiceField
            label={`Fabric of strip ${k + 1}`}
            hideLabel
            value={s.role}
            onChange={(v) => draft.set([...path, k, "role"], v)}
            choices={roles}
            problems={draft.at(`/units/${i}/how/strips/${k}/role`)}
          />
          <TextField
            label={`Width of strip ${k + 1}`}
            hideLabel
            value={s.width ?? "1 strip"}
            onChange={(v) => draft.set([...path, k, "width"], v)}
            onBlur={draft.settle}
            problems={draft.at(
              `/units/${i}/how/strips/${k}/width`,
              `/units/${i}/how/strips/${k}`,
              `/units/${i}/how/strips/${k}/id`,
            )}
          />
          <Button
            size="sm"
            h="36px"
            aria-label={`Take out strip ${k + 1}`}
            onClick={() => draft.set([...path, k], undefined)}
          >
            −
          </Button>
        </Flex>
      ))}
      {draft.at(`/units/${i}/how/strips`).map((p) => (
        <Text key={p.code} color="madder" fontWeight="600" fontSize="13px" role="alert">{`${p.says} ${p.mend}`}</Text>
      ))}
      <Button
        size="sm"
        onClick={() =>
          draft.set(path, [
            ...how.strips,
            strip(
              how.strips.at(-1)?.role ?? roles[0]?.value ?? "",
              how.strips.map((s) => s.id),
            ),
          ])
        }
      >
        Add a strip
      </Button>
      <Text fontSize="12.5px" color="soft" mt="6px">
        Widths: 2 1/2, 6.5 cm, or 3 strips for as wide as three sewn strips.
      </Text>
    </>
  );
}

function SubCut({ draft, how, i }: { draft: Draft; how: How<"sub-cut">; i: number }) {
  const sets = draft.document.units.filter((u) => u.how.by === "strip set").map((u) => ({ value: u.id, name: u.name }));
  return (
    <Flex gap="10px">
      <ChoiceField
        label="Cut from"
        value={how.from}
        onChange={(v) => draft.set(["units", i, "how", "from"], v)}
        choices={sets}
        problems={draft.at(`/units/${i}/how/from`)}
      />
      <TextField
        label="Width"
        value={how.width ?? "1 strip"}
        onChange={(v) => draft.set(["units", i, "how", "width"], v)}
        onBlur={draft.settle}
        problems={draft.at(`/units/${i}/how/width`)}
      />
    </Flex>
  );
}

function Patch({ draft, how, i }: { draft: Draft; how: How<"patch">; i: number }) {
  const roles = useRoles(draft);
  return (
    <Flex gap="10px">
      <ChoiceField
        label="Fabric"
        value={how.role}
        onChange={(v) => draft.set(["units", i, "how", "role"], v)}
        choices={roles}
        problems={draft.at(`/units/${i}/how/role`)}
      />
      <TextField
        label="Width, cut"
        value={how.width}
        onChange={(v) => draft.set(["units", i, "how", "width"], v)}
        onBlur={draft.settle}
        problems={draft.at(`/units/${i}/how/width`)}
      />
      <TextField
        label="Height, cut"
        value={how.height}
        onChange={(v) => draft.set(["units", i, "how", "height"], v)}
        onBlur={draft.settle}
        problems={draft.at(`/units/${i}/how/height`)}
      />
    </Flex>
  );
}

function Columns({ draft, how, i }: { draft: Draft; how: How<"joined">; i: number }) {
  const self = draft.document.units[i]?.id;
  const parts = draft.document.units
    .filter((u) => u.how.by !== "strip set" && u.id !== self)
    .map((u) => ({ value: u.id, name: u.name }));
  const path = ["units", i, "how", "columns"];
  const next = () => {
    const taken = how.columns.map((c) => c.id);
    let n = taken.length + 1;
    while (taken.includes(`c${n}`)) n++;
    return { id: `c${n}`, unit: how.columns.at(-1)?.unit ?? "" };
  };
  return (
    <>
      {how.columns.map((c, k) => (
        <Flex key={c.id} gap="8px" mb="6px" align="start">
          <ChoiceField
            label={`Column ${k + 1}`}
            hideLabel
            value={c.unit}
            onChange={(v) => draft.set([...path, k, "unit"], v)}
            choices={parts}
            problems={draft.below(`/units/${i}/how/columns/${k}`)}
          />
          <ChoiceField
            label={`Turn of column ${k + 1}`}
            hideLabel
            value={String(c.turn ?? 0)}
            onChange={(v) => draft.set([...path, k, "turn"], v === "0" ? undefined : Number(v))}
            choices={[
              { value: "0", name: "as it is" },
              { value: "90", name: "a quarter right" },
              { value: "180", name: "turned by half" },
              { value: "270", name: "a quarter left" },
            ]}
          />
          <Button
            size="sm"
            h="36px"
            aria-label={`Take out column ${k + 1}`}
            onClick={() => draft.set([...path, k], undefined)}
          >
            −
          </Button>
        </Flex>
      ))}
      {draft.at(`/units/${i}/how/columns`).map((p) => (
        <Text key={p.code} color="madder" fontWeight="600" fontSize="13px" role="alert">{`${p.says} ${p.mend}`}</Text>
      ))}
      <Button size="sm" onClick={() => draft.set(path, [...how.columns, next()])}>
        Add a column
      </Button>
    </>
  );
}
