// What the editors of all methods have in common: fabrics, units, sizes.
import { Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Problem, Unit } from "../../api/client";
import { ChoiceField, TextField } from "../../frame/fields";
import { Ruled } from "../../frame/Ruled";
import type { Path, SetPlace } from "../change";
import type { Draft } from "../draft";

export type How<By extends Unit["how"]["by"]> = Extract<Unit["how"], { by: By }>;
export type Editor<By extends Unit["how"]["by"]> = { draft: Draft; how: How<By>; i: number };
type Choice = { value: string; name: string };
export type Input = { role?: string; unit?: string; turn?: 0 | 90 | 180 | 270 };

/** A size across and down. */
export function BothWays(o: {
  label: string;
  value?: { width?: string; height?: string };
  set: (key: "width" | "height", v: string) => void;
  settle: () => void;
  problems: (key: "width" | "height") => Problem[];
}) {
  return (["width", "height"] as const).map((key) => (
    <TextField
      key={key}
      label={`${o.label} ${key === "width" ? "across" : "down"}`}
      value={o.value?.[key] ?? ""}
      onChange={(v) => o.set(key, v)}
      onBlur={o.settle}
      problems={o.problems(key)}
    />
  ));
}

/** Setting and asking about one place of a unit's method. */
export function methodOf<B extends Unit["how"]["by"]>(draft: Draft, i: number) {
  const at = (path: Path) => `/units/${i}/how${path.map((p) => `/${p}`).join("")}`;
  return {
    set: ((path: Path, value: unknown) => draft.put(["units", i, "how", ...path], value)) as SetPlace<How<B>>,
    put: (path: Path, value: unknown) => draft.put(["units", i, "how", ...path], value),
    at: (...paths: Path[]) => draft.at(...paths.map(at)),
    below: (path: Path) => draft.below(at(path)),
  };
}

export function rolesOf(draft: Draft) {
  const d = draft.document;
  const cloth = (r: { name: string; fabric: string }) => d.fabrics.find((f) => f.id === r.fabric)?.name ?? r.name;
  return d.roles.map((r) => {
    const twice = d.roles.some((o) => o.id !== r.id && cloth(o) === cloth(r));
    return { value: r.id, name: twice ? `${cloth(r)} (${r.name})` : cloth(r) };
  });
}

/** Everything that can be sewn into unit i: not itself, and no strip sets. */
export function partsOf(draft: Draft, i: number) {
  const self = draft.document.units[i]?.id;
  return draft.preview.plan.things.filter((t) => t.unit !== self).map((t) => ({ value: t.id, name: t.name }));
}

/** What a thing looks like, and how it lies against its picture: a part of what is cut again is laid by its place. */
export function seen(draft: Draft, unit: string) {
  const { plan } = draft.preview;
  const thing = plan.things.find((t) => t.id === unit);
  return { picture: plan.pictures[thing?.picture ?? unit], turn: thing?.turn ?? 0 };
}

/** The unit of the document that a thing falls out of. */
export const ownerOf = (draft: Draft, unit: string) =>
  draft.preview.plan.things.find((t) => t.id === unit)?.unit ?? unit;

type Laid = { unit: string; turn?: 0 | 90 | 180 | 270 };

/** Rows of units drawn to one scale, each column as wide and each row as high as the largest unit in it. */
export function drawnTo(draft: Draft, rows: { cells: Laid[] }[], maxW: number, maxH: number) {
  const lies = (one: Laid) => ((one.turn ?? 0) + seen(draft, one.unit).turn) % 360;
  const size = (one: Laid) => {
    const { picture: p } = seen(draft, one.unit);
    const [w, h] = p ? [p.w, p.h] : [1, 1];
    return lies(one) % 180 === 0 ? { w, h } : { w: h, h: w };
  };
  const wide = rows[0]?.cells.length ?? 0;
  const widths = Array.from({ length: wide }, (_, x) =>
    Math.max(...rows.map((row) => (row.cells[x] ? size(row.cells[x]).w : 0))),
  );
  const heights = rows.map((row) => Math.max(...row.cells.map((one) => size(one).h)));
  const sum = (list: number[]) => list.reduce((a, b) => a + b, 0) || 1;
  const scale = Math.max(Math.min(maxW / sum(widths), maxH / sum(heights)), 26 / Math.min(...widths, ...heights));
  return { lies, size, widths, heights, scale };
}

export const turns: { value: string; name: string }[] = [
  { value: "0", name: "as it is" },
  { value: "90", name: "a quarter right" },
  { value: "180", name: "turned by half" },
  { value: "270", name: "a quarter left" },
];

export const turn = (v: string) => (v === "0" ? undefined : (Number(v) as 90 | 180 | 270));

export function Row({ children }: { children: ReactNode }) {
  return (
    <Flex gap="10px" mb="8px" align="start">
      {children}
    </Flex>
  );
}

export function Hint({ children }: { children: string }) {
  return (
    <Text fontSize="fine" color="soft" mt="4px">
      <Ruled>{children}</Ruled>
    </Text>
  );
}

export function Problems({ list }: { list: Problem[] }) {
  return list.map((p) => (
    <Text
      key={p.code + p.at}
      color={p.stops ? "madder" : "ink"}
      fontWeight={p.stops ? "600" : "500"}
      fontSize="note"
      mt="4px"
      role={p.stops ? "alert" : "note"}
    >
      <Ruled>{`${p.stops ? "" : "Note: "}${p.says} ${p.mend}`}</Ruled>
    </Text>
  ));
}

export function RoleField({
  draft,
  i,
  path,
  label,
  value,
  hideLabel,
}: {
  draft: Draft;
  i: number;
  path: Path;
  label: string;
  value: string;
  hideLabel?: boolean;
}) {
  const m = methodOf(draft, i);
  return (
    <ChoiceField
      label={label}
      hideLabel={hideLabel}
      value={value}
      onChange={(v) => m.put(path, v)}
      choices={rolesOf(draft)}
      problems={m.at(path)}
    />
  );
}

export function SizeField({
  draft,
  i,
  path,
  label,
  value,
  hideLabel,
}: {
  draft: Draft;
  i: number;
  path: Path;
  label: string;
  value: string;
  hideLabel?: boolean;
}) {
  const m = methodOf(draft, i);
  return (
    <TextField
      label={label}
      hideLabel={hideLabel}
      value={value}
      onChange={(v) => m.put(path, v)}
      onBlur={draft.settle}
      problems={m.at(path)}
    />
  );
}

/** A size that is cut: typed, or as wide or as tall as something else, which it then follows. */
export function CutField(o: {
  draft: Draft;
  i: number;
  path: Path;
  label: string;
  value: string;
  things: Choice[];
  ways?: string[];
}) {
  const m = methodOf(o.draft, o.i);
  const as = /^as (wide|tall) as (\S+)$/.test(o.value) ? o.value : "";
  const sizes = o.things.flatMap((t) =>
    (o.ways ?? ["wide", "tall"]).map((w) => ({ value: `as ${w} as ${t.value}`, name: `as ${w} as ${t.name}` })),
  );
  return (
    <>
      {!as && <SizeField {...o} />}
      <ChoiceField
        label={as ? o.label : `${o.label}: follows`}
        value={as}
        onChange={(v) => m.put(o.path, v || "1 strip")}
        choices={[{ value: "", name: as ? "a size of its own" : "nothing else" }, ...sizes]}
        problems={as ? m.at(o.path) : []}
      />
    </>
  );
}

/** Cloth or a unit that has been made, and how that is turned. */
export function InputField({
  draft,
  i,
  path,
  label,
  value,
}: {
  draft: Draft;
  i: number;
  path: Path;
  label: string;
  value: Input;
}) {
  const m = methodOf(draft, i);
  const choices = [
    ...rolesOf(draft).map((r) => ({ value: `role ${r.value}`, name: `cloth: ${r.name}` })),
    ...partsOf(draft, i).map((u) => ({ value: `unit ${u.value}`, name: u.name })),
  ];
  const now = value.unit ? `unit ${value.unit}` : `role ${value.role ?? ""}`;
  return (
    <>
      <ChoiceField
        label={label}
        value={now}
        onChange={(v) => m.put(path, v.startsWith("unit ") ? { unit: v.slice(5) } : { role: v.slice(5) })}
        choices={choices}
        problems={m.below(path)}
      />
      {value.unit && (
        <ChoiceField
          label="laid"
          value={String(value.turn ?? 0)}
          onChange={(v) => m.put([...path, "turn"], turn(v))}
          choices={turns}
          w="130px"
        />
      )}
    </>
  );
}

type Sized = { finished?: string; cut?: string };

/** What a unit finishes, or the squares it is made of as they come: each says the other, and one of them is written. */
export function FinishedOrSquares({
  draft,
  i,
  how,
  label,
  squares,
}: {
  draft: Draft;
  i: number;
  how: Sized;
  label: string;
  squares: string;
}) {
  const m = methodOf(draft, i);
  const write = (key: "finished" | "cut") => (v: string) => {
    const { finished: _, cut: __, ...rest } = how;
    m.put([], { ...rest, [key]: v });
  };
  const id = draft.document.units[i]?.id;
  const follows = draft.preview.plan.trim.find((t) => t.id === id);
  return (
    <>
      <TextField
        label={label}
        value={how.finished ?? ""}
        onChange={write("finished")}
        onBlur={draft.settle}
        problems={m.at(["finished"])}
        help={
          how.cut && follows
            ? `${follows.finished}, ${draft.document.units[i]?.untrimmed ? "as it is sewn" : "trimmed to"} ${follows.unfinished}`
            : undefined
        }
      />
      <TextField
        label={squares}
        value={how.cut ?? ""}
        onChange={write("cut")}
        onBlur={draft.settle}
        problems={m.at(["cut"])}
        help={how.cut ? undefined : "where they lie there already"}
      />
    </>
  );
}

export function SizingField({ draft, i, value }: { draft: Draft; i: number; value: string | undefined }) {
  const m = methodOf(draft, i);
  return (
    <ChoiceField
      label="Squares are cut"
      value={value ?? "exact"}
      onChange={(v) => m.put(["sizing"], v === "exact" ? undefined : v)}
      choices={[
        { value: "exact", name: "exactly" },
        { value: "rule", name: "by rule, to the next ⅛″" },
        { value: "roomy", name: "roomy, every unit trimmed" },
      ]}
      problems={m.at(["sizing"])}
    />
  );
}
