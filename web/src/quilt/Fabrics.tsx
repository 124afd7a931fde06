// What is cut from what: fabrics with their colour and print, the parts they play, and colourways that give a part to another.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import { ChoiceField, ColourField, NumberField, TextField } from "../frame/fields";
import { Section } from "../frame/Section";
import { nextColour } from "./colours";
import type { Draft } from "./draft";
import { FromShelf } from "./FromShelf";
import { fabricNames } from "./fabricNames";
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
  const names = fabricNames(d);
  const { unneeded } = draft.preview.plan;
  const takeOut = (role: string) => {
    const roles = d.roles.filter((r) => r.id !== role);
    draft.set(["roles"], roles);
    (d.colourways ?? []).forEach((w, k) => {
      if (w.fabrics[role]) draft.set(["colourways", k, "fabrics", role], undefined);
    });
  };
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
                        topUp: v === "assorted" ? fabric.topUp : undefined,
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
                  choices={d.fabrics.map((x) => ({ value: x.id, name: `is ${names[x.id]}` }))}
                />
              </Box>
            </Flex>
            {unneeded.roles.includes(r.id) && d.roles.length > 1 && (
              <Flex gap="10px" mt="4px" align="center">
                <Text color="soft" fontSize="note">{`Nothing is cut for ${r.name}.`}</Text>
                <Button size="sm" onClick={() => takeOut(r.id)}>
                  {`Take ${r.name} out`}
                </Button>
              </Flex>
            )}
            {fabric && d.roles.findIndex((o) => o.fabric === fabric.id) === i && (
              <Problems list={draft.at(`/fabrics/${f}/print`)} />
            )}
          </Box>
        );
      })}
      {unneeded.fabrics.map((id) => (
        <Flex key={id} gap="10px" mb="10px" align="center">
          <Text color="soft">{`${names[id] ?? id} is used nowhere.`}</Text>
          <Button
            size="sm"
            onClick={() =>
              draft.set(
                ["fabrics"],
                d.fabrics.filter((f) => f.id !== id),
              )
            }
          >
            {`Take ${names[id] ?? id} out`}
          </Button>
        </Flex>
      ))}
      <Widths draft={draft} />
      <Motifs draft={draft} />
      <Assortments draft={draft} />
      <Flex gap="8px" wrap="wrap">
        <Button
          size="sm"
          onClick={() => {
            const n = d.fabrics.length + 1;
            const id = freeId("fabric", d.fabrics.map((x) => x.id).concat(d.roles.map((x) => x.id)));
            draft.set(
              ["fabrics"],
              [...d.fabrics, { id, name: `Fabric ${n}`, colour: nextColour(d.fabrics.map((f) => f.colour)) }],
            );
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

/** Cloth that is wider or narrower than that of the project, as for a backing. */
function Widths({ draft }: { draft: Draft }) {
  const d = draft.document;
  const names = fabricNames(d);
  const rest = d.fabrics.filter((f) => f.usable === undefined);
  return (
    <Flex gap="10px 14px" mb="10px" align="start" wrap="wrap">
      {d.fabrics.map(
        (f, i) =>
          f.usable !== undefined && (
            <Box key={f.id} w="180px">
              <TextField
                label={`Usable width of ${names[f.id]}`}
                value={f.usable}
                onChange={(v) => draft.set(["fabrics", i, "usable"], v)}
                onBlur={() => {
                  if (!f.usable?.trim()) draft.set(["fabrics", i, "usable"], undefined);
                  draft.settle();
                }}
                problems={draft.at(`/fabrics/${i}/usable`)}
                help={`empty: ${d.cloth.usable}, as all cloth`}
              />
            </Box>
          ),
      )}
      {rest.length > 0 && (
        <Box w="200px">
          <ChoiceField
            label="Cloth of another width"
            value=""
            onChange={(id) => {
              const i = d.fabrics.findIndex((f) => f.id === id);
              if (i >= 0) draft.set(["fabrics", i, "usable"], d.cloth.usable);
            }}
            choices={[
              { value: "", name: "none but these" },
              ...rest.map((f) => ({ value: f.id, name: names[f.id] ?? f.id })),
            ]}
          />
        </Box>
      )}
    </Flex>
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
        {fabric.motif && (
          <Box w="180px">
            <ChoiceField
              label={`Motifs of ${fabric.name} lie`}
              value={fabric.motif.lies ?? ""}
              onChange={(v) => draft.set(["fabrics", f, "motif", "lies"], v || undefined)}
              problems={draft.at(`/fabrics/${f}/motif/lies`)}
              choices={[
                { value: "", name: "alike however turned" },
                { value: "one way", name: "with a top" },
                { value: "two way", name: "in stripes" },
              ]}
            />
          </Box>
        )}
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
        {(draft.document.supplies ?? []).some((s) => s.fabric === fabric.id) && (
          <Box w="260px">
            <NumberField
              label={`What is missing of ${fabric.name}: of how many prints`}
              value={fabric.topUp ?? 0}
              onChange={(n) => draft.set(["fabrics", f, "topUp"], n > 0 ? n : undefined)}
              problems={draft.at(`/fabrics/${f}/topUp`)}
              help="0: as few strips as can be"
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
