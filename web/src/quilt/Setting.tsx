import { Box, Button } from "@chakra-ui/react";
import { ChoiceField, TextField, Tick } from "../frame/fields";
import { Section } from "../frame/Section";
import { Around } from "./Around";
import { Arrangements } from "./Arrangements";
import type { Draft } from "./draft";
import { Problems, partsOf, rolesOf } from "./methods/parts";
import { Repeat } from "./Repeat";

/** Which blocks are laid, one or two in turn, and what lies around them. */
export function Setting({ draft }: { draft: Draft }) {
  const d = draft.document;
  const blocks = partsOf(draft, -1);
  const cell = (k: number) => d.top.repeat[0]?.[k];
  const ways = [
    { value: "", name: "its own fabrics" },
    ...(d.colourways ?? []).map((w) => ({ value: w.id, name: w.name })),
  ];
  type Cell = NonNullable<ReturnType<typeof cell>>;
  const lay = (a: Cell | undefined, b: Cell | undefined) =>
    a &&
    draft.set(
      ["top", "repeat"],
      b
        ? [
            [a, b],
            [b, a],
          ]
        : [[a]],
    );
  const first = cell(0);
  const second = cell(1);
  const inWay = (c: Cell, way: string): Cell => ({ ...c, colourway: way || undefined });
  return (
    <Section title="Setting">
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="14px">
        <ChoiceField
          label="Block"
          value={first?.unit ?? ""}
          onChange={(unit) => lay({ ...first, unit }, second)}
          choices={blocks}
          problems={draft.below("/top/repeat")}
        />
        <ChoiceField
          label="In turn with"
          value={second?.unit ?? ""}
          onChange={(unit) => lay(first, unit === "" ? undefined : { ...second, unit })}
          choices={[{ value: "", name: "itself" }, ...blocks]}
        />
        {ways.length > 1 && first && (
          <ChoiceField
            label="The block in"
            value={first.colourway ?? ""}
            onChange={(way) => lay(inWay(first, way), second)}
            choices={ways}
          />
        )}
        {ways.length > 1 &&
          (second ? (
            <ChoiceField
              label="The other in"
              value={second.colourway ?? ""}
              onChange={(way) => lay(first, inWay(second, way))}
              choices={ways}
            />
          ) : (
            <Button
              size="sm"
              mt="22px"
              h="36px"
              onClick={() => first && lay(first, inWay(first, d.colourways?.[0]?.id ?? ""))}
            >
              Two colourways in turn
            </Button>
          ))}
      </Box>
      <Loose draft={draft} />
      {!d.top.loose && <OnPoint draft={draft} />}
      <Repeat draft={draft} />
      <Arrangements draft={draft} />
      {!d.top.loose && <Around draft={draft} />}
    </Section>
  );
}

/** Straight or on point, and the triangles that fill the edge. */
function OnPoint({ draft }: { draft: Draft }) {
  const d = draft.document;
  const { point } = d.top;
  const roles = rolesOf(draft);
  const set = (key: "role" | "corners" | "larger", v: string) =>
    draft.put(["top", "point", key], v.trim() === "" ? undefined : v);
  return (
    <Box
      display="grid"
      gridTemplateColumns={point ? "1fr 1fr 1fr 1fr" : "1fr 1fr"}
      gap="10px"
      mt="14px"
      alignItems="start"
    >
      <ChoiceField
        label="Set"
        value={point ? "point" : "straight"}
        onChange={(v) => draft.set(["top", "point"], v === "point" ? { role: roles[0]?.value ?? "" } : undefined)}
        problems={draft.at("/top/point")}
        choices={[
          { value: "straight", name: "straight" },
          { value: "point", name: "on point" },
        ]}
      />
      {point && (
        <>
          <ChoiceField
            label="Sides of"
            value={point.role}
            onChange={(v) => set("role", v)}
            problems={draft.at("/top/point/role")}
            choices={roles}
          />
          <ChoiceField
            label="Corners of"
            value={point.corners ?? ""}
            onChange={(v) => set("corners", v)}
            problems={draft.at("/top/point/corners")}
            choices={[{ value: "", name: "the same" }, ...roles]}
          />
          <TextField
            label="Cut larger by"
            value={point.larger ?? ""}
            onChange={(v) => set("larger", v)}
            onBlur={draft.settle}
            problems={draft.at("/top/point/larger")}
            help="to trim; empty: to size"
          />
        </>
      )}
    </Box>
  );
}

/** Blocks that are made and not sewn together. */
function Loose({ draft }: { draft: Draft }) {
  const { top } = draft.document;
  return (
    <Box mt="-10px">
      <Tick
        label="Loose blocks: made, and not sewn together"
        value={top.loose ?? false}
        onChange={(on) => draft.set(["top", "loose"], on || undefined)}
      />
      <Problems list={draft.at("/top/loose")} />
      {top.loose && draft.at("/top/loose").some((p) => p.stops) && (
        <Button
          size="sm"
          mt="4px"
          onClick={() =>
            draft.set(["top"], {
              rows: top.rows,
              columns: top.columns,
              repeat: top.repeat,
              loose: true,
              block: top.block,
            })
          }
        >
          Take away what lies round them
        </Button>
      )}
    </Box>
  );
}
