// Units in rows and columns, each drawn as it lies: a click chooses one, a double click turns it; rows and columns are added and taken
// out beside the one that is chosen.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { coloursOf } from "../../drawn/colours";
import { Lying } from "../../drawn/Lying";
import type { Draft } from "../draft";
import { drawnTo, partsOf, seen, turns } from "./parts";

export type Cell = { unit: string; turn?: 0 | 90 | 180 | 270 };

export const quarter = (t: number | undefined) => (((t ?? 0) + 90) % 360) as 0 | 90 | 180 | 270;

/** Which of the cells is chosen, within what there is. */
export function useChosen(rows: { cells: Cell[] }[]) {
  const [at, setAt] = useState<[number, number]>([0, 0]);
  const wide = rows[0]?.cells.length ?? 0;
  return { r: Math.min(at[0], rows.length - 1), c: Math.min(at[1], wide - 1), wide, setAt };
}

type Props = {
  draft: Draft;
  label: string;
  rows: { cells: Cell[] }[];
  at: [number, number];
  choose: (at: [number, number]) => void;
  turn: (y: number, x: number) => void;
};

export function Cells({ draft, label, rows, at, choose, turn }: Props) {
  const parts = partsOf(draft, -1);
  const name = (unit: string) => parts.find((p) => p.value === unit)?.name ?? unit;
  const colours = coloursOf(draft.document);
  const { lies, size, widths, heights, scale } = drawnTo(draft, rows, 400, 300);
  return (
    <Box role="group" aria-label={label} overflowX="auto" p="4px" ml="-4px" mb="4px" isolation="isolate">
      {rows.map((row, y) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a new row has no name yet
        <Flex key={y}>
          {row.cells.map((one, x) => (
            <chakra.button
              // biome-ignore lint/suspicious/noArrayIndexKey: cells are known by their place
              key={x}
              type="button"
              aria-label={`Row ${y + 1}, column ${x + 1}: ${name(one.unit)}, ${turns.find((t) => t.value === String(one.turn ?? 0))?.name ?? ""}`}
              aria-pressed={y === at[0] && x === at[1]}
              onClick={() => choose([y, x])}
              onDoubleClick={() => turn(y, x)}
              w={`${(widths[x] ?? 1) * scale}px`}
              h={`${(heights[y] ?? 1) * scale}px`}
              display="grid"
              placeItems="center"
              flexShrink={0}
              outline={y === at[0] && x === at[1] ? "3px solid" : undefined}
              outlineColor="madder"
              outlineOffset="-1px"
              zIndex={y === at[0] && x === at[1] ? 1 : 0}
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
  );
}

/** A row or column more on either side of the one that is chosen, or that one taken out. */
export function Beside({
  r,
  c,
  rows,
  wide,
  addRow,
  addColumn,
  outRow,
  outColumn,
}: {
  r: number;
  c: number;
  rows: number;
  wide: number;
  addRow: (y: number) => void;
  addColumn: (x: number) => void;
  outRow: (y: number) => void;
  outColumn: (x: number) => void;
}) {
  return (
    <>
      <Lines
        name={`Row ${r + 1}`}
        before="A row above"
        after="A row below"
        out={rows > 1 ? () => outRow(r) : undefined}
        add={(after) => addRow(r + after)}
      />
      <Lines
        name={`Column ${c + 1}`}
        before="A column on the left"
        after="A column on the right"
        out={wide > 1 ? () => outColumn(c) : undefined}
        add={(after) => addColumn(c + after)}
      />
    </>
  );
}

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
