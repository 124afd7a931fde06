// What is cut from what: fabrics with their colour and print, the parts they play, and colourways that give a part to another.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import { ChoiceField, ColourField, NumberField, TextField } from "../frame/fields";
import { Section } from "../frame/Section";
import type { Draft } from "./draft";
import { FromShelf } from "./FromShelf";
import { freeId } from "./ids";
import { Problems } from "./methods/parts";

const prints = [
  { value: "plain", name: "plain" },
  { value: "one way", name: "print with a top" },
  { value: "two way", name: "stripe" },
  { value: "motif", name: "motifs to centre" },
  { value: "assorted", name: "assorted" },
];

export function Fabrics({ draft }: { draft: Draft }) {
  const d = draft.document;
  return (
    <Section title="Fabrics">
      {d.roles.map((r, i) => {
        const f = d.fabrics.findIndex((x) => x.id === r.fabric);
        const fabric = d.fabrics[f];
        return (
          <Box key={r.id} mb="10px">
            <Flex gap="10px" align="start">
              {fabric && (
                <Box pt="22px">
                  <ColourField
                    w="44px"
                    label={`Colour of ${fabric.name}`}
                    hideLabel
                    value={fabric.colour}
                    onChange={(v) => draft.set(["fabrics", f, "colour"], v)}
                    problems={draft.at(`/fabrics/${f}/colour`)}
                  />
                </Box>
              )}
              <Box flex="1">
                {fabric && (
                  <TextField
                    label={r.name}
                    value={fabric.name}
                    onChange={(v) => draft.set(["fabrics", f, "name"], v)}
                    problems={draft.at(`/fabrics/${f}/name`)}
                  />
                )}
              </Box>
              {fabric && (
                <Box w="128px" pt="22px">
                  <ChoiceField
                    label={`Print of ${fabric.name}`}
                    hideLabel
                    value={fabric.print ?? "plain"}
                    onChange={(v) =>
                      draft.set(["fabrics", f], {
                        ...fabric,
                        print: v === "plain" ? undefined : (v as typeof fabric.print),
                        motif: v === "motif" ? fabric.motif : undefined,
                        prints: v === "assorted" ? fabric.prints : undefined,
                        assortment: v === "assorted" ? fabric.assortment : undefined,
                      })
                    }
                    choices={prints}
                  />
                </Box>
              )}
              <Box w="120px" pt="22px">
                <ChoiceField
                  label={`Fabric that plays ${r.name}`}
                  hideLabel
                  value={r.fabric}
                  onChange={(v) => draft.set(["roles", i, "fabric"], v)}
                  problems={draft.at(`/roles/${i}/fabric`)}
                  choices={d.fabrics.map((x) => ({ value: x.id, name: `is ${x.name}` }))}
                />
              </Box>
            </Flex>
            {fabric && <Problems list={draft.at(`/fabrics/${f}/print`)} />}
          </Box>
        );
      })}
      <Motifs draft={draft} />
      <Assortments draft={draft} />
      <Flex gap="8px" wrap="wrap">
        <Button
          size="sm"
          onClick={() => {
            const n = d.fabrics.length + 1;
            const id = freeId("fabric", d.fabrics.map((x) => x.id).concat(d.roles.map((x) => x.id)));
            draft.set(["fabrics"], [...d.fabrics, { id, name: `Fabric ${n}`, colour: "#b7a88a" }]);
            draft.set(["roles"], [...d.roles, { id, name: `fabric ${n}`, fabric: id }]);
          }}
        >
          Add a fabric
        </Button>
        <Button
          size="sm"
          onClick={() => {
            const ways = d.colourways ?? [];
            const id = freeId(
              "way",
              ways.map((w) => w.id),
            );
            draft.set(["colourways"], [...ways, { id, name: `Colourway ${ways.length + 2}`, fabrics: {} }]);
          }}
        >
          Add a colourway
        </Button>
      </Flex>
      <Colourways draft={draft} />
      <FromShelf draft={draft} />
    </Section>
  );
}

/** How far apart the motifs lie that are to be centred. */
function Motifs({ draft }: { draft: Draft }) {
  const d = draft.document;
  return d.fabrics.map((fabric, f) => {
    if (fabric.print !== "motif") return null;
    const side = (key: "across" | "along", label: string) => (
      <Box w="180px">
        <TextField
          label={label}
          value={fabric.motif?.[key] ?? ""}
          onChange={(v) => {
            const motif = { across: "", along: "", ...fabric.motif, [key]: v };
            draft.set(["fabrics", f, "motif"], motif.across.trim() || motif.along.trim() ? motif : undefined);
          }}
          onBlur={draft.settle}
          problems={draft.at(`/fabrics/${f}/motif/${key}`)}
          help="from one middle to the next"
        />
      </Box>
    );
    return (
      <Flex key={fabric.id} gap="10px" mb="10px" align="start" wrap="wrap">
        {side("across", `${fabric.name}: motifs across`)}
        {side("along", "and along the cloth")}
      </Flex>
    );
  });
}

/** How many prints an assortment is cut from; one by one they have a page of their own. */
function Assortments({ draft }: { draft: Draft }) {
  return draft.document.fabrics.map((fabric, f) => {
    if (fabric.print !== "assorted") return null;
    const listed = fabric.assortment?.length ?? 0;
    return (
      <Flex key={fabric.id} gap="14px" align="end" mb="10px" wrap="wrap">
        {listed === 0 && (
          <Box w="220px">
            <NumberField
              label={`${fabric.name}: how many prints`}
              value={fabric.prints ?? 1}
              onChange={(n) => draft.set(["fabrics", f, "prints"], n > 1 ? n : undefined)}
              problems={draft.at(`/fabrics/${f}/prints`)}
              help="each gives an even share"
            />
          </Box>
        )}
        <Link to={`/q/${draft.id}/prints`}>
          {listed > 0
            ? `${fabric.name}: its ${listed} prints, and which goes where`
            : "Name them, and say which goes where"}
        </Link>
      </Flex>
    );
  });
}

/** Other fabrics for the same block: only what differs is said. */
function Colourways({ draft }: { draft: Draft }) {
  const d = draft.document;
  return (d.colourways ?? []).map((w, k) => (
    <Box key={w.id} mt="16px" pt="12px" borderTopWidth="1px" borderColor="hair">
      <Flex gap="10px" align="end">
        <TextField
          label="Colourway"
          value={w.name}
          onChange={(v) => draft.set(["colourways", k, "name"], v)}
          problems={draft.at(`/colourways/${k}/name`, `/colourways/${k}/id`)}
        />
        <Button
          size="sm"
          mb="3px"
          flexShrink={0}
          onClick={() => {
            draft.set(["colourways", k], undefined);
            draft.set(
              ["top", "repeat"],
              d.top.repeat.map((row) => row.map((c) => (c.colourway === w.id ? { ...c, colourway: undefined } : c))),
            );
          }}
        >
          Take it out
        </Button>
      </Flex>
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="8px 14px" mt="8px">
        {d.roles.map((r) => (
          <ChoiceField
            key={r.id}
            label={r.name}
            value={w.fabrics[r.id] ?? ""}
            onChange={(v) => draft.set(["colourways", k, "fabrics", r.id], v === "" ? undefined : v)}
            problems={draft.at(`/colourways/${k}/fabrics/${r.id}`)}
            choices={[
              { value: "", name: `as before: ${d.fabrics.find((f) => f.id === r.fabric)?.name ?? ""}` },
              ...d.fabrics.map((f) => ({ value: f.id, name: f.name })),
            ]}
          />
        ))}
      </Box>
      {!d.top.repeat.some((row) => row.some((c) => c.colourway === w.id)) && (
        <Text fontSize="note" color="soft" mt="6px">
          Lay a block in it under Setting.
        </Text>
      )}
    </Box>
  ));
}
