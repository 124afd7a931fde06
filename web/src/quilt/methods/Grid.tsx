// A grid of units: every cell is the unit itself, drawn as it lies. A click chooses a cell; below, what lies there and how.
import { Box, Button, Flex } from "@chakra-ui/react";
import { ChoiceField, Tick } from "../../frame/fields";
import { Beside, Cells, quarter, useChosen } from "./cells";
import { type Editor, methodOf, Problems, partsOf, Row, turn, turns } from "./parts";

export function Grid({ draft, how, i }: Editor<"grid">) {
  const m = methodOf<"grid">(draft, i);
  const rows = how.rows;
  const { r, c, wide, setAt } = useChosen(rows);
  const cell = rows[r]?.cells[c];
  const parts = partsOf(draft, i);
  // Rows and columns keep their names wherever they come to lie; new ones get theirs from the core.
  const fresh = cell ? { ...cell } : { unit: parts[0]?.value ?? "" };
  const columns = Array.from({ length: wide }, (_, x) => how.columns?.[x] ?? "");
  const lay = (next: typeof rows, names = columns) => m.set([], { ...how, rows: next, columns: names });
  const turnOne = (y: number, x: number) =>
    m.set(["rows", y, "cells", x, "turn"], turn(String(quarter(rows[y]?.cells[x]?.turn))));
  return (
    <>
      <Cells draft={draft} label="Cells" rows={rows} at={[r, c]} choose={setAt} turn={turnOne} />
      {cell && (
        <Row>
          <ChoiceField
            label={`Row ${r + 1}, column ${c + 1}`}
            value={cell.unit}
            onChange={(v) => m.set(["rows", r, "cells", c, "unit"], v)}
            choices={parts}
            problems={m.below(["rows", r, "cells", c])}
          />
          <ChoiceField
            label="laid"
            value={String(cell.turn ?? 0)}
            onChange={(v) => m.set(["rows", r, "cells", c, "turn"], turn(v))}
            choices={turns}
          />
          <Button size="sm" h="36px" mt="22px" onClick={() => turnOne(r, c)}>
            Turn
          </Button>
        </Row>
      )}
      <Problems list={m.at([], ["rows"], ...rows.map((_, y) => ["rows", y]))} />
      <Beside
        r={r}
        c={c}
        rows={rows.length}
        wide={wide}
        addRow={(y) =>
          lay(rows.toSpliced(y, 0, { id: "", cells: Array.from({ length: Math.max(1, wide) }, () => ({ ...fresh })) }))
        }
        addColumn={(x) =>
          lay(
            rows.map((row) => ({ ...row, cells: row.cells.toSpliced(x, 0, { ...fresh }) })),
            columns.toSpliced(x, 0, ""),
          )
        }
        outRow={(y) => lay(rows.toSpliced(y, 1))}
        outColumn={(x) =>
          lay(
            rows.map((row) => ({ ...row, cells: row.cells.toSpliced(x, 1) })),
            columns.toSpliced(x, 1),
          )
        }
      />
      <Flex gap="8px" wrap="wrap" align="end">
        <Tick label="Alike rows apart" value={!!how.apart} onChange={(v) => m.set(["apart"], v || undefined)} />
        <Box w="120px" ml="auto">
          <ChoiceField
            label="Sewn first"
            value={how.first ?? "rows"}
            onChange={(v) => m.set(["first"], v === "rows" ? undefined : v)}
            choices={[
              { value: "rows", name: "rows" },
              { value: "columns", name: "columns" },
            ]}
          />
        </Box>
      </Flex>
    </>
  );
}
