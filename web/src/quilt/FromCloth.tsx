// Backwards: from the cloth there is to the largest quilt of these blocks.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { type Problem, Refused, server } from "../api/client";
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
              <Text fontWeight="600" fontSize="17px">
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
            <Text key={m} color="soft" fontSize="14px">
              <Ruled>{m}</Ruled>
            </Text>
          ))}
          {r.uses.map((u) => (
            <Text key={u.fabric} color="soft" fontSize="14px">
              <Ruled>{`${u.name}: ${u.length.text} used, ${u.left.text} left.`}</Ruled>
            </Text>
          ))}
          {r.others.length > 0 && (
            <Flex gap="8px" wrap="wrap" mt="6px">
              {r.others.map((o) => (
                <Button key={`${o.columns} ${o.rows}`} size="sm" onClick={() => take(o.columns, o.rows)}>
                  <Ruled>{`${o.columns} × ${o.rows}, ${o.finished.text}`}</Ruled>
                </Button>
              ))}
            </Flex>
          )}
        </Box>
      )}
    </chakra.details>
  );
}
