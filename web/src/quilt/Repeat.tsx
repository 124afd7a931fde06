// The repeat, cell by cell: which block lies where, how it is turned, in which colourway. It goes on over the whole quilt.
import { Button, chakra } from "@chakra-ui/react";
import { Fold } from "../frame/Fold";
import { ChoiceField } from "../frame/fields";
import type { Draft } from "./draft";
import { Beside, Cells, quarter, useChosen } from "./methods/cells";
import { Hint, partsOf, Row, turn, turns } from "./methods/parts";

export function Repeat({ draft }: { draft: Draft }) {
  const { repeat } = draft.document.top;
  const rows = repeat.map((cells) => ({ cells }));
  const { r, c, wide, setAt } = useChosen(rows);
  const cell = repeat[r]?.[c];
  const blocks = partsOf(draft, -1);
  const ways = draft.document.colourways ?? [];
  const fresh = cell ? { ...cell } : { unit: blocks[0]?.value ?? "" };
  const lay = (next: typeof repeat) => draft.set(["top", "repeat"], next);
  const set = (key: "unit" | "turn" | "colourway", value: string | number | undefined) =>
    draft.put(["top", "repeat", r, c, key], value);
  const turnOne = (y: number, x: number) =>
    draft.set(["top", "repeat", y, x, "turn"], turn(String(quarter(repeat[y]?.[x]?.turn))));
  return (
    <Fold
      lazy
      mt="14px"
      must={draft.below("/top/repeat").some((p) => p.stops)}
      summary={
        <chakra.summary cursor="pointer" fontWeight="600" minH="30px">
          {`The repeat, cell by cell: ${wide} × ${repeat.length}`}
        </chakra.summary>
      }
    >
      <Cells draft={draft} label="The repeat" rows={rows} at={[r, c]} choose={setAt} turn={turnOne} />
      {cell && (
        <Row>
          <ChoiceField
            label={`Row ${r + 1}, column ${c + 1} of the repeat`}
            value={cell.unit}
            onChange={(v) => set("unit", v)}
            choices={blocks}
            problems={draft.below(`/top/repeat/${r}/${c}`)}
          />
          <ChoiceField
            label="lies"
            value={String(cell.turn ?? 0)}
            onChange={(v) => set("turn", turn(v))}
            choices={turns}
          />
          {ways.length > 0 && (
            <ChoiceField
              label="in"
              value={cell.colourway ?? ""}
              onChange={(v) => set("colourway", v || undefined)}
              choices={[{ value: "", name: "its own fabrics" }, ...ways.map((w) => ({ value: w.id, name: w.name }))]}
            />
          )}
          <Button size="sm" h="36px" mt="22px" onClick={() => turnOne(r, c)}>
            Turn it
          </Button>
        </Row>
      )}
      <Beside
        r={r}
        c={c}
        rows={repeat.length}
        wide={wide}
        addRow={(y) =>
          lay(
            repeat.toSpliced(
              y,
              0,
              Array.from({ length: Math.max(1, wide) }, () => ({ ...fresh })),
            ),
          )
        }
        addColumn={(x) => lay(repeat.map((row) => row.toSpliced(x, 0, { ...fresh })))}
        outRow={(y) => lay(repeat.toSpliced(y, 1))}
        outColumn={(x) => lay(repeat.map((row) => row.toSpliced(x, 1)))}
      />
      <Hint>
        Set straight, without sashing, a column may have a width of its own and a row a height: a last, narrower column
        is the last of a repeat as wide as the quilt.
      </Hint>
    </Fold>
  );
}
