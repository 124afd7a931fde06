// The parts on the table: chosen, turned and exchanged by mouse, finger or key.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Knife } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { Lying } from "../drawn/Lying";
import { Key } from "../frame/Key";
import { onCuts } from "../frame/keyList";
import { Ruled } from "../frame/Ruled";
import { useKey } from "../frame/useKey";
import { drawnTo, type How, methodOf, Problems, seen, turns } from "../quilt/methods/parts";
import type { Steps } from "../quilt/useSteps";

type Grid = How<"grid">;
type Cell = Grid["rows"][number]["cells"][number];

export function Board({ draft, how, i, knife }: { draft: Steps; how: Grid; i: number; knife: Knife }) {
  const m = methodOf<"grid">(draft, i);
  const rows = how.rows;
  const wide = rows[0]?.cells.length ?? 0;
  const [at, setAt] = useState<[number, number]>([0, Math.min(1, wide - 1)]);
  const [exchanging, setExchanging] = useState(false);
  const [from, setFrom] = useState<[number, number]>();
  const [r, c] = [Math.min(at[0], rows.length - 1), Math.min(at[1], wide - 1)];
  const cell = rows[r]?.cells[c];
  const colours = coloursOf(draft.document);
  const parts = knife.parts.flat();
  const part = (unit: string) => parts.find((p) => p.id === unit) ?? parts.find((p) => p.kind === unit);
  const { lies, size, scale } = drawnTo(draft, rows, 330, 330);

  const lay = (cells: [number, number, Cell][]) =>
    m.set(
      ["rows"],
      rows.map((row, y) => ({
        ...row,
        cells: row.cells.map((one, x) => cells.find(([a, b]) => a === y && b === x)?.[2] ?? one),
      })),
    );
  const turn = () => {
    if (!cell) return;
    const { w, h } = size(cell);
    const by = Math.abs(w - h) < 1e-6 ? 90 : 180;
    const next = (((cell.turn ?? 0) + by) % 360) as 0 | 90 | 180 | 270;
    lay([[r, c, next === 0 ? { unit: cell.unit } : { unit: cell.unit, turn: next }]]);
  };
  const exchange = (a: [number, number], b: [number, number]) => {
    const [x, y] = [rows[a[0]]?.cells[a[1]], rows[b[0]]?.cells[b[1]]];
    if (x && y)
      lay([
        [a[0], a[1], y],
        [b[0], b[1], x],
      ]);
    setExchanging(false);
    setAt(b);
  };
  const choose = (to: [number, number]) => (exchanging ? exchange([r, c], to) : setAt(to));
  useKey(onCuts.turn, turn);
  useKey(onCuts.exchange, () => setExchanging((e) => !e));

  const here = cell && part(cell.unit);
  const stops = draft.below(`/units/${i}`);
  return (
    <Box>
      <Box role="group" aria-label="Parts" userSelect="none">
        {rows.map((row, y) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a new row has no name yet
          <Flex key={y} gap="12px" mb="12px" justify="center">
            {row.cells.map((one, x) => {
              const chosen = y === r && x === c;
              const { w, h } = size(one);
              return (
                <chakra.button
                  // biome-ignore lint/suspicious/noArrayIndexKey: cells are known by their place
                  key={x}
                  type="button"
                  data-cell={`${y},${x}`}
                  aria-label={`Row ${y + 1}, column ${x + 1}: part ${part(one.unit)?.place ?? one.unit}, ${turns.find((t) => t.value === String(one.turn ?? 0))?.name ?? ""}`}
                  aria-pressed={chosen}
                  onClick={() => choose([y, x])}
                  onDoubleClick={turn}
                  onPointerDown={() => setFrom([y, x])}
                  onPointerUp={(e) => {
                    const to = document
                      .elementFromPoint(e.clientX, e.clientY)
                      ?.closest("[data-cell]")
                      ?.getAttribute("data-cell");
                    const [ty, tx] = (to ?? "").split(",").map(Number);
                    if (from && to && (ty !== from[0] || tx !== from[1])) exchange(from, [ty ?? 0, tx ?? 0]);
                    setFrom(undefined);
                  }}
                  onKeyDown={(e) => {
                    const by = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[e.key];
                    if (!by) return;
                    e.preventDefault();
                    const [ty, tx] = [y + (by[0] ?? 0), x + (by[1] ?? 0)];
                    const next = e.currentTarget
                      .closest("[role=group]")
                      ?.querySelector<HTMLElement>(`[data-cell="${ty},${tx}"]`);
                    next?.focus();
                    if (next && !exchanging) setAt([ty, tx]);
                  }}
                  w={`${w * scale}px`}
                  h={`${h * scale}px`}
                  display="grid"
                  placeItems="center"
                  flexShrink={0}
                  position="relative"
                  cursor="grab"
                  outline={chosen ? "3px solid" : exchanging ? "2px dashed" : undefined}
                  outlineColor={chosen ? "madder" : "line"}
                  outlineOffset="4px"
                  style={{ touchAction: "none" }}
                >
                  <Lying
                    picture={seen(draft, one.unit).picture}
                    turn={lies(one)}
                    w={w * scale}
                    h={h * scale}
                    colours={colours}
                  />
                </chakra.button>
              );
            })}
          </Flex>
        ))}
      </Box>
      <Text mt="6px" fontWeight="600">
        <Ruled>
          {exchanging
            ? "Choose the part to exchange it with."
            : here
              ? `Part ${here.place}, ${here.size}: ${turns.find((t) => t.value === String(cell?.turn ?? 0))?.name ?? ""}.`
              : ""}
        </Ruled>
      </Text>
      <Flex gap="8px" mt="8px" wrap="wrap">
        <Button size="sm" onClick={turn}>
          Turn <Key>{onCuts.turn.shown}</Key>
        </Button>
        <Button size="sm" aria-pressed={exchanging} onClick={() => setExchanging((e) => !e)}>
          Exchange <Key>{onCuts.exchange.shown}</Key>
        </Button>
      </Flex>
      <Problems list={stops} />
    </Box>
  );
}
