// A grid of units: every cell is the unit itself, drawn as it lies. A click chooses a cell; below, what lies there and how.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { coloursOf } from "../../drawn/colours";
import { Lying } from "../../drawn/Lying";
import { ChoiceField, Tick } from "../../frame/fields";
import { drawnTo, type Editor, methodOf, Problems, partsOf, Row, seen, turn, turns } from "./parts";

const quarter = (t: number | undefined) => (((t ?? 0) + 90) % 360) as 0 | 90 | 180 | 270;

export function Grid({ draft, how, i }: Editor<"grid">) {
  const m = methodOf(draft, i);
  const [at, setAt] = useState<[number, number]>([0, 0]);
  const rows = how.rows;
  const wide = rows[0]?.cells.length ?? 0;
  const [r, c] = [Math.min(at[0], rows.length - 1), Math.min(at[1], wide - 1)];
  const cell = rows[r]?.cells[c];
  const parts = partsOf(draft, i);
  const name = (unit: string) => parts.find((p) => p.value === unit)?.name ?? unit;
  const colours = coloursOf(draft.document);
  const { lies, size, widths, heights, scale } = drawnTo(draft, rows, 400, 300);
  // Rows and columns keep their names wherever they come to lie; new ones get theirs from the core.
  const fresh = cell ? { ...cell } : { unit: parts[0]?.value ?? "" };
  const columns = Array.from({ length: wide }, (_, x) => how.columns?.[x] ?? "");
  const lay = (next: typeof rows, names = columns) => m.set([], { ...how, rows: next, columns: names });
  const addRow = (y: number) =>
    lay(rows.toSpliced(y, 0, { id: "", cells: Array.from({ length: Math.max(1, wide) }, () => ({ ...fresh })) }));
  const addColumn = (x: number) =>
    lay(
      rows.map((row) => ({ ...row, cells: row.cells.toSpliced(x, 0, { ...fresh }) })),
      columns.toSpliced(x, 0, ""),
    );
  return (
    <>
      <Box role="group" aria-label="Cells" overflowX="auto" p="4px" ml="-4px" mb="4px">
        {rows.map((row, y) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a new row has no name yet
          <Flex key={y}>
            {row.cells.map((one, x) => (
              <chakra.button
                // biome-ignore lint/suspicious/noArrayIndexKey: cells are known by their place
                key={x}
                type="button"
                aria-label={`Row ${y + 1}, column ${x + 1}: ${name(one.unit)}, ${turns.find((t) => t.value === String(one.turn ?? 0))?.name ?? ""}`}
                aria-pressed={y === r && x === c}
                onClick={() => setAt([y, x])}
                onDoubleClick={() => m.set(["rows", y, "cells", x, "turn"], turn(String(quarter(one.turn))))}
                w={`${(widths[x] ?? 1) * scale}px`}
                h={`${(heights[y] ?? 1) * scale}px`}
                display="grid"
                placeItems="center"
                flexShrink={0}
                outline={y === r && x === c ? "3px solid" : undefined}
                outlineColor="madder"
                outlineOffset="-1px"
                zIndex={y === r && x === c ? 1 : 0}
                position="relative"
                cursor="pointer"
              >
                <Lying
                  picture={seen(draft, one.unit).picture}
                  turn={lies(one)}
                  w={size(one).w * scale}
                  h={size(one).h * scale}
                  colours={colours}
                />
              </chakra.button>
            ))}
          </Flex>
        ))}
      </Box>
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
          <Button
            size="sm"
            h="36px"
            mt="22px"
            onClick={() => m.set(["rows", r, "cells", c, "turn"], turn(String(quarter(cell.turn))))}
          >
            Turn
          </Button>
        </Row>
      )}
      <Problems list={m.at([], ["rows"], ...rows.map((_, y) => ["rows", y]))} />
      <Lines
        name={`Row ${r + 1}`}
        before="A row above"
        after="A row below"
        out={rows.length > 1 ? () => lay(rows.toSpliced(r, 1)) : undefined}
        add={(after) => addRow(r + after)}
      />
      <Lines
        name={`Column ${c + 1}`}
        before="A column on the left"
        after="A column on the right"
        out={
          wide > 1
            ? () =>
                lay(
                  rows.map((row) => ({ ...row, cells: row.cells.toSpliced(c, 1) })),
                  columns.toSpliced(c, 1),
                )
            : undefined
        }
        add={(after) => addColumn(c + after)}
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

/** A row or column more on either side of the one that is chosen, or that one taken out. */
function Lines(p: {
  name: string;
  before: string;
  after: string;
  add: (after: 0 | 1) => void;
  out: (() => void) | undefined;
}) {
  return (
    <Flex gap="8px" align="center" mb="6px" wrap="wrap" role="group" aria-label={p.name}>
      <Text w="76px" fontSize="note" fontWeight="600">
        {p.name}
      </Text>
      <Button size="sm" onClick={() => p.add(0)}>
        {p.before}
      </Button>
      <Button size="sm" onClick={() => p.add(1)}>
        {p.after}
      </Button>
      <Button size="sm" disabled={!p.out} onClick={p.out} aria-label={`Take out ${p.name.toLowerCase()}`}>
        Take out
      </Button>
    </Flex>
  );
}
