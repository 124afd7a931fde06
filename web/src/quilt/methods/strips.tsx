// Strip sets, sub-cuts, plain pieces, columns: what is made from strips.
import { Button, Flex } from "@chakra-ui/react";
import { ChoiceField, Tick } from "../../frame/fields";
import {
  CutField,
  type Editor,
  Hint,
  methodOf,
  Problems,
  partsOf,
  RoleField,
  Row,
  SizeField,
  turn,
  turns,
} from "./parts";

export const newStrip = (role: string, taken: string[]) => {
  let n = taken.length + 1;
  while (taken.includes(`s${n}`)) n++;
  return { id: `s${n}`, role, width: "1 strip" };
};

export function Strips({ draft, how, i }: Editor<"strip set">) {
  const m = methodOf<"strip set">(draft, i);
  return (
    <>
      {how.strips.map((s, k) => (
        <Row key={s.id}>
          <RoleField
            draft={draft}
            i={i}
            path={["strips", k, "role"]}
            label={`Fabric of strip ${k + 1}`}
            hideLabel
            value={s.role}
          />
          <SizeField
            draft={draft}
            i={i}
            path={["strips", k, "width"]}
            label={`Width of strip ${k + 1}`}
            hideLabel
            value={s.width ?? "1 strip"}
          />
          <TakeOut label={`Take out strip ${k + 1}`} act={() => m.set(["strips", k], undefined)} />
        </Row>
      ))}
      <Problems
        list={m.at(
          ["strips"],
          ...how.strips.flatMap((_, k) => [
            ["strips", k],
            ["strips", k, "id"],
          ]),
        )}
      />
      <Flex gap="14px" align="center" wrap="wrap">
        <Button
          size="sm"
          onClick={() =>
            m.set(
              ["strips"],
              [
                ...how.strips,
                newStrip(
                  how.strips.at(-1)?.role ?? draft.document.roles[0]?.id ?? "",
                  how.strips.map((s) => s.id),
                ),
              ],
            )
          }
        >
          Add a strip
        </Button>
        <Tick label="Closed to a tube" value={!!how.closed} onChange={(v) => m.set(["closed"], v || undefined)} />
      </Flex>
      <Hint>Widths: 2 1/2, 6.5 cm, or 3 strips for as wide as three sewn strips.</Hint>
    </>
  );
}

export function SubCut({ draft, how, i }: Editor<"sub-cut">) {
  const m = methodOf<"sub-cut">(draft, i);
  const sets = draft.preview.plan.lengths.map((t) => ({ value: t.id, name: t.name }));
  return (
    <Row>
      <ChoiceField
        label="Cut from"
        value={how.from}
        onChange={(v) => m.set(["from"], v)}
        choices={sets}
        problems={m.at(["from"])}
      />
      <CutField
        draft={draft}
        i={i}
        path={["width"]}
        label="Width, cut"
        value={how.width ?? "1 strip"}
        things={sets.filter((s) => s.value === how.from)}
        ways={["tall"]}
      />
    </Row>
  );
}

export function Patch({ draft, how, i }: Editor<"patch">) {
  const things = partsOf(draft, i);
  return (
    <Row>
      <RoleField draft={draft} i={i} path={["role"]} label="Fabric" value={how.role} />
      <CutField draft={draft} i={i} path={["width"]} label="Width, cut" value={how.width} things={things} />
      <CutField draft={draft} i={i} path={["height"]} label="Height, cut" value={how.height} things={things} />
    </Row>
  );
}

export function Columns({ draft, how, i }: Editor<"joined">) {
  const m = methodOf<"joined">(draft, i);
  const next = () => {
    const taken = how.columns.map((c) => c.id);
    let n = taken.length + 1;
    while (taken.includes(`c${n}`)) n++;
    return { id: `c${n}`, unit: how.columns.at(-1)?.unit ?? "" };
  };
  return (
    <>
      {how.columns.map((c, k) => (
        <Row key={c.id}>
          <ChoiceField
            label={`Column ${k + 1}`}
            hideLabel
            value={c.unit}
            onChange={(v) => m.set(["columns", k, "unit"], v)}
            choices={partsOf(draft, i)}
            problems={m.below(["columns", k])}
          />
          <ChoiceField
            label={`Turn of column ${k + 1}`}
            hideLabel
            value={String(c.turn ?? 0)}
            onChange={(v) => m.set(["columns", k, "turn"], turn(v))}
            choices={turns}
          />
          <TakeOut label={`Take out column ${k + 1}`} act={() => m.set(["columns", k], undefined)} />
        </Row>
      ))}
      <Problems list={m.at(["columns"])} />
      <Flex gap="14px" align="center" wrap="wrap">
        <Button size="sm" onClick={() => m.set(["columns"], [...how.columns, next()])}>
          Add a column
        </Button>
        <Tick
          label="Match marks on plain columns"
          value={!!how.marks}
          onChange={(v) => m.set(["marks"], v || undefined)}
        />
      </Flex>
    </>
  );
}

export function TakeOut({ label, act }: { label: string; act: () => void }) {
  return (
    <Button size="sm" h="36px" aria-label={label} onClick={act}>
      −
    </Button>
  );
}
