// Rings of a tube, opened and joined: each column's width and step, typed. They are drawn and dragged on a page of their own.
import { Button, Flex } from "@chakra-ui/react";
import { Link } from "react-router";
import type { Unit } from "../../api/client";
import { ChoiceField } from "../../frame/fields";
import type { Draft } from "../draft";
import { type Editor, Hint, type How, methodOf, Problems, Row, rolesOf, SizeField } from "./parts";
import { newStrip, TakeOut } from "./strips";

export type TubeHow = How<"tube">;
export type Ring = TubeHow["columns"][number];

export function Rings({ draft, how, i }: Editor<"tube">) {
  return (
    <>
      <RingFields draft={draft} how={how} i={i} />
      <Layout draft={draft} how={how} i={i} />
      <Button asChild size="sm" mt="8px">
        <Link to={`/q/${draft.id}/wave/${encodeURIComponent(draft.document.units[i]?.id ?? "")}`}>Draw the wave</Link>
      </Button>
    </>
  );
}

/** Steps one can choose without typing. */
const someSteps = [-4, -3, -2, -1.5, -1, -0.5, 0, 0.5, 1, 1.5, 2, 3, 4];

const stepName = (s: number) => {
  const n = Math.abs(s);
  const half = n % 1 === 0.5 ? "½" : "";
  return s === 0 ? "as before" : `${Math.floor(n) || (half ? "" : "0")}${half} ${s > 0 ? "up" : "down"}`;
};

type Part = { draft: Draft; how: TubeHow; i: number };

/** Every column on a line: its width and its step. */
export function RingFields({ draft, how, i }: Part) {
  const m = methodOf<"tube">(draft, i);
  const tubes = draft.preview.plan.lengths.map((t) => ({ value: t.id, name: t.name }));
  const several = new Set(how.columns.map((c) => c.from)).size > 1 || tubes.length > 1;
  return (
    <>
      {how.columns.map((c, k) => (
        <Row key={c.id}>
          {several && (
            <ChoiceField
              label={`Tube of column ${k + 1}`}
              hideLabel
              value={c.from}
              onChange={(v) => m.set(["columns", k, "from"], v)}
              choices={tubes}
              problems={m.at(["columns", k, "from"])}
            />
          )}
          <SizeField
            draft={draft}
            i={i}
            path={["columns", k, "width"]}
            label={`Width of column ${k + 1}`}
            hideLabel
            value={c.width ?? "1 strip"}
          />
          <ChoiceField
            label={`Step of column ${k + 1}`}
            hideLabel
            value={c.top ? `${c.middle ? "middle" : "top"} ${c.top}` : String(c.step ?? 0)}
            onChange={(v) => m.set(["columns", k], opened(c, v))}
            choices={[
              ...[...new Set([...someSteps, c.step ?? 0])]
                .sort((a, b) => b - a)
                .map((s) => ({ value: String(s), name: stepName(s) })),
              ...stripsOf(draft, c.from).flatMap((s) => [
                { value: `top ${s.id}`, name: `above ${s.name}` },
                { value: `middle ${s.id}`, name: `across ${s.name}` },
              ]),
            ]}
            problems={m.at(["columns", k, "step"], ["columns", k, "top"], ["columns", k, "middle"], ["columns", k])}
          />
          <TakeOut label={`Take out column ${k + 1}`} act={() => m.set(["columns", k], undefined)} />
        </Row>
      ))}
      <Problems list={m.at([], ["columns"], ...how.columns.map((_, k) => ["columns", k, "id"]))} />
      <Button size="sm" onClick={() => m.set(["columns"], [...how.columns, another(how)])}>
        Add a column
      </Button>
      {!several && how.columns[0] && m.at(["columns", 0, "from"]).length > 0 && (
        <Problems list={m.at(["columns", 0, "from"])} />
      )}
      <Hint>Widths are cut: a seam on each side takes its allowance.</Hint>
    </>
  );
}

/** How columns are made even, and whether they are joined to blocks. */
export function Layout({ draft, how, i }: Part) {
  const m = methodOf<"tube">(draft, i);
  return (
    <Flex gap="10px" mt="10px" wrap="wrap" align="start">
      <ChoiceField
        label="Columns are"
        w="210px"
        value={how.straight ? "straight" : "blocks"}
        onChange={(v) => m.set(["straight"], v === "straight" || undefined)}
        choices={[
          { value: "blocks", name: "joined to blocks" },
          { value: "straight", name: "laid straight in the rows" },
        ]}
      />
      <ChoiceField
        label="Once more in a row"
        w="180px"
        value={how.edge ?? "none"}
        onChange={(v) => m.set(["edge"], v === "none" ? undefined : v)}
        choices={[
          { value: "none", name: "no column" },
          { value: "right", name: "the first, at the right" },
          { value: "left", name: "the last, at the left" },
        ]}
        problems={m.at(["edge"])}
      />
      {(how.even || m.at(["even"]).length > 0 || how.columns.some((c) => c.middle || (c.step ?? 0) % 1 !== 0)) && (
        <ChoiceField
          label="Columns of unlike length"
          w="230px"
          value={how.even ?? "none"}
          onChange={(v) => m.set(["even"], v === "none" ? undefined : v)}
          choices={[
            { value: "none", name: "not evened" },
            { value: "trim", name: "the longer ones are trimmed" },
            { value: "eke", name: "the shorter ones get a bit" },
          ]}
          problems={m.at(["even"])}
        />
      )}
    </Flex>
  );
}

/** The strips of a tube, as they are called where a ring is opened. */
function stripsOf(draft: Draft, set: string) {
  const how = draft.document.units.find((u) => u.id === set)?.how;
  const names = new Map(rolesOf(draft).map((r) => [r.value, r.name]));
  if (how?.by !== "strip set") return [];
  return how.strips.map((s, n) => ({ id: s.id, name: `strip ${n + 1}, ${names.get(s.role) ?? s.role}` }));
}

/** A column that is opened as it was chosen: by a step, at the seam above a strip, or across a strip. */
function opened(c: Ring, chosen: string): Ring {
  const space = chosen.indexOf(" ");
  if (space < 0) return stepped(c, Number(chosen));
  const [where, strip] = [chosen.slice(0, space), chosen.slice(space + 1)];
  return { ...stepped(c, 0), top: strip, ...(where === "middle" ? { middle: true } : {}) };
}

/** A column that steps by so many. */
export function stepped(c: Ring, step: number): Ring {
  const { top: _t, middle: _m, step: _s, ...rest } = c;
  return step === 0 ? rest : { ...rest, step };
}

/** One column more: like the last. */
export function another(how: TubeHow): Ring {
  const taken = how.columns.map((c) => c.id);
  let n = taken.length + 1;
  while (taken.includes(`c${n}`)) n++;
  const last = how.columns.at(-1);
  return { id: `c${n}`, from: last?.from ?? "", width: last?.width ?? "2 in", step: last?.step || 1 };
}

/** A first wave: a tube of six strips in turn, six columns that climb three steps and come down again. */
export const firstWave = (id: string, a: string, b: string): Unit[] => {
  const strips: ReturnType<typeof newStrip>[] = [];
  for (const role of [a, b, a, b, a, b]) {
    strips.push(
      newStrip(
        role,
        strips.map((s) => s.id),
      ),
    );
  }
  const steps = [0, 1, 1, 1, -1, -1];
  return [
    { id: `${id}-tube`, name: "New tube", how: { by: "strip set", strips, closed: true } },
    {
      id,
      name: "New wave",
      how: {
        by: "tube",
        columns: steps.map((step, k) => ({
          id: `c${k + 1}`,
          from: `${id}-tube`,
          width: "1 strip",
          ...(step === 0 ? {} : { step }),
        })),
      },
    },
  ];
};
