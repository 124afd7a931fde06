// Cloth of the shelf that is promised to this quilt.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { Refused } from "../api/client";
import { asks } from "../api/queries";
import { ChoiceField, NumberField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import type { Draft } from "./draft";
import { fabricNames } from "./fabricNames";

export function FromShelf({ draft }: { draft: Draft }) {
  const d = draft.document;
  const names = fabricNames(d);
  const supplies = d.supplies ?? [];
  const { data } = useQuery({
    ...asks.cloth(draft.id),
    placeholderData: keepPreviousData,
  });
  const [chosen, setChosen] = useState("");
  const free = data?.filter((h) => h.free > 0 && !supplies.some((s) => s.id === h.id)) ?? [];
  const one =
    free.find((h) => h.id === chosen) ?? free.find((h) => d.fabrics.some((f) => f.name === h.name)) ?? free[0];
  const refused = draft.save.error instanceof Refused ? (draft.save.error.trouble.problems ?? []) : [];
  if (!data || (data.length === 0 && supplies.length === 0)) return null;
  return (
    <Box mt="18px" pt="12px" borderTopWidth="1px" borderColor="hair">
      <Text fontWeight="600" mb="6px">
        From the <Link to="/cloth">shelf of cloth</Link>
      </Text>
      {supplies.map((s, i) => {
        const held = data.find((h) => h.id === s.id);
        const place = `/supplies/${i}`;
        const cut = held?.promised.find((p) => p.quilt === draft.id)?.cut ?? 0;
        const called = held?.title ?? `${s.count} of ${s.width} × ${s.length}`;
        const list = d.fabrics.find((f) => f.id === s.fabric)?.assortment ?? [];
        return (
          <Flex key={s.id} gap="10px" align="start" mb="8px" wrap="wrap">
            <Box flex="1" pt="7px" minW="0">
              <Ruled>{`${held?.title ?? `${s.width} × ${s.length}, ${s.inHand ? "in hand" : "of another shelf"}`}${s.cut ? ", cut" : cut > 0 ? `, ${cut} of them cut` : ""}`}</Ruled>
            </Box>
            <Box w="92px">
              <NumberField
                label={`How many of ${called}`}
                hideLabel
                value={s.count}
                onChange={(v) => draft.set(["supplies", i, "count"], v)}
                problems={[...draft.below(place), ...refused.filter((p) => p.at.startsWith(`${place}/`))]}
              />
            </Box>
            <Box w="130px">
              <ChoiceField
                label={`What ${called} is`}
                hideLabel
                value={s.fabric}
                onChange={(v) => draft.set(["supplies", i], { ...s, fabric: v, print: undefined })}
                choices={d.fabrics.map((f) => ({ value: f.id, name: `is ${names[f.id]}` }))}
              />
            </Box>
            {list.length > 0 && (
              <Box w="130px">
                <ChoiceField
                  label={`Which print ${called} is`}
                  hideLabel
                  value={s.print ?? ""}
                  onChange={(v) => draft.set(["supplies", i, "print"], v || undefined)}
                  problems={draft.at(`${place}/print`)}
                  choices={[
                    { value: "", name: "of all prints" },
                    ...list.map((p) => ({ value: p.id, name: `all ${p.name}` })),
                  ]}
                />
              </Box>
            )}
            <Button
              size="sm"
              h="36px"
              aria-label={s.inHand ? `${called} is not in hand` : `Leave ${called} on the shelf`}
              onClick={() =>
                draft.set(
                  ["supplies"],
                  supplies.filter((o) => o !== s),
                )
              }
            >
              −
            </Button>
          </Flex>
        );
      })}
      {one && (
        <Flex gap="10px" align="end">
          <Box flex="1" minW="0">
            <ChoiceField
              label="There is"
              value={one.id}
              onChange={setChosen}
              choices={free.map((h) => ({ value: h.id, name: `${h.free} × ${h.title}` }))}
            />
          </Box>
          <Button
            size="sm"
            h="36px"
            onClick={() => {
              const { id, kind, width, length } = one;
              const cut = one.promised.find((p) => p.quilt === draft.id)?.cut ?? 0; // was promised before, and given back
              // The fabric of that name, else the first: it is chosen beside it.
              const fabric = (d.fabrics.find((f) => f.name === one.name) ?? d.fabrics[0])?.id ?? "";
              draft.set(["supplies"], [...supplies, { id, fabric, kind, width, length, count: one.free + cut }]);
            }}
          >
            Promise it
          </Button>
        </Flex>
      )}
    </Box>
  );
}
