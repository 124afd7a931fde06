// One border: a strip of cloth, or units sewn end to end.
import { Box, Button } from "@chakra-ui/react";
import type { Document } from "../api/client";
import { ChoiceField, TextField } from "../frame/fields";
import type { Draft } from "./draft";
import { Problems, partsOf } from "./methods/parts";

type Border = NonNullable<Document["top"]["borders"]>[number];

const turns = [
  { value: "0", name: "as made" },
  { value: "90", name: "turned 90°" },
  { value: "180", name: "turned 180°" },
  { value: "270", name: "turned 270°" },
];

const turnOf = (v: string) => (Number(v) || undefined) as NonNullable<Border["corner"]>["turn"];

/** What a border can be sewn of is chosen by a word and an id, since cloth and units may have the same one. */
const unit = "unit ";
const role = "role ";

export function BorderFields({
  draft,
  border: b,
  index: i,
  name,
  roles,
  onRemove,
}: {
  draft: Draft;
  border: Border;
  index: number;
  name: string;
  roles: { value: string; name: string }[];
  onRemove: () => void;
}) {
  const at = `/top/borders/${i}`;
  const put = (next: Partial<Border>) => draft.set(["top", "borders", i], { ...b, ...next });
  const units = partsOf(draft, -1);
  const pieced = !!b.cells && b.cells.length > 0;
  const first = b.cells?.[0];
  const second = b.cells?.[1];
  const cellsOf = (one: NonNullable<typeof first>, two?: typeof first) => put({ cells: two ? [one, two] : [one] });
  const madeOf = [
    ...roles.map((r) => ({ value: role + r.value, name: `strips of ${r.name}` })),
    ...units.map((u) => ({ value: unit + u.value, name: `pieced: ${u.name}` })),
  ];
  const take = (v: string) =>
    v.startsWith(unit)
      ? put({
          cells: [{ unit: v.slice(unit.length) }],
          corners: b.corners ?? (b.corner ? undefined : (b.role ?? roles[0]?.value)),
        })
      : put({ role: v.slice(role.length), cells: undefined, corner: undefined });
  const corner = b.corner ? unit + b.corner.unit : b.corners ? role + b.corners : "";
  const corners = [
    ...(pieced ? [] : [{ value: "", name: "butted" }]),
    ...roles.map((r) => ({ value: role + r.value, name: `squares of ${r.name}` })),
    ...(pieced ? units.map((u) => ({ value: unit + u.value, name: u.name })) : []),
  ];
  const row = {
    display: "grid",
    gridTemplateColumns: "1fr 1fr 1fr auto",
    gap: "10px",
    mt: "14px",
    alignItems: "start",
  };
  return (
    <>
      <Box {...row}>
        <ChoiceField
          label={`${name} of`}
          value={first ? unit + first.unit : role + b.role}
          onChange={take}
          problems={[...draft.at(`${at}/role`), ...draft.below(`${at}/cells/0`)]}
          choices={madeOf}
        />
        {pieced ? (
          <ChoiceField
            label={`${name} in turn with`}
            value={second?.unit ?? ""}
            onChange={(v) => first && cellsOf(first, v === "" ? undefined : { unit: v })}
            choices={[{ value: "", name: "itself" }, ...units]}
            problems={draft.below(`${at}/cells/1`)}
          />
        ) : (
          <TextField
            label={`${name} cut`}
            value={b.width}
            onChange={(v) => draft.set(["top", "borders", i, "width"], v)}
            onBlur={draft.settle}
            problems={draft.at(`${at}/width`)}
          />
        )}
        <ChoiceField
          label="Its corners"
          value={corner}
          onChange={(v) =>
            v.startsWith(unit)
              ? put({ corner: { unit: v.slice(unit.length) }, corners: undefined })
              : put({ corner: undefined, corners: v.slice(role.length) || undefined })
          }
          problems={[...draft.at(`${at}/corners`), ...draft.below(`${at}/corner`)]}
          choices={corners}
        />
        <Button size="sm" mt="22px" h="36px" aria-label={`Without ${name.toLowerCase()}`} onClick={onRemove}>
          −
        </Button>
      </Box>
      <Problems list={draft.at(at)} />
      {pieced && first && (
        <Box {...row}>
          <ChoiceField
            label="Along the top it lies"
            value={`${first.turn ?? 0}`}
            onChange={(v) => cellsOf({ ...first, turn: turnOf(v) }, second)}
            choices={turns}
          />
          {second ? (
            <ChoiceField
              label="The other lies"
              value={`${second.turn ?? 0}`}
              onChange={(v) => cellsOf(first, { ...second, turn: turnOf(v) })}
              choices={turns}
            />
          ) : (
            <Box />
          )}
          {b.corner ? (
            <ChoiceField
              label="Its upper left one lies"
              value={`${b.corner.turn ?? 0}`}
              onChange={(v) => b.corner && put({ corner: { ...b.corner, turn: turnOf(v) } })}
              choices={turns}
            />
          ) : (
            <Box />
          )}
          <Box w="34px" />
        </Box>
      )}
    </>
  );
}
