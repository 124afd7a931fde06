// Backwards: from the cloth there is to the largest quilt of these blocks.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { type Problem, Refused, type Shape, server } from "../api/client";
import { TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import type { Draft } from "./draft";

export function FromCloth({ draft }: { draft: Draft }) {
  const d = draft.document;
  const key = `vicis-cloth-${draft.id}`;
  const [there, setThere] = useState<Record<string, string>>(() => {
    try {
      return JSON.parse(localStorage.getItem(key) ?? "{}");
    } catch {
      return {};
    }
  });
  const told = d.fabrics.filter((f) => (there[f.id] ?? "").trim() !== "");
  const reach = useMutation({
    mutationFn: () =>
      server.backwards(
        d,
        told.map((f) => ({ fabric: f.id, length: there[f.id] ?? "" })),
      ),
  });
  const problems: Problem[] = reach.error instanceof Refused ? (reach.error.trouble.problems ?? []) : [];
  const write = (fabric: string, v: string) => {
    const next = { ...there, [fabric]: v };
    setThere(next);
    try {
      localStorage.setItem(key, JSON.stringify(next));
    } catch {
      // A browser that keeps nothing: what is written lives as long as the page.
    }
    if (reach.data || reach.error) reach.reset();
  };
  const r = reach.data;
  const take = (columns: number, rows: number) => {
    draft.set(["top", "columns"], columns);
    draft.set(["top", "rows"], rows);
  };
  return (
    <chakra.details gridColumn="1 / -1">
      <chakra.summary cursor="pointer" minH="36px" display="flex" alignItems="center" fontWeight="600">
        How large a quilt comes out of the cloth there is?
      </chakra.summary>
      <Box display="grid" gridTemplateColumns="repeat(2, minmax(0, 1fr))" gap="10px 16px" mt="6px">
        {d.fabrics.map((f) => (
          <TextField
            key={f.id}
            label={`${f.name}, there is`}
            value={there[f.id] ?? ""}
            onChange={(v) => write(f.id, v)}
            help="empty: bought as needed"
            problems={problems.filter((p) => p.at === `/supplies/${told.indexOf(f)}/length`)}
          />
        ))}
      </Box>
      <Button size="sm" mt="10px" disabled={told.length === 0 || reach.isPending} onClick={() => reach.mutate()}>
        How large?
      </Button>
      {reach.error && problems.length === 0 && <Wrong error={reach.error} />}
      {r && (
        <Box mt="10px" role="status">
          {r.blocks > 0 && (
            <Flex align="center" gap="12px" wrap="wrap">
              <Text fontWeight="600" fontSize="large">
                <Ruled>{`${r.columns} × ${r.rows} blocks, ${r.finished.text} finished`}</Ruled>
              </Text>
              <Button size="sm" onClick={() => take(r.columns, r.rows)}>
                Make it so
              </Button>
            </Flex>
          )}
          <Text>
            <Ruled>{r.first}</Ruled>
          </Text>
          {r.more.map((m) => (
            <Text key={m} color="soft" fontSize="small">
              <Ruled>{m}</Ruled>
            </Text>
          ))}
          {r.uses.map((u) => (
            <Text key={u.fabric} color="soft" fontSize="small">
              <Ruled>{`${u.name}: ${u.length.text} used, ${u.left.text} left.`}</Ruled>
            </Text>
          ))}
          <Shapes shapes={r.others} take={take} />
        </Box>
      )}
    </chakra.details>
  );
}

function Shapes({ shapes, take }: { shapes: Shape[]; take: (columns: number, rows: number) => void }) {
  if (shapes.length === 0) return null;
  return (
    <Flex gap="8px" wrap="wrap" mt="6px">
      {shapes.map((o) => (
        <Button key={`${o.columns} ${o.rows}`} size="sm" onClick={() => take(o.columns, o.rows)}>
          <Ruled>{`${o.columns} × ${o.rows}, ${o.finished.text}`}</Ruled>
        </Button>
      ))}
    </Flex>
  );
}

/** The numbers of rows and columns that come nearest to a size wished for. */
export function NearTo({ draft }: { draft: Draft }) {
  const [width, setWidth] = useState("");
  const [height, setHeight] = useState("");
  const near = useMutation({ mutationFn: () => server.nearest(draft.document, width, height) });
  const problems: Problem[] = near.error instanceof Refused ? (near.error.trouble.problems ?? []) : [];
  const write = (set: (v: string) => void) => (v: string) => {
    set(v);
    near.reset();
  };
  return (
    <chakra.details gridColumn="1 / -1">
      <chakra.summary cursor="pointer" minH="36px" display="flex" alignItems="center" fontWeight="600">
        How many blocks come nearest to a size?
      </chakra.summary>
      <Flex gap="12px" align="start" wrap="wrap">
        <Box w="130px">
          <TextField
            label="Width wished for"
            value={width}
            onChange={write(setWidth)}
            problems={problems.filter((p) => p.at === "/width")}
          />
        </Box>
        <Box w="130px">
          <TextField
            label="and length"
            value={height}
            onChange={write(setHeight)}
            problems={problems.filter((p) => p.at === "/height")}
          />
        </Box>
        <Button
          size="sm"
          h="36px"
          mt="22px"
          disabled={width.trim() === "" || height.trim() === "" || near.isPending}
          onClick={() => near.mutate()}
        >
          How many?
        </Button>
      </Flex>
      {near.error && problems.length === 0 && <Wrong error={near.error} />}
      <Shapes
        shapes={near.data ?? []}
        take={(columns, rows) => {
          draft.set(["top", "columns"], columns);
          draft.set(["top", "rows"], rows);
        }}
      />
    </chakra.details>
  );
}
