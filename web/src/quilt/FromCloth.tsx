// Backwards: from the cloth there is to the largest quilt of these blocks.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Problem, Refused, type Shape, type Supply, server } from "../api/client";
import { asks } from "../api/queries";
import { PackField } from "../cloth/PackField";
import { ChoiceField, TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import type { Draft } from "./draft";

type Kind = NonNullable<Supply["kind"]>;
type Written = { kind: Kind; length: string; width: string; count: string };
const empty: Written = { kind: "yardage", length: "", width: "", count: "" };

/** What was written here before; one thing alone, or a bare text that is a length of cloth, as older pages kept it. */
function kept(key: string): Record<string, Written[]> {
  try {
    const before: Record<string, string | Written | Written[]> = JSON.parse(localStorage.getItem(key) ?? "{}");
    const one = (w: string | Written) => (typeof w === "string" ? { ...empty, length: w } : { ...empty, ...w });
    return Object.fromEntries(Object.entries(before).map(([f, w]) => [f, Array.isArray(w) ? w.map(one) : [one(w)]]));
  } catch {
    return {};
  }
}

const isTold = (w: Written) => w.length.trim() !== "";

const supply = (fabric: string, w: Written, byLength?: boolean): Supply =>
  byLength
    ? { fabric, length: w.length }
    : { fabric, kind: w.kind, length: w.length, width: w.width, count: Math.trunc(Number(w.count)) || 1 };

export function FromCloth({ draft }: { draft: Draft }) {
  const d = draft.document;
  const key = `vicis-cloth-${draft.id}`;
  const [there, setThere] = useState(() => kept(key));
  const { data: sorts } = useQuery(asks.sorts());
  const byLength = (kind: string) => sorts?.find((s) => s.kind === kind)?.byLength;
  const of = (fabric: string) => there[fabric] ?? [empty];
  // Every thing that something is said of, in the order it is sent.
  const told = d.fabrics.flatMap((f) => of(f.id).flatMap((w, k) => (isTold(w) ? [{ fabric: f.id, k, w }] : [])));
  const reach = useMutation({
    mutationFn: () =>
      server.backwards(
        d,
        told.map((t) => supply(t.fabric, t.w, byLength(t.w.kind))),
      ),
  });
  const problems: Problem[] = reach.error instanceof Refused ? (reach.error.trouble.problems ?? []) : [];
  const put = (fabric: string, list: Written[]) => {
    const next = { ...there, [fabric]: list };
    setThere(next);
    try {
      localStorage.setItem(key, JSON.stringify(next));
    } catch {
      // A browser that keeps nothing: what is written lives as long as the page.
    }
    if (reach.data || reach.error) reach.reset();
  };
  const write = (fabric: string, k: number, part: Partial<Written>) =>
    put(
      fabric,
      of(fabric).map((w, n) => (n === k ? { ...w, ...part } : w)),
    );
  const r = reach.data;
  const take = (columns: number, rows: number) => {
    draft.set(["top", "columns"], columns);
    draft.set(["top", "rows"], rows);
    if (r) draft.set(["supplies"], r.supplies); // what it is cut from
  };
  return (
    <chakra.details gridColumn="1 / -1">
      <chakra.summary cursor="pointer" minH="36px" display="flex" alignItems="center" fontWeight="600">
        How large a quilt comes out of the cloth there is?
      </chakra.summary>
      {d.fabrics.map((f) => (
        <Box key={f.id}>
          {of(f.id).map((w, k) => (
            <There
              // biome-ignore lint/suspicious/noArrayIndexKey: they have no name but their place
              key={k}
              name={f.name}
              first={k === 0}
              w={w}
              write={(part) => write(f.id, k, part)}
              at={(part) => {
                const n = told.findIndex((t) => t.fabric === f.id && t.k === k);
                return problems.filter((p) => p.at === `/supplies/${n}/${part}`);
              }}
            />
          ))}
          {of(f.id).every(isTold) && (
            <Button size="sm" variant="plain" px="0" onClick={() => put(f.id, [...of(f.id), empty])}>
              {`and something else of ${f.name}`}
            </Button>
          )}
        </Box>
      ))}
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
          {r.most && <Text fontSize="small">{r.most}</Text>}
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

type ThereProps = {
  name: string;
  first: boolean;
  w: Written;
  write: (part: Partial<Written>) => void;
  at: (part: string) => Problem[];
};

/** One thing that lies there of a fabric. */
function There({ name, first, w, write, at }: ThereProps) {
  const { data: sorts } = useQuery(asks.sorts());
  const byPiece = sorts?.some((s) => s.kind === w.kind && !s.byLength);
  const field = (part: "length" | "width" | "count", label: string, help?: string) => (
    <TextField label={label} value={w[part]} onChange={(v) => write({ [part]: v })} help={help} problems={at(part)} />
  );
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: "1fr 1fr", md: "1.2fr 1.2fr 0.7fr 0.8fr 0.8fr" }}
      gap="10px 12px"
      alignItems="end"
      mt="8px"
    >
      <ChoiceField
        label={first ? `${name} lies there as` : "and as"}
        value={w.kind}
        onChange={(kind) => write({ kind })}
        choices={(sorts ?? []).map((s) => ({ value: s.kind, name: s.short }))}
      />
      <PackField
        label="as in"
        take={(p) => write({ kind: p.kind, width: p.width, length: p.length, count: `${p.count}` })}
      />
      {byPiece && field("count", "How many")}
      {byPiece && field("width", "Wide")}
      {field(
        "length",
        byPiece ? "Long" : `${name}, there is`,
        w.length === "" && first ? "empty: bought as needed" : undefined,
      )}
    </Box>
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
