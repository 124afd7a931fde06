// The prints of each assortment: what lies there, how light it is seen, and how it is used.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { DealtPrint, Fabric } from "../api/client";
import { ChoiceField, ColourField, NumberField, TextField } from "../frame/fields";
import { many } from "../frame/many";
import { Section } from "../frame/Section";
import { nextColour } from "../quilt/colours";
import { freeId } from "../quilt/ids";
import { Problems } from "../quilt/methods/parts";
import type { Steps } from "../quilt/useSteps";

type Swatch = NonNullable<Fabric["assortment"]>[number];

const values = [
  { value: "", name: "as seen" },
  { value: "light", name: "light" },
  { value: "middle", name: "middle" },
  { value: "dark", name: "dark" },
];

const lies = [
  { value: "plain", name: "any" },
  { value: "one way", name: "top up" },
  { value: "two way", name: "stripe" },
];

export function Prints({ draft }: { draft: Steps }) {
  return draft.document.fabrics.map((fabric, f) =>
    fabric.print === "assorted" ? <Assortment key={fabric.id} draft={draft} fabric={fabric} f={f} /> : null,
  );
}

function Assortment({ draft, fabric, f }: { draft: Steps; fabric: Fabric; f: number }) {
  const told = draft.preview.plan.deal.prints.filter((p) => p.fabric === fabric.id);
  const list = fabric.assortment ?? [];
  const at = `/fabrics/${f}/assortment`;
  const add = (n: number) => {
    const more: Swatch[] = [];
    for (let i = 0; i < n; i++)
      more.push({
        id: freeId(
          "print",
          [...list, ...more].map((s) => s.id),
        ),
        name: `Print ${list.length + more.length + 1}`,
        colour: nextColour([...list, ...more].map((s) => s.colour)),
        ...(list.some((s) => s.count) ? { count: 1 } : {}),
      });
    draft.set(["fabrics", f], { ...fabric, prints: undefined, assortment: [...list, ...more] });
  };
  return (
    <Section title={fabric.name}>
      <Squint told={told} />
      {(draft.preview.plan.deal.between[fabric.id] ?? []).map((says) => (
        <Text key={says} fontSize="small" mb="4px">
          {says}
        </Text>
      ))}
      <Problems list={draft.at(at)} />
      {list.length > 0 && (
        <Flex gap="6px" fontSize="note" fontWeight="600" mb="4px" aria-hidden>
          <Box w="44px" />
          <Text flex="1">Print</Text>
          <Text w="92px">Used as</Text>
          <Text w="86px">Lies</Text>
          <Text w="62px">Pieces</Text>
          <Box w="30px" />
        </Flex>
      )}
      {list.map((s, i) => (
        <Box key={s.id} role="group" aria-label={s.name} mb="8px">
          <Flex gap="6px" align="end">
            <ColourField
              w="44px"
              label={`Colour of ${s.name}`}
              hideLabel
              value={s.colour}
              onChange={(v) => draft.set(["fabrics", f, "assortment", i, "colour"], v)}
              problems={draft.at(`${at}/${i}/colour`)}
            />
            <Box flex="1">
              <TextField
                label={`Name of print ${i + 1}`}
                hideLabel
                value={s.name}
                onChange={(v) => draft.set(["fabrics", f, "assortment", i, "name"], v)}
                problems={draft.at(`${at}/${i}/name`, `${at}/${i}/id`)}
              />
            </Box>
            <Box w="92px">
              <ChoiceField
                label={`Value of ${s.name}`}
                hideLabel
                value={s.value ?? ""}
                onChange={(v) => draft.set(["fabrics", f, "assortment", i, "value"], v || undefined)}
                problems={draft.at(`${at}/${i}/value`)}
                choices={values}
              />
            </Box>
            <Box w="86px">
              <ChoiceField
                label={`Direction of ${s.name}`}
                hideLabel
                value={s.print ?? "plain"}
                onChange={(v) => draft.set(["fabrics", f, "assortment", i, "print"], v === "plain" ? undefined : v)}
                problems={draft.at(`${at}/${i}/print`)}
                choices={lies}
              />
            </Box>
            <Box w="62px">
              <NumberField
                label={`How many of ${s.name}`}
                hideLabel
                value={s.count ?? 0}
                onChange={(n) => draft.set(["fabrics", f, "assortment", i, "count"], n || undefined)}
                problems={draft.at(`${at}/${i}/count`)}
              />
            </Box>
            <Button
              size="sm"
              mb="3px"
              aria-label={`Take ${s.name} out`}
              onClick={() => draft.set(["fabrics", f, "assortment", i], undefined)}
            >
              ×
            </Button>
          </Flex>
        </Box>
      ))}
      <Flex gap="8px" wrap="wrap" mt="4px">
        <Button size="sm" onClick={() => add(1)}>
          Add a print
        </Button>
        {list.length === 0 && (
          <Button size="sm" onClick={() => add(Math.max(2, fabric.prints ?? 2))}>
            {`Name the ${Math.max(2, fabric.prints ?? 2)} prints`}
          </Button>
        )}
      </Flex>
      <Text fontSize="small" color="soft" mt="6px">
        With no pieces anywhere there are as many of each print as of the others.
      </Text>
    </Section>
  );
}

/** All prints side by side from the darkest to the lightest, as one sees them with eyes half shut. */
function Squint({ told }: { told: DealtPrint[] }) {
  const sorted = told.toSorted((a, b) => a.lightness - b.lightness);
  return (
    <Box mb="12px">
      {[
        { name: "colours", of: (p: DealtPrint) => p.colour },
        { name: "in grey", of: (p: DealtPrint) => p.grey },
      ].map((row) => (
        <Flex key={row.name} role="img" aria-label={`${many(told.length, "print")} from dark to light, ${row.name}`}>
          {sorted.map((p) => (
            <Box key={p.id} flex="1" h="24px" style={{ background: row.of(p) }} title={p.name} />
          ))}
        </Flex>
      ))}
      <Flex gap="14px" mt="6px" fontSize="small" wrap="wrap">
        {(["dark", "middle", "light"] as const).map((v) => {
          const names = sorted.filter((p) => p.value === v).map((p) => p.name);
          return (
            names.length > 0 && (
              <Text key={v}>
                <b>{v}</b> {names.length > 6 ? `${names.length} prints` : names.join(", ")}
              </Text>
            )
          );
        })}
      </Flex>
    </Box>
  );
}
