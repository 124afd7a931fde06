// A web as it grows: every block of the quilt in its row, those that hang in it filled, the one at the needle in madder.
import { Box } from "@chakra-ui/react";
import { phone } from "./short";
import type { Needle } from "./useNeedle";

export function WebRow({ needle: { under, seam, n }, good }: { needle: Needle; good: number }) {
  const rows = under?.web;
  if (!rows || !seam) return null;
  const at = { row: seam.row ?? 1, column: under.column ?? 2 };
  const done = good >= n;
  const height = 92;
  const across = Math.max(...rows);
  const cell = Math.min(height / rows.length, 26);
  const gap = cell > 8 ? 2 : 0.5;
  /** A column hangs in the web once the needle is past it; the first one with the second. */
  const sewn = (row: number, column: number) =>
    done || Math.max(column, 2) < at.column || (Math.max(column, 2) === at.column && row < at.row);
  return (
    <Box
      bg="cotton"
      borderTopWidth="1px"
      borderColor="hair"
      flexShrink={0}
      px="28px"
      py="8px"
      css={{ "@media (max-height: 779px)": { display: "none" }, [phone]: { display: "none" } }}
    >
      <svg
        width={across * cell}
        height={rows.length * cell}
        role="img"
        aria-label={done ? "The web is sewn" : `The web: column ${at.column}, row ${at.row} is at the needle`}
        style={{ display: "block" }}
      >
        {rows.map((cells, r) =>
          Array.from({ length: cells }, (_, c) => {
            const here = !done && r + 1 === at.row && (c + 1 === at.column || (at.column === 2 && c === 0));
            const wide = cells === 1 ? across : 1;
            return (
              <rect
                // biome-ignore lint/suspicious/noArrayIndexKey: a place in the quilt is what it is
                key={`${r} ${c}`}
                x={c * cell + gap / 2}
                y={r * cell + gap / 2}
                width={wide * cell - gap}
                height={cell - gap}
                fill={
                  here
                    ? "var(--v-colors-madder)"
                    : cells > 1 && sewn(r + 1, c + 1)
                      ? "var(--v-colors-woad)"
                      : "var(--v-colors-paper)"
                }
                stroke="var(--v-colors-line)"
                strokeWidth="0.6"
              />
            );
          }),
        )}
        {rows.map((cells, r) =>
          // The thread that was not cut, from row to row.
          r + 1 < rows.length && cells > 1 && !done && r + 1 < at.row ? (
            <line
              // biome-ignore lint/suspicious/noArrayIndexKey: a place in the quilt is what it is
              key={r}
              x1={(at.column - 1) * cell}
              x2={(at.column - 1) * cell}
              y1={(r + 0.5) * cell}
              y2={(r + 1.5) * cell}
              stroke="var(--v-colors-ink)"
              strokeWidth="1.2"
            />
          ) : null,
        )}
      </svg>
    </Box>
  );
}
