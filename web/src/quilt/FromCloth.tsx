// Backwards: from the cloth there is to the largest quilt of these blocks.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { type Problem, Refused, type Shape, type Supply, server } from "../api/client";
import { PackField } from "../cloth/PackField";
import { ChoiceField, TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import type { Draft } from "./draft";

type Kind = NonNullable<Supply["kind"]>;
type Written = { kind: Kind; length: string; width: string; count: string };
const empty: Written = { kind: "yardage", length: "", width: "", count: "" };

/** What was written here before; a bare text is a length of cloth. */
function kept(key: string): Record<string, Written> {
  try {
    const before: Record<string, string | Written> = JSON.parse(localStorage.getItem(key) ?? "{}");
    return Object.fromEntries(
      Object.entries(before).map(([f, w]) => [f, typeof w === "string" ? { ...empty, length: w } : { ...empty, ...w }]),
    );
  } catch {
    return {};
  }
}

const supply = (fabric: string, w: Written): Supply =>
  w.kind === "yardage"
    ? { fabric, length: w.length }
    : { fabric, kind: w.kind, length: w.length, width: w.width, count: Math.trunc(Number(w.count)) || 1 };

export function FromCloth({ draft }: { draft: Draft }) {
  const d = draft.document;
  const key = `vicis-cloth-${draft.id}`;
  const [there, setThere] = useState(() => kept(key));
  const told = d.fabrics.filter((f) => (there[f.id]?.length ?? "").trim() !== "");
  const reach = useMutation({
    mutationFn: () =>
      server.backwards(
        d,
        told.map((f) => supply(f.id, there[f.id] ?? empty)),
      ),
  });
  const problems: Problem[] = reach.error instanceof Refused ? (reach.error.trouble.problems ?? []) : [];
  const write = (fabric: string, part: Partial<Written>) => {
    const next = { ...there, [fabric]: { ...empty, ...there[fabric], ...part } };
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
      {d.fabrics.map((f) => {
        const w = there[f.id] ?? empty;
        const at = (part: string) => problems.filter((p) => p.at === `/supplies/${told.indexOf(f)}/${part}`);
        const field = (part: "length" | "width" | "count", label: string, help?: string) => (
          <TextField
            label={label}
            value={w[part]}
            onChange={(v) => write(f.id, { [part]: v })}
            help={help}
            problems={at(part)}
          />
        );
        return (
          <Box
            key={f.id}
            display="grid"
            gridTemplateColumns={{ base: "1fr 1fr", md: "1.2fr 1.2fr 0.7fr 0.8fr 0.8fr" }}
            gap="10px 12px"
            alignItems="end"
            mt="8px"
          >
            <ChoiceField
              label={`${f.name} lies there as`}
              value={w.kind}
              onChange={(kind) => write(f.id, { kind })}
              choices={[
                { value: "yardage", name: "a length" },
                { value: "strips", name: "strips" },
                { value: "pieces", name: "pieces" },
              ]}
            />
            <PackField
              label="as in"
              take={(p) => write(f.id, { kind: p.kind, width: p.width, length: p.length, count: `${p.count}` })}
            />
            {w.kind !== "yardage" && field("count", "How many")}
            {w.kind !== "yardage" && field("width", "Wide")}
            {field(
              "length",
              w.kind === "yardage" ? `${f.name}, there is` : "Long",
              w.length === "" ? "empty: bought as needed" : undefined,
            )}
          </Box>
        );
      })}
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
          {r.says && <Text fontSize="small">{r.says}</Text>}
          {r.more.map((m) => (
            <Text key={m} color="soft" fontSize="small">
              <Ruled>{m}</Ruled>
            </Text>
          ))}
          <Uses uses={r.uses} />
          <Shapes shapes={r.others} take={take} />
        </Box>
      )}
    </chakra.details>
  );
}

/** What a quilt takes of the cloth there is, and what of it is left. */
function Uses({ uses }: { uses: NonNullable<Shape["uses"]> }) {
  return uses.map((u) => (
    <Text key={u.fabric} color="soft" fontSize="small">
      <Ruled>{`${u.name}: ${u.says.join("; ") || "nothing of it is taken"}.`}</Ruled>
    </Text>
  ));
}

function Shapes({ shapes, take }: { shapes: Shape[]; take: (columns: number, rows: number) => void }) {
  if (shapes.length === 0) return null;
  return (
    <Flex gap="8px" wrap="wrap" mt="6px">
      {shapes.map((o) => (
        <Box key={`${o.columns} ${o.rows}`} flex={o.uses?.length ? "1 1 220px" : undefined}>
          <Button size="sm" onClick={() => take(o.columns, o.rows)}>
            <Ruled>{`${o.columns} × ${o.rows}, ${o.finished.text}`}</Ruled>
          </Button>
          <Uses uses={o.uses ?? []} />
        </Box>
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
